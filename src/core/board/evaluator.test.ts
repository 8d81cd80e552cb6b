import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { board, nominal } from '../testing/boards.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { moveStage, setGiven, setPart, setRail, setSignal } from './edit.ts';
import { evaluateBoard, Evaluator, type Sum } from './evaluate.ts';

describe('a board that is being edited', () => {
  const stages = (): StageDoc[] => [
    {
      id: 'in',
      kind: 'dc-input',
      rails: { out: 'v9' },
      given: { supplyVoltage: { nominal: 9, tolerance: 0.05 }, currentLimit: 3, overload: 'constant-current' },
    },
    { id: 'box', kind: 'enclosure-thermal', given: { maximumInside: 60 } },
    { id: 'buck', kind: 'buck-converter', given: { outputVoltage: 3.3 }, rails: { in: 'v9', out: 'v3' } },
    { id: 'lamp', kind: 'supply-load', given: { typicalCurrent: 0.2 }, rails: { in: 'v3' } },
    {
      id: 'reg',
      kind: 'linear-regulator',
      given: { outputVoltage: 5, regulatorType: 'fixed' },
      parts: { U1: { referenceVoltage: 5, quiescentCurrent: 0.005, minimumLoad: 0 } },
      rails: { in: 'v9', out: 'v5' },
    },
    { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.05, peakCurrent: 0.1 }, rails: { in: 'v5' } },
    {
      id: 'div',
      kind: 'voltage-divider',
      given: { outputVoltage: 2 },
      parts: { R1: { value: 36e3, tolerance: 0.01 }, R2: { value: 10e3, tolerance: 0.01 } },
      rails: { in: 'v9' },
    },
    { id: 'rc', kind: 'rc-lowpass', given: { cutoffFrequency: 20 }, signals: { in: 'div.out' } },
    { id: 'adc', kind: 'adc-channel', parts: { R1: { value: 100, tolerance: 0.01 }, C1: { value: 0 } }, rails: { vcc: 'v5' }, signals: { in: 'rc.out' } },
  ];
  const edits: ((doc: BoardDoc, v: number) => BoardDoc)[] = [
    (doc, v) => setGiven(doc, 'load', 'typicalCurrent', 0.01 + 0.2 * v),
    (doc, v) => setGiven(doc, 'in', 'supplyVoltage', { nominal: 8 + 4 * v, tolerance: 0.05 }),
    (doc, v) => setPart(doc, 'div', 'R2', { value: 5e3 + 1e4 * v, tolerance: 0.01 }),
    (doc, v) => setRail(doc, 'load', 'in', v > 0.3 ? 'v5' : undefined),
    (doc, v) => setSignal(doc, 'adc', 'in', v > 0.3 ? 'rc.out' : undefined),
    (doc, v) => ({ ...doc, conditions: { ambient: 20 + 20 * v } }),
    (doc, v) => ({ ...doc, policy: { ...doc.policy, judgeBy: v > 0.5 ? 'root-sum-square' : 'extreme-value' } }),
    (doc) => moveStage(doc, 'load', -1),
    (doc, v) => setGiven(doc, 'lamp', 'typicalCurrent', 0.1 + 0.6 * v),
    (doc, v) => setPart(doc, 'buck', 'L1', { value: 1e-5 + 1e-4 * v, tolerance: 0.2 }),
    (doc, v) => setGiven(doc, 'adc', 'sampleRate', { nominal: 500 + 1000 * v, tolerance: 0.01 }),
  ];
  /** What is kept may be a millionth off, and the air around it a tenth of a millikelvin. */
  const rounded = (v: number | null) => (v === null ? null : (expect.closeTo(v, Math.max(0, 5 - Math.ceil(Math.log10(Math.abs(v) + 1e-300)))) as number));
  const shown = (sum: Sum, rounded: (v: number | null) => unknown = (v) => v) => ({
    checks: sum.stages.map((s) => [s.id, s.checks.map((c) => [c.id, c.status, rounded(c.margin)])]),
    outcomes: sum.stages.map((s) => [s.id, Object.keys(s.kind.outcomes).map((name) => [name, rounded(s.judged.nominal(name))])]),
    power: sum.power.map((p) => [p.state, rounded(p.in), rounded(p.lost)]),
    findings: sum.findings.map((f) => f.severity + f.stage),
  });

  it('says the same as one evaluated from nothing, whatever was done to it before', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(edits.length - 1), fc.double({ min: 0, max: 1, noNaN: true })), { minLength: 1, maxLength: 6 }), (steps) => {
        const evaluator = new Evaluator();
        let doc = board(stages());
        evaluator.evaluate(doc);
        for (const [which, v] of steps) {
          doc = edits[which]!(doc, v);
          expect(shown(evaluator.evaluate(doc))).toEqual(shown(evaluateBoard(doc), rounded));
        }
      }),
      { numRuns: 40 },
    );
  });

  it('knows the heat of stages whose box went and came again', () => {
    const evaluator = new Evaluator();
    const doc = board(stages());
    const open = { ...doc, stages: doc.stages.filter((s) => s.id !== 'box') };
    evaluator.evaluate(doc);
    evaluator.evaluate(open);
    evaluator.evaluate(setGiven(open, 'load', 'typicalCurrent', 0.06));
    const [again, fresh] = [evaluator.evaluate(doc), evaluateBoard(doc)].map((sum) => sum.byId.get('box')!.judged.range('totalDissipation')!);
    for (const end of ['low', 'nominal', 'high'] as const) expect(again![end] / fresh![end], end).toBeCloseTo(1, 3);
  });

  it('keeps the stages that an edit does not reach', () => {
    const evaluator = new Evaluator();
    const doc = board(stages());
    const before = evaluator.evaluate(doc);
    const after = evaluator.evaluate(setPart(doc, 'div', 'C1', { value: 2e-9, tolerance: 0.05 }));
    expect(after.byId.get('load')).toBe(before.byId.get('load'));
    expect(after.byId.get('div')).not.toBe(before.byId.get('div'));
  });

  it('is not harmed by a work that was left off half-way', () => {
    fc.assert(
      fc.property(fc.nat(edits.length - 1), fc.nat(edits.length - 1), fc.nat(60), (left, then, steps) => {
        const evaluator = new Evaluator();
        const doc = board(stages());
        evaluator.evaluate(doc);
        const work = evaluator.steps(edits[left]!(doc, 0.7));
        for (let i = 0; i < steps && !work.next().done; i++);
        const next = edits[then]!(doc, 0.4);
        expect(shown(evaluator.evaluate(next))).toEqual(shown(evaluateBoard(next), rounded));
      }),
      { numRuns: 30 },
    );
  });

  it('answers at once for the stage that was edited, in the surroundings it had', () => {
    const evaluator = new Evaluator();
    const doc = board(stages());
    const before = evaluator.evaluate(doc);
    const next = setPart(doc, 'buck', 'L1', { value: 1e-5, tolerance: 0.2 });
    const first = evaluator.atOnce(next)!;
    expect(first.complete).toBe(false);
    expect(first.doc).toBe(next);
    expect(first.byId.get('load')).toBe(before.byId.get('load'));
    const ripple = (sum: Sum) => nominal(sum.byId.get('buck')!, 'rippleCurrent');
    expect(ripple(first)).not.toBeCloseTo(ripple(before), 3);
    // The air and the input move by little, so that the rest hardly matters to the ripple.
    expect(ripple(first)).toBeCloseTo(ripple(evaluator.evaluate(next)), 3);
    expect(evaluator.evaluate(next).complete).toBe(true);
  });

  it('does not answer at once where links changed', () => {
    const evaluator = new Evaluator();
    const doc = board(stages());
    expect(evaluator.atOnce(doc)).toBeNull();
    evaluator.evaluate(doc);
    expect(evaluator.atOnce(setRail(doc, 'load', 'in', 'v3'))).toBeNull();
    expect(evaluator.atOnce(moveStage(doc, 'load', -1))).toBeNull();
    expect(evaluator.atOnce({ ...doc, conditions: { ambient: 30 } })).toBeNull();
  });
});
