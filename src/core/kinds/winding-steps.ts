import { skinDepth, type Wire } from '../physics/winding.ts';
import { step } from '../stage/telling.ts';
import type { Operand } from '../stage/telling.ts';

/** Working of the resistance at a frequency over that at dc, of one winding. */
export function windingSteps<const G extends Operand>(slot: string, w: Wire, frequency: number, celsius: number, gives: G) {
  const depth = skinDepth(frequency, celsius);
  const x = ((Math.PI / 4) ** 0.75 * w.diameter * Math.sqrt(w.diameter / w.outerDiameter)) / depth;
  const d = [w.diameter, 'm'] as const;
  const first = [
    step(
      'Skin depth',
      'dl = sqrt(1.7241e-8*(1 + 0.00393*(T - 20))/(pi*f*4e-7*pi))',
      [depth, 'm'],
      { T: [celsius, 'degC'], f: [frequency, 'Hz'] },
      'IEC 60028; diffusion into a conductor',
    ),
    step(
      `Wire of ${slot} over it`,
      'x = (pi/4)^0.75*d/dl*sqrt(d/D)',
      [x, ''],
      { d, dl: [depth, 'm'], D: [w.outerDiameter, 'm'] },
      'round wire as a foil, Dowell 1966',
    ),
  ];
  const m2 = w.layers ** 2 * w.strands;
  if (x < 1e-4) return [...first, step('More for the ripple', 'F = 1*k', gives, { k: [1, ''] }, 'thin wire: none')];
  if (x > 20) return [...first, step('More at that frequency', 'F = x*(1 + 2*(M - 1)/3)', gives, { x: [x, ''], M: [m2, ''] }, 'Dowell 1966, thick wire')];
  return [
    ...first,
    step(
      'More at that frequency',
      'F = x*((sinh(2*x) + sin(2*x))/(cosh(2*x) - cos(2*x)) + 2*(M - 1)/3*(sinh(x) - sin(x))/(cosh(x) + cos(x)))',
      gives,
      { x: [x, ''], M: [m2, ''] },
      'Dowell 1966, with layers squared times strands',
    ),
  ];
}
