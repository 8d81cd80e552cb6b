import { expect, it } from 'vitest';
import { agrees, alone, ends, nominal, refusals } from '../../../testing/boards.ts';

it('is at half power where a Butterworth of exact parts must be', () => {
  const w = 2 * Math.PI * 1e6;
  const s = alone('lc-ladder-filter', { attenuationFrequency: 1e7 }, { L1: { value: 50 / w }, C2: { value: 2 / (50 * w) }, L3: { value: 50 / w } });
  agrees(
    s,
    { normalised1: 1, normalised2: 2, normalised3: 1, halfPowerFrequency: 1e6, attenuation: 10 * Math.log10(1 + 1e6), gain: 0.5, insertionLoss: 0 },
    1e-6,
  );
});

it('rings without its load as its losses let it', () => {
  const w = 2 * Math.PI * 4e4;
  const l = (6 * Math.SQRT2) / w;
  const c = 1 / (6 * Math.SQRT2 * w);
  const s = alone(
    'lc-ladder-filter',
    { termination: 'single', order: 2, cutoffFrequency: 4e4, loadResistance: 6, sourceResistance: 0 },
    { L1: { value: l, dcr: 0.1 }, C2: { value: c } },
  );
  // Quality of a series circuit: √(L/C)/R, at its peak nearly all of it.
  expect(nominal(s, 'unloadedPeak')).toBeCloseTo(20 * Math.log10(Math.sqrt(l / c) / 0.1), 2);
});

it('spreads with its load', () => {
  const at = (loadResistance: object | number) =>
    ends(
      alone('lc-ladder-filter', { termination: 'single', order: 2, cutoffFrequency: 4e4, loadResistance: loadResistance as number, sourceResistance: 0.1 }),
      'passbandPeak',
    ).high!;
  expect(at({ nominal: 6, low: 4, high: 16 })).toBeGreaterThan(at(6));
});

it('says where its ends cannot be', () => {
  const path = (given: object) => refusals([{ id: 'a', kind: 'lc-ladder-filter', given }]).map((r) => r.path);
  expect(path({ response: 'chebyshev', order: 4 })).toEqual(['stages[0].given.loadResistance']);
  expect(path({ order: 4, loadResistance: 10 })).toEqual(['stages[0].given.firstElement']);
  expect(path({ sourceResistance: 0 })).toEqual(['stages[0].given.sourceResistance']);
});
