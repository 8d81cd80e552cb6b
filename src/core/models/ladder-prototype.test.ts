import { expect, it } from 'vitest';
import { ladder, type Ladder } from './ladder-prototype.ts';
import { magnitude, poles } from './prototype.ts';

const base: Ladder = { response: 'butterworth', order: 3, ripple: 0.5, termination: 'double', firstElement: 'series', ratio: 1 };

/** Transfer of a ladder of those elements worked from the load back to the source. */
function transfer(g: readonly number[], l: Ladder, w: number): number {
  // Voltage 1 at the load; then current and voltage before each element.
  let [vr, vi, ir, ii] = [1, 0, 1 / l.ratio, 0];
  if (l.termination === 'single') [ir, ii] = [1, 0];
  [...g.entries()].reverse().forEach(([k, value]) => {
    const series = (k % 2 === 0) === (l.firstElement === 'series');
    if (series) [vr, vi] = [vr - w * value * ii, vi + w * value * ir];
    else [ir, ii] = [ir - w * value * vi, ii + w * value * vr];
  });
  if (l.termination === 'double') [vr, vi] = [vr + ir, vi + ii];
  return 1 / Math.hypot(vr, vi);
}

it('every ladder has the response of its prototype, whatever its ends', () => {
  for (const response of ['butterworth', 'bessel', 'bessel-delay', 'chebyshev'] as const)
    for (let order = 1; order <= 7; order++)
      for (const ratio of [0.5, 1, 3])
        for (const firstElement of ['series', 'shunt'] as const)
          for (const termination of ['double', 'single'] as const) {
            const l: Ladder = { ...base, response, order, ratio, firstElement, termination };
            const g = ladder(l);
            if (!Array.isArray(g)) continue;
            expect(g).toHaveLength(order);
            expect(g.every((v) => v > 0)).toBe(true);
            for (const w of [0.3, 0.8, 1, 1.6]) {
              const wanted = magnitude(poles(response, order, 0.5), w);
              expect(transfer(g, l, w) / transfer(g, l, 1e-9) / wanted, `${response} ${order} ${ratio} ${firstElement} ${termination}`).toBeCloseTo(1, 6);
            }
          }
});

it('says which ends an even order cannot have', () => {
  expect(ladder({ ...base, response: 'chebyshev', order: 4 })).toMatchObject({ field: 'loadResistance' });
  expect(ladder({ ...base, order: 4, ratio: 0.5 })).toMatchObject({ field: 'firstElement' });
  expect(ladder({ ...base, termination: 'single', firstElement: 'shunt' })).toMatchObject({ field: 'firstElement' });
});
