import { expect, it } from 'vitest';
import { sumOf } from '../testing/boards.ts';
import { chainResponse, chainTiming } from './chain-response.ts';
import { suggestions } from './suggest.ts';

const chain = (more: object = {}) =>
  sumOf([
    { id: 'a', kind: 'rc-lowpass', parts: { R1: { value: 1000 }, C1: { value: 1e-7, tolerance: 0.1 } } },
    { id: 'b', kind: 'opamp-amplifier', given: { topology: 'buffer', ...more }, signals: { in: 'a.out' } },
    { id: 'c', kind: 'rc-lowpass', parts: { R1: { value: 1000 }, C1: { value: 1e-8 } }, signals: { in: 'b.out' } },
    { id: 'd', kind: 'adc-channel', signals: { in: 'c.out' } },
  ]).chains.find((c) => c.at(-1)!.stage === 'd')!;

it('takes off what each of its stages takes off, with the spread of all', () => {
  const band = chainResponse(chain())!;
  const at = 1591.5494309;
  const i = band.x.findIndex((f) => f >= at);
  const f = band.x[i]!;
  const one = 10 * Math.log10(1 + (f / at) ** 2);
  const two = 10 * Math.log10(1 + (f / (10 * at)) ** 2);
  expect(band.nominal[i]!).toBeCloseTo(-(one + two), 1);
  expect(band.low[i]!).toBeLessThan(band.nominal[i]!);
  expect(band.high[i]!).toBeGreaterThan(band.nominal[i]!);
});

it('delays and follows a step as its two sections do', () => {
  const { delay, step } = chainTiming(chain())!;
  const [slow, fast] = [1e-4, 1e-5];
  const low = delay.x.findIndex((f) => f > 10);
  expect(delay.nominal[low]! / (slow + fast)).toBeCloseTo(1, 2);
  for (const at of [5e-5, 1e-4, 3e-4]) {
    const i = step.x.findIndex((t) => t >= at);
    const t = step.x[i]!;
    const y = 1 - (slow * Math.exp(-t / slow) - fast * Math.exp(-t / fast)) / (slow - fast);
    expect(Math.abs(step.nominal[i]! - y)).toBeLessThan(0.01);
  }
});

it('settles to nothing behind a coupling capacitor', () => {
  const sum = sumOf([
    { id: 'a', kind: 'rc-highpass', parts: { R1: { value: 1e4 }, C1: { value: 1e-6 } } },
    { id: 'b', kind: 'opamp-amplifier', given: { topology: 'buffer', coupling: 'ac' }, signals: { in: 'a.out' } },
    { id: 'd', kind: 'adc-channel', signals: { in: 'b.out' } },
  ]);
  const { step } = chainTiming(sum.chains.find((c) => c.at(-1)!.stage === 'd')!)!;
  const near = (at: number) => step.nominal[step.x.findIndex((t) => t >= at)]!;
  expect(Math.abs(near(1e-3) - Math.exp(-0.1))).toBeLessThan(0.02);
  expect(Math.abs(step.nominal.at(-1)!)).toBeLessThan(0.02);
});

it('has none where nothing bounds it', () => {
  expect(chainResponse([])).toBeNull();
});

it('asks for gain ahead of a late stage that rules the noise', () => {
  const sum = sumOf([
    {
      id: 'a',
      kind: 'opamp-amplifier',
      given: { gain: 2, coupling: 'ac', inputAmplitude: 0.01 },
      parts: { U1: { voltageNoise: 1e-9, voltageNoiseCorner: 0 } },
    },
    { id: 'b', kind: 'opamp-amplifier', given: { gain: 50, coupling: 'ac' }, parts: { U1: { voltageNoise: 1e-7 } }, signals: { in: 'a.out' } },
    { id: 'c', kind: 'adc-channel', given: { converterNoise: 1e-6, resolution: 24 }, signals: { in: 'b.out' } },
  ]);
  expect(suggestions(sum).some((s) => s.before?.stage === 'b' && /noise/.test(s.why))).toBe(true);
});
