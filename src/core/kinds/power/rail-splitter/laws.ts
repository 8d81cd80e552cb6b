import { abs, add, beside, capacitor, complex, over, type Complex } from '../../../math/complex.ts';
import { parallel } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** Impedance of the middle at a frequency, ohm. */
export function impedance({ given: g, parts }: AnyInputs, frequency: number): number {
  const { R1, R2, C1, R3, C2, U1 } = parts;
  const rth = complex(parallel(R1.value, R2.value));
  if (g.buffer === 'none') return abs(C1.value ? beside(rth, capacitor(C1.value, frequency, C1.esr)) : rth);
  // Closed loop of the follower: open-loop output resistance over one plus the loop gain.
  const loop = add(complex(1), over(complex(U1.gainBandwidth), complex(0, frequency)));
  const out = add(complex(R3.value ?? 0), over(complex(U1.outputResistance), loop));
  return abs(C2.value ? beside(out, capacitor(C2.value, frequency, C2.esr)) : out);
}

/** Share of the supply's ripple that reaches the middle. */
export function ripple({ given: g, parts }: AnyInputs): number {
  const { R1, R2, C1, U1 } = parts;
  const lower: Complex = C1.value ? beside(complex(R2.value), capacitor(C1.value, g.rippleFrequency, C1.esr)) : complex(R2.value);
  const share = abs(over(lower, add(complex(R1.value), lower)));
  return share + (g.buffer === 'op-amp' ? 10 ** (-U1.rippleRejection / 20) : 0);
}
