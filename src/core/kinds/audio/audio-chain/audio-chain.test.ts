import { expect, it } from 'vitest';
import { alone, nominal, refusals } from '../../../testing/boards.ts';

const stages = [
  { name: 'a', gain: 20, maximumOutput: 10, maximumInput: null, inputNoise: -110 },
  { name: 'b', gain: 10, maximumOutput: 20, maximumInput: -5, inputNoise: -100 },
];

it('refers noise and limits of each stage to the input', () => {
  const s = alone('audio-chain', { inputLevel: -40, stages });
  // −110 dBu and −100 − 20 dBu as powers.
  const v2 = 10 ** -11 + 10 ** -12;
  expect(nominal(s, 'inputNoise')).toBeCloseTo(10 * Math.log10(v2), 9);
  expect(nominal(s, 'clippingInput')).toBe(-25);
  expect(nominal(s, 'clippingStage')).toBe(2);
  expect(nominal(s, 'noiseShare')).toBeCloseTo(10 ** -11 / v2, 9);
});

it('is no chain without a stage, and says which cell is wrong', () => {
  expect(refusals([{ id: 'a', kind: 'audio-chain', given: { stages: [] } }])[0]!.path).toBe('stages[0].given.stages');
  expect(refusals([{ id: 'a', kind: 'audio-chain', given: { stages: [{ name: 'x', gain: 'loud' }] } }])[0]!.path).toBe('stages[0].given.stages[0].gain');
});
