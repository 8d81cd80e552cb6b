import { expect, it } from 'vitest';
import { agrees, alone, nominal, refusals } from '../../../testing/boards.ts';

it('is a first-order network where it is one: gain, rise, settling, noise', () => {
  const s = alone('network-ladder', { frequency: 1591.549430918953, settlingBand: 0.01, bandLow: 1, bandHigh: 1e7 });
  const tau = 1e-4;
  agrees(
    s,
    {
      gainDb: 10 * Math.log10(0.5),
      phaseShift: -45,
      riseTime: tau * Math.log(9),
      settlingTime: tau * Math.log(100),
      stepFinal: 1,
      inputImpedance: 1000 * Math.SQRT2,
    },
    1e-6,
  );
  // kT/C, the whole of it but the ends of the band.
  expect(nominal(s, 'outputNoise') / Math.sqrt((1.380649e-23 * 298.15) / 1e-7)).toBeCloseTo(1, 3);
});

it('overshoots as a resonant circuit does', () => {
  const given = {
    elements: [
      { place: 'series', parts: ['L1'] },
      { place: 'shunt', parts: ['C1'] },
    ],
    sourceResistance: 20,
  };
  const s = alone('network-ladder', given as never, { L1: { value: 1e-3 }, C1: { value: 1e-6 } });
  const zeta = (20 / 2) * Math.sqrt(1e-6 / 1e-3);
  expect(nominal(s, 'overshoot')).toBeCloseTo(Math.exp((-Math.PI * zeta) / Math.sqrt(1 - zeta * zeta)), 6);
});

it('says which branch names what is not there', () => {
  const path = (elements: object[], parts: object = {}) => refusals([{ id: 'a', kind: 'network-ladder', given: { elements }, parts }]).map((r) => r.path);
  expect(
    path([
      { place: 'series', parts: ['R1'] },
      { place: 'shunt', parts: ['C9'] },
    ]),
  ).toEqual(['stages[0].given.elements[1].parts[0]']);
  expect(path([{ place: 'series', parts: ['X1'] }])).toEqual(['stages[0].given.elements[0].parts[0]']);
  expect(path([{ place: 'up', parts: ['R1'] }])).toEqual(['stages[0].given.elements[0].place']);
});
