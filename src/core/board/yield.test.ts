import { describe, expect, it } from 'vitest';
import { board, nominal, sumOf } from '../testing/boards.ts';
import type { StageDoc } from './document.ts';
import { decisive, held, join, monteCarlo } from './monte-carlo.ts';
import { cheapestChange, tightened } from './yield.ts';

const OPTIONS = { runs: 800, seed: 1, distribution: 'uniform' as const };
/** R1 far coarser than R2: only R1 can be what fails. */
const divider = (more: Partial<StageDoc> = {}): StageDoc => ({
  id: 'div',
  kind: 'voltage-divider',
  given: { inputVoltage: 10, outputVoltage: 5, outputTolerance: 0.01 },
  parts: { R1: { value: 10_000, tolerance: 0.05 }, R2: { value: 10_000, tolerance: 0.001 }, C1: { value: null } },
  ...more,
});

describe('what holds boards back', () => {
  it('is named with its stage, the worst first, and what was waived last', () => {
    const doc = board([divider(), divider({ id: 'second', parts: { R1: { value: 10_000, tolerance: 0.1 }, R2: { value: 10_000, tolerance: 0.1 } } })]);
    const s = monteCarlo(doc, OPTIONS);
    const [first] = held(s, doc);
    expect(first).toMatchObject({ stage: 'second', check: 'ratio-accuracy', waived: false });
    expect(first!.yield).toBeLessThan(0.4);
    const waived = { ...doc, waivers: [{ stage: 'second', check: 'ratio-accuracy', reason: 'trimmed' }] };
    expect(held(monteCarlo(waived, OPTIONS), waived).at(-1)).toMatchObject({ stage: 'second', waived: true });
  });

  it('is decided by the part that is too coarse', () => {
    // Fails at both sides, which no straight line would see.
    const doc = board([divider()]);
    const [most, next] = decisive(monteCarlo(doc, { ...OPTIONS, runs: 4000 }), 'div', 'ratio-accuracy');
    expect(most!.input).toBe('parts.R1.value');
    expect(most!.share).toBeGreaterThan(0.7);
    expect(next?.share ?? 0).toBeLessThan(0.05);
  });

  it('is told once where a regulator drops out and nothing of it is known, each alone where it fails alone', () => {
    const doc = board([
      {
        id: 'reg',
        kind: 'linear-regulator',
        given: { inputVoltage: { nominal: 3.6, low: 3.3, high: 3.9 }, loadCurrent: 0.1, outputVoltage: 3.3, regulatorType: 'fixed' },
        parts: { U1: { referenceVoltage: 3.3, dropoutVoltage: 0.3, dropoutResistance: 0 } },
      },
    ]);
    const s = monteCarlo(doc, OPTIONS);
    const dropping = held(s, doc).find((h) => h.check === 'dropout')!;
    expect(dropping.yield).toBeGreaterThan(0.3);
    expect(dropping.yield).toBeLessThan(0.7);
    expect(dropping.also).toContain('output-accuracy');
    // Every check that failed on some board is told exactly once.
    const told = held(s, doc).flatMap((h) => [h.check, ...h.also]);
    expect(told.sort()).toEqual([...s.failed.keys()].map((k) => k.slice('reg.'.length)).sort());
    for (const h of held(s, doc)) for (const other of h.also) expect(s.failed.get(`reg.${other}`)).toEqual(s.failed.get(`reg.${h.check}`));
  });

  it('is the same in pieces as in one', () => {
    const doc = board([divider()]);
    const whole = monteCarlo(doc, { ...OPTIONS, runs: 300 });
    const pieces = join([monteCarlo(doc, { ...OPTIONS, runs: 120 }), monteCarlo(doc, { ...OPTIONS, runs: 180, first: 120 })]);
    expect(pieces.failed).toEqual(whole.failed);
    const counted = whole.checks.get('div.ratio-accuracy')!;
    expect(whole.failed.get('div.ratio-accuracy')!.reduce((a, b) => a + b, 0)).toBe(counted.applied - counted.held);
  });
});

describe('the cheapest change', () => {
  it('makes the coarse resistor closer and leaves the good one alone', () => {
    const doc = board([divider()]);
    const plan = cheapestChange(doc, 0.95, OPTIONS);
    expect(plan.before.yield).toBeLessThan(0.7);
    expect(plan).toMatchObject({ reached: true, stuck: null });
    expect(plan.changes).toEqual([expect.objectContaining({ stage: 'div', slot: 'R1', from: 0.05 })]);
    // Built with it, that many boards do pass.
    const after = monteCarlo(plan.changes.reduce(tightened, doc), { ...OPTIONS, seed: 7, runs: 3000 });
    expect(after.passed / after.runs).toBeGreaterThan(0.94);
  });

  it('takes the cheaper grade where two would do', () => {
    // ±0.6 % of each: 1 % parts pass wholly within ±1 %.
    const plan = cheapestChange(board([divider()]), 0.99, OPTIONS);
    expect(plan.changes[0]!.to).toBe(0.01);
  });

  it('asks for nothing where enough pass already', () => {
    const plan = cheapestChange(board([divider({ given: { inputVoltage: 10, outputVoltage: 5, outputTolerance: 0.2 } })]), 0.99, OPTIONS);
    expect(plan).toMatchObject({ changes: [], reached: true });
    expect(plan.after).toEqual(plan.before);
  });

  it('says what it is stuck at where no tolerance helps', () => {
    const plan = cheapestChange(board([divider({ given: { inputVoltage: 10, outputVoltage: 2, outputTolerance: 0.01 } })]), 0.9, OPTIONS);
    expect(plan).toMatchObject({ changes: [], reached: false, stuck: { stage: 'div', check: 'ratio-accuracy' } });
  });

  it('stops when told to, and says how far it is', () => {
    const told: number[] = [];
    const plan = cheapestChange(board([divider()]), 0.999_999, { ...OPTIONS, progress: (done) => told.push(done) >= 3 });
    expect(told.length).toBeLessThan(6);
    expect(told.every((v, i) => v >= 0 && v <= 1 && (i === 0 || v >= told[i - 1]!))).toBe(true);
    expect(plan.before.yield).toBeLessThan(1);
  });

  it('gives a part that was left out its usual value by name', () => {
    const doc = board([
      {
        id: 'rc',
        kind: 'rc-lowpass',
        given: { cutoffFrequency: 100 },
        parts: { R1: { value: 10_000, tolerance: 0.05 }, C1: { value: 1.5e-7, tolerance: 0.2 } },
      },
    ]);
    const closer = tightened(doc, { stage: 'rc', slot: 'C1', to: 0.01 });
    expect(closer.stages[0]!.parts!.C1).toEqual({ value: 1.5e-7, tolerance: 0.01 });
    expect(nominal(sumOf(closer.stages).byId.get('rc')!, 'cutoffFrequency')).toBeCloseTo(nominal(sumOf(doc.stages).byId.get('rc')!, 'cutoffFrequency'), 9);
  });
});
