import { expect, it } from 'vitest';
import { ends, nominal, sumOf } from '../testing/boards.ts';
import { thresholdCosts } from './thresholds.ts';

const cell = { id: 'cell', kind: 'battery-supply', given: { chemistry: 'lithium-ion', series: 1, capacity: 2, minimumVoltage: 3 }, rails: { out: 'pack' } };
const load = { id: 'load', kind: 'supply-load', given: { typicalCurrent: 0.01, minimumVoltage: 2.8, maximumVoltage: 4.5 }, rails: { in: 'pack' } };
const watch = (given: object) => ({ id: 'watch', kind: 'supply-monitor', given: { inputLeakage: 0, ...given } as never, rails: { in: 'pack' } });
const cost = (given: object) => thresholdCosts(sumOf([cell, load, watch(given)]).stages)[0]!;

it('is the charge between where the threshold is meant to act and where it acts at worst, as time', () => {
  const sum = sumOf([cell, load, watch({ lowThreshold: 3.6 })]);
  const c = thresholdCosts(sum.stages)[0]!;
  const s = sum.byId.get('watch')!;
  expect(c.low).toBeCloseTo(3.6 + ends(s, 'thresholdError').low!, 9);
  expect(c.high).toBeCloseTo(3.6 + ends(s, 'thresholdError').high!, 9);
  expect(c.unused).toBeGreaterThan(0);
  expect(c.time! / nominal(sum.byId.get('cell')!, 'runTime')).toBeCloseTo(c.unused, 9);
});

it('falls with a tighter reference, and to little with a calibration', () => {
  const loose = cost({ lowThreshold: 3.6, referenceVoltage: { nominal: 1.1, low: 1, high: 1.2 } });
  const tight = cost({ lowThreshold: 3.6, referenceVoltage: { nominal: 1.1, low: 1.08, high: 1.12 } });
  const calibrated = cost({ lowThreshold: 3.6, calibrated: true });
  expect(tight.unused).toBeLessThan(loose.unused);
  expect(calibrated.unused).toBeLessThan(loose.unused / 2);
});

it('says nothing of a monitor that hangs on no battery', () => {
  expect(thresholdCosts(sumOf([{ id: 'watch', kind: 'supply-monitor' }]).stages)).toEqual([]);
});
