import { abs, add, complex, over, type Complex } from '../../../math/complex.ts';
import { ladderAt, type Section } from '../../../physics/rc-ladder.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** Thermal voltage at 27 °C, V: kT/q. */
export const THERMAL = 0.02585;

export const base = ({ given: g, parts: { R1, R3, C1, C3 } }: AnyInputs): Section[] => [
  { ohms: R1.value, farads: C1.value, esr: C1.esr },
  ...(g.sections === 2 ? [{ ohms: R3.value, farads: C3.value, esr: C3.esr }] : []),
];

export const bleed = ({ parts }: AnyInputs): number => parts.R2.value || Infinity;

/** Ripple at the output over that at the input. // [Hybrid pi] emitter follower with finite output conductance, constant-current load */
export function through(x: AnyInputs, frequency: number): number {
  const { given: g, parts } = x;
  const { transfer: h, impedance: z } = ladderAt(base(x), frequency, bleed(x));
  const { currentGain: beta, earlyVoltage } = parts.Q1;
  const scale = (beta + 1) * earlyVoltage;
  const k: Complex = { re: (z.re * g.loadCurrent + beta * THERMAL) / scale, im: (z.im * g.loadCurrent) / scale };
  return abs(over(add(h, k), add(complex(1), k)));
}
