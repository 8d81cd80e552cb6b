import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answer } from '../files/answer.ts';
import { csvReport, markdownReport } from '../files/report.ts';
import { bringUpOf } from '../stage/telling.ts';
import { told } from '../testing/tellings.ts';
import { gate } from '../gate/gate.ts';
import { KINDS } from '../kinds/all.ts';
import { GENERIC_CONTROLLERS } from '../parts/controllers.ts';
import { mustKind } from '../kinds/index.ts';
import type { Field, Kind, RailPort, SignalPort } from '../stage/contract.ts';
import { board } from '../testing/boards.ts';
import type { BoardDoc, StageDoc } from './document.ts';
import { energyOf } from './energy.ts';
import { Evaluator, evaluateBoard } from './evaluate.ts';
import { suggestions, takeSuggestion } from './suggest.ts';

// Boards nobody would build: any kinds, wired to each other as their ports allow, loops and all. Nothing of them may crash or
// show what is no number, and power may never be made of nothing.

const RAILS = ['a', 'b', 'c', 'd'] as const;
const ports = (kind: Kind) => Object.entries(kind.rails as Record<string, RailPort>);
const signals = (kind: Kind, role: SignalPort['role']) =>
  Object.entries(kind.signals as Record<string, SignalPort>).flatMap(([port, def]) => (def.role === role ? [port] : []));

/** A number of a given, a few times larger or smaller, where it is an ordinary one. */
function nudge(kind: Kind, pick: number, by: number): StageDoc['given'] {
  const numbers = Object.entries(kind.given as Record<string, Field>).filter(
    ([, f]) => f.type === 'number' && typeof f.default === 'number' && f.default !== 0 && !f.integer && !f.oneOf,
  );
  const chosen = numbers[pick % Math.max(1, numbers.length)];
  if (!chosen || chosen[1].type !== 'number') return {};
  const most = chosen[1].max ?? Infinity;
  return { [chosen[0]]: Math.min(most, (chosen[1].default as number) * by) };
}

const draft = fc.record({
  kind: fc.constantFrom(...KINDS.map((k) => k.id)),
  rails: fc.array(fc.nat(RAILS.length - 1), { minLength: 3, maxLength: 3 }),
  hears: fc.nat(),
  pick: fc.nat(),
  by: fc.constantFrom(0.2, 0.5, 1, 2, 5),
  copies: fc.constantFrom(1, 1, 1, 3),
  shelter: fc.nat(),
});
const drafts = fc.array(draft, { minLength: 2, maxLength: 9 });

const [CONTROLLER] = GENERIC_CONTROLLERS;
const PINS = Object.keys(CONTROLLER!.pins);
const pinsOf = (kind: Kind, pick: number) => Object.fromEntries(Object.keys(kind.controller!.uses).map((use, k) => [use, PINS[(pick + k) % PINS.length]!]));

/** Drafts as a document: rails by letter, signals from any output before, heat into what there is. */
function wired(all: readonly (typeof draft extends fc.Arbitrary<infer D> ? D : never)[]): StageDoc[] {
  const kindOf = (d: { kind: string }) => mustKind(d.kind);
  return all.map((d, i): StageDoc => {
    const kind = kindOf(d);
    const rails = Object.fromEntries(ports(kind).map(([port], k) => [port, RAILS[d.rails[k % 3]!]!]));
    const outputs = all.flatMap((o, k) => (k === i ? [] : signals(kindOf(o), 'out').map((port) => `s${k}.${port}`)));
    const heard = outputs.length ? signals(kind, 'in').map((port) => [port, outputs[d.hears % outputs.length]!] as const) : [];
    const sinks = all.flatMap((o, k) => (k !== i && kindOf(o).shelter?.link === 'mount' ? [`s${k}`] : []));
    return {
      id: `s${i}`,
      kind: d.kind,
      given: { ...kind.asks, ...nudge(kind, d.pick, d.by) } as never,
      ...(Object.keys(rails).length ? { rails } : {}),
      ...(heard.length ? { signals: Object.fromEntries(heard) } : {}),
      ...(kind.controller && d.shelter % 2 ? { pins: pinsOf(kind, d.pick) } : {}),
      ...(sinks.length && kind.warm?.some((w) => w.sink) ? { mount: sinks[d.shelter % sinks.length]! } : {}),
      ...(d.copies > 1 ? { copies: d.copies } : {}),
    };
  });
}

/** As a board, or nothing where the file's own rules refuse it. */
function boardOf(stages: StageDoc[]): BoardDoc | null {
  try {
    const controller = { title: 'controller', rail: RAILS[0], pins: { ...CONTROLLER!.pins } };
    return board(stages, { policy: { derating: 0.8 }, controller, conditions: { ambient: { low: 0, nominal: 25, high: 40 } } });
  } catch {
    return null;
  }
}

const BAD = /NaN|undefined|Infinity|∞|null\b|\[object|not a number|−0(?![.,\d])/;

/** Wiring that cannot work, and is told: no sum is right for it. */
const IMPOSSIBLE = /does not stand|drops out|collapses|in a loop|both provide|do not share their load/;

/** Sixty boards, each told in every way there is. */
const LONG = 600_000;

describe('any board at all', () => {
  it(
    'is summed up, reported, gated and brought up in words and numbers that exist',
    () => {
      let boards = 0;
      fc.assert(
        fc.property(drafts, (all) => {
          const doc = boardOf(wired(all));
          if (!doc) return;
          boards++;
          const sum = evaluateBoard(doc);
          for (const f of sum.findings) expect(f.text).not.toMatch(BAD);
          for (const s of sum.stages) for (const c of s.checks) expect(`${c.title} ${c.help} ${c.reason ?? ''} ${c.from}`).not.toMatch(BAD);
          expect(JSON.stringify(answer(sum))).not.toMatch(/NaN|undefined|Infinity|not a number/);
          expect(markdownReport(sum, { results: true })).not.toMatch(/NaN|undefined|Infinity|\[object/);
          expect(csvReport(sum)).not.toMatch(/NaN|undefined|Infinity|\[object/);
          for (const step of sum.stages.flatMap((s) => bringUpOf(told(s), s))) {
            expect(`${step.title} ${step.text}`).not.toMatch(BAD);
            if (step.expect)
              expect(step.expect.low <= step.expect.nominal && step.expect.nominal <= step.expect.high, `${step.id} ${JSON.stringify(step.expect)}`).toBe(true);
          }
          gate(sum);
          for (const store of energyOf(sum)) for (const e of store.eaters) expect(Number.isFinite(e.power)).toBe(true);
          for (const s of suggestions(sum)) expect(boardOf(takeSuggestion(doc, s).doc.stages), JSON.stringify(s)).not.toBeNull();
        }),
        { numRuns: 60, seed: 11, endOnFailure: true },
      );
      expect(boards).toBeGreaterThan(30);
    },
    LONG,
  );

  it(
    'makes no power: what its sources give is what its loads use and what leaves as heat',
    () => {
      let possible = 0;
      fc.assert(
        fc.property(drafts, (all) => {
          const doc = boardOf(wired(all));
          if (!doc) return;
          const sum = evaluateBoard(doc);
          if (sum.findings.some((f) => IMPOSSIBLE.test(f.text))) return;
          possible++;
          for (const p of sum.power) {
            for (const v of [p.in, p.used, p.lost]) expect(Number.isFinite(v)).toBe(true);
            expect(Math.abs(p.in - p.used - p.lost), `${p.state} ${JSON.stringify(p)}`).toBeLessThanOrEqual(1e-6 * Math.max(1, p.in));
            for (const h of p.heat) expect(h.power, `${h.stage} ${h.place}`).toBeGreaterThanOrEqual(-1e-9);
          }
        }),
        { numRuns: 260, seed: 11, endOnFailure: true },
      );
      expect(possible).toBeGreaterThan(12);
    },
    LONG,
  );

  it(
    'edited says what it says fresh',
    () => {
      fc.assert(
        fc.property(drafts, fc.nat(), fc.nat(), (all, which, pick) => {
          const doc = boardOf(wired(all));
          if (!doc) return;
          const evaluator = new Evaluator();
          evaluator.evaluate(doc);
          const at = which % doc.stages.length;
          const kind = mustKind(doc.stages[at]!.kind);
          const edited = boardOf(doc.stages.map((s, k) => (k === at ? { ...s, given: { ...s.given, ...nudge(kind, pick, 1.5) } } : s)));
          if (!edited) return;
          const [again, fresh] = [
            evaluator.evaluate({ ...edited, stages: edited.stages.map((s, k) => (k === at ? s : doc.stages[k]!)) }),
            evaluateBoard(edited),
          ];
          for (const s of fresh.stages) {
            const other = again.byId.get(s.id)!;
            expect(other.parts.map((p) => p.value)).toEqual(s.parts.map((p) => p.value));
            expect(other.checks.map((c) => [c.id, c.status])).toEqual(s.checks.map((c) => [c.id, c.status]));
          }
        }),
        { numRuns: 30, seed: 11, endOnFailure: true },
      );
    },
    LONG,
  );
});
