import { expect, it } from 'vitest';
import { sumOf } from '../testing/boards.ts';
import { explanations } from './explain.ts';

const R = (value: number) => ({ value, tolerance: 0.01 });
const difference = () =>
  sumOf([
    {
      id: 'a',
      kind: 'opamp-amplifier',
      given: { topology: 'difference', gain: 10 },
      parts: { R1: R(1e4), R2: R(1e5), R3: R(1e4), R4: R(1e5), U1: { commonModeRejection: 300 } },
    },
  ]).byId.get('a')!;

it('finds the one resistor that explains a measured common-mode rejection, each of the four by as much', () => {
  const stage = difference();
  // One resistor of four off by d leaves d/(1 + G) of the common mode, that of the signal is G: CMRR = (1 + G)/d.
  const d = 0.003;
  const found = explanations(stage, 'commonModeRejection', 20 * Math.log10(11 / d)).filter((e) => /R\d/.test(e.input));
  expect(found.map((e) => e.input).sort()).toEqual([1, 2, 3, 4].map((n) => `parts.R${n}.value`));
  for (const e of found) {
    expect(Math.abs(Math.abs(e.value / e.nominal - 1) / d - 1)).toBeLessThan(0.02);
    expect(e.tolerances).toBeCloseTo(0.3, 1);
  }
});

it('gives what was measured back when it is put there, and leaves the stage as it was', () => {
  const stage = difference();
  const before = stage.judged.nominal('bandwidth')!;
  const measured = before * 0.9;
  const all = explanations(stage, 'bandwidth', measured);
  expect(all.length).toBeGreaterThan(0);
  for (const { input, value, nominal } of all) {
    const of = stage.judged.study.inputs.find((i) => i.path === input)!;
    of.target[of.key] = value;
    const there = stage.judged.study.here()['bandwidth'] as number;
    of.target[of.key] = nominal;
    expect(there / measured).toBeCloseTo(1, 9);
  }
  expect(stage.judged.study.here()['bandwidth']).toBe(before);
});

it('says nothing where nothing explains it', () => {
  expect(explanations(difference(), 'supplySpan', 1e6)).toEqual([]);
});
