import { bringUpOf, workingOf } from '../../src/core/stage/telling.ts';
import { told } from '../../src/core/testing/tellings.ts';
import { helpOf } from '../../src/core/stage/judge.ts';
import { evaluate } from 'mathjs';
import { describe, expect, it } from 'vitest';
import type { BoardDoc } from '../../src/core/board/document.ts';
import { curvesOf } from '../../src/core/board/curves.ts';
import { confirm } from '../../src/core/board/simulate.ts';
import { evaluateBoard, type StageSum } from '../../src/core/board/evaluate.ts';
import { answer } from '../../src/core/files/answer.ts';
import { checkBoard } from '../../src/core/files/board-file.ts';
import { alone } from '../../src/core/testing/boards.ts';
import { variations } from '../../src/core/testing/variations.ts';
import type { CheckDef, Field, Kind, OutcomeDef, PartDef, RailPort, SignalPort } from '../../src/core/stage/contract.ts';
import type { Drawn } from '../../src/core/stage/drawing.ts';
import { many } from '../../src/core/testing/soak.ts';

/** What must hold of every kind, whichever comes. */
export const holdsOf = (kinds: readonly Kind[]): void =>
  describe.each(kinds.map((k) => [k.id, k] as const))('%s', (id, kind) => {
    let kept: StageSum | null = null;
    const untouched = (): StageSum => (kept ??= alone(id, kind.asks ?? {}));

    it('untouched, passes its own musts', () => {
      expect(untouched().checks.filter((c) => c.severity === 'must' && (c.status === 'fail' || c.status === 'unknown'))).toEqual([]);
    });

    it('answers finite numbers or null with a reason, never NaN', () => {
      const text = JSON.stringify(answer(evaluateBoard({ format: 'spark-sum/board', version: 1, name: 'x', stages: [{ id: 'it', kind: id }] })));
      expect(text).not.toMatch(/NaN|Infinity/);
      const { outcomes } = (JSON.parse(text) as { stages: { it: { outcomes: Record<string, { nominal: number | null; reason?: string }> } } }).stages.it;
      for (const [name, o] of Object.entries(outcomes)) expect(o.nominal !== null || o.reason, name).toBeTruthy();
    });

    it('low, nominal and high rise in every outcome', () => {
      const { judged } = untouched();
      for (const name of Object.keys(kind.outcomes)) {
        const s = judged.out(name);
        if (s.nominal === null || s.low === null || s.high === null) continue;
        const dust = 1e-9 * Math.abs(s.nominal);
        expect(s.low, name).toBeLessThanOrEqual(s.nominal + dust);
        expect(s.high, name).toBeGreaterThanOrEqual(s.nominal - dust);
      }
    });

    it('stands every given at the ends of what entry accepts, without NaN and without a crash', () => {
      // What costs much is asked at one end of each given in turn, and at both in the soak.
      const costly = many(1) === 1 && Object.values(kind.outcomes as Record<string, OutcomeDef>).some((o) => o.late);
      for (const [at, [name, field]] of Object.entries(kind.given as Record<string, Field>).entries()) {
        if (field.type !== 'number' || name === 'ambient') continue;
        if (field.oneOf) continue;
        const least = field.min ?? (field.above === undefined ? -1e6 : field.above + 1e-12);
        const most = field.max ?? (field.below === undefined ? 1e9 : field.below - 1e-12);
        for (const end of costly ? [at % 2 ? most : least] : [least, most]) {
          const doc: BoardDoc = {
            format: 'spark-sum/board',
            version: 1,
            name: 'x',
            stages: [{ id: 'it', kind: id, given: { [name]: field.integer ? Math.round(end) : end } }],
          };
          expect(JSON.stringify(answer(evaluateBoard(doc))), `${name} = ${end}`).not.toMatch(/NaN|Infinity/);
        }
      }
    });

    it('every step of the working, evaluated with the numbers shown, gives the result shown, in every branch', () => {
      expect(workingOf(told({ kind }), untouched()).length).toBeGreaterThan(1);
      for (const { what, stage: s } of variations(kind)) {
        for (const step of workingOf(told(s), s)) {
          const where = `${step.title} with ${what}`;
          const scope = Object.fromEntries(Object.entries(step.values).map(([k, v]) => [k, v.value]));
          const value = evaluate(step.expression, scope) as number;
          expect(Math.abs(value - step.result.value), `${where}: ${step.expression} = ${value}, shown ${step.result.value}`).toBeLessThanOrEqual(
            1e-9 * Math.abs(step.result.value) + 1e-30,
          );
          if (!step.outcome) continue;
          const outcome = s.judged.nominal(step.outcome);
          expect(outcome, where).not.toBeNull();
          expect(Math.abs(outcome! - step.result.value), where).toBeLessThanOrEqual(1e-9 * Math.abs(outcome!));
        }
      }
    });

    it('checks refer to outcomes that exist, say where the limit comes from, and never speak of unknown', () => {
      for (const [name, def] of Object.entries(kind.checks as Record<string, CheckDef>)) {
        if (typeof def.value === 'string') expect(Object.keys(kind.outcomes), name).toContain(def.value);
        else expect(def.unit, name).toBeDefined();
        expect(def.from, name).not.toBe('');
      }
      const s = untouched();
      for (const [name, def] of Object.entries(kind.checks as Record<string, CheckDef>)) {
        if (def.applies && !def.applies(s.judged)) continue;
        if (def.limit(s.judged) === null) continue;
        const { cures, advice } = helpOf(def, s.judged);
        expect(advice, name).not.toMatch(/NaN|Infinity|undefined|unknown/);
        expect(cures.length > 0 || advice.length > 10, name).toBe(true);
      }
    });

    it('tells whoever broke it what would help, in numbers that exist', () => {
      for (const first of kind.mendFirst ?? []) expect(Object.keys(kind.checks)).toContain(first);
      for (const [name, field] of Object.entries(kind.given as Record<string, Field>)) {
        if (field.type !== 'number' || typeof field.default !== 'number' || field.integer || field.oneOf) continue;
        for (const factor of [0.05, 0.5, 3, 20]) {
          const doc = { format: 'spark-sum/board', version: 1, name: 'x', stages: [{ id: 'it', kind: id, given: { [name]: field.default * factor } }] };
          const read = checkBoard(doc);
          if (!read.ok) continue;
          for (const c of evaluateBoard(read.value).byId.get('it')!.checks)
            expect(c.help, `${c.id} with ${name} ${factor} times`).not.toMatch(/\bunknown\b|NaN|Infinity|undefined|about 0 times/);
        }
      }
    });

    it('ports refer to givens, carried fields and outcomes that exist', () => {
      const ofParts = Object.entries(kind.parts as Record<string, PartDef>).flatMap(([slot, def]) => [
        `${slot}.value`,
        ...Object.keys(def.params ?? {}).map((param) => `${slot}.${param}`),
      ]);
      const fields = [...Object.keys(kind.given), ...Object.keys(kind.carried), ...ofParts];
      for (const port of Object.values(kind.rails as Record<string, RailPort>)) {
        expect(fields).toEqual(expect.arrayContaining(Object.values(port.fills)));
        const outcomes = Object.keys(kind.outcomes);
        const draws = port.draws === undefined ? [] : typeof port.draws === 'string' ? [port.draws] : Object.values(port.draws);
        expect(outcomes).toEqual(expect.arrayContaining(draws));
      }
      for (const port of Object.values(kind.signals as Record<string, SignalPort>)) {
        expect(fields).toEqual(expect.arrayContaining([...Object.values(port.fills), ...Object.keys(port.path ?? {})]));
      }
    });

    it('its figure keeps every anchor inside, and every fitted part is in it', () => {
      const s = untouched();
      const figure = told(s).figure(s.judged as never);
      const points = (d: Drawn): [number, number][] => {
        if (d.sym === 'wire') return d.points;
        if (d.sym === 'block') return [d.at, [d.at[0] + d.size[0], d.at[1] + d.size[1]]];
        if (!('dir' in d)) return [d.at];
        const [x, y] = d.at;
        return [d.at, d.dir === 'right' ? [x + 70, y] : d.dir === 'left' ? [x - 70, y] : d.dir === 'down' ? [x, y + 70] : [x, y - 70]];
      };
      for (const [x, y] of figure.items.flatMap(points)) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(figure.width);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(figure.height);
      }
      const drawn = figure.items.flatMap((d) => ('id' in d && d.id ? [d.id] : []));
      const fitted = s.parts.filter((p) => p.value !== null || (p.def.type === 'device' && (p.def.needed?.(s.judged.x.given) ?? true))).map((p) => p.slot);
      expect(drawn).toEqual(expect.arrayContaining(fitted));
    });

    it('formula and solver agree within five percent, or the kind says why not', () => {
      const compared = confirm(untouched(), told({ kind }));
      if (told({ kind }).simulate) expect(compared.length).toBeGreaterThan(0);
      for (const c of compared) {
        if (c.reason) continue;
        expect(Math.abs(c.difference!), `${c.outcome}: ${c.formula} by formula, ${c.solver} by solver`).toBeLessThan(0.05);
      }
    });

    it('formula and solver agree around that design too, one given after another moved up or down', () => {
      const numbers = Object.entries(kind.given as Record<string, Field>).flatMap(([name, f]) =>
        f.type === 'number' && typeof f.default === 'number' && f.default !== 0 && !f.integer && !f.oneOf ? [[name, f.default] as const] : [],
      );
      for (const [i, [name, usual]] of numbers.entries()) {
        const given = { ...kind.asks, [name]: usual * (i % 2 ? 0.8 : 1.25) };
        const read = checkBoard({ format: 'spark-sum/board', version: 1, name: 'x', stages: [{ id: 'it', kind: id, given }] });
        if (!read.ok) continue;
        for (const c of confirm(evaluateBoard(read.value).byId.get('it')!, told({ kind })))
          if (!c.reason)
            expect(Math.abs(c.difference!), `${c.outcome} with ${name} at ${given[name]}: ${c.formula} by formula, ${c.solver} by solver`).toBeLessThan(0.05);
      }
    });

    it('its curves lie within their own tolerance band', () => {
      for (const band of curvesOf(untouched(), told({ kind }))) {
        expect(band.x[0]).toBeLessThan(band.x.at(-1)!);
        band.nominal.forEach((y, i) => {
          const dust = 1e-9 * Math.abs(y!) + 1e-12;
          expect(y).toBeGreaterThanOrEqual(band.low[i]! - dust);
          expect(y).toBeLessThanOrEqual(band.high[i]! + dust);
        });
      }
    });

    it('its bring-up has windows that hold the nominal, unique steps, and plain words', () => {
      const steps = bringUpOf(told({ kind }), untouched());
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
      for (const step of steps) {
        expect(step.text).not.toMatch(/unknown|NaN|undefined/);
        if (!step.expect) continue;
        // A meter that reads half a percent off does not stop a good board.
        const off = 0.005 * Math.abs(step.expect.nominal);
        expect(step.expect.low, step.id).toBeLessThanOrEqual(step.expect.nominal - off);
        expect(step.expect.high, step.id).toBeGreaterThanOrEqual(step.expect.nominal + off);
      }
    });

    it('names its outcomes for people, and no two alike in one unit', () => {
      const titles = Object.values(kind.outcomes as Record<string, OutcomeDef>).map((o) => `${o.title} ${o.unit}`);
      expect(new Set(titles).size).toBe(titles.length);
      expect(kind.purpose.length).toBeGreaterThan(30);
      expect(told({ kind }).sources.length).toBeGreaterThan(0);
    });
  });
