import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';
import { seriesBetween } from '../../../quantity/preferred.ts';

const regulator = (given: object = {}, parts: object = {}, more: object = {}) => alone('linear-regulator', given as never, parts as never, more);

describe('output and heat', () => {
  it('is energy balanced: input power is output power, heat of the device and of the divider', () => {
    const s = regulator({ inputVoltage: 12, loadCurrent: 0.3 });
    const [vin, vout] = [12, nominal(s, 'outputVoltage')];
    const heat = s.kind.heat!(
      s.judged.x as never,
      {
        outputVoltage: vout,
        outputCurrent: nominal(s, 'outputCurrent'),
        inputCurrent: nominal(s, 'inputCurrent'),
        dividerCurrent: nominal(s, 'dividerCurrent'),
      },
      'peak',
      1,
    );
    const all = Object.values(heat).reduce((a, b) => a + b, 0);
    expect(vin * nominal(s, 'inputCurrent')).toBeCloseTo(vout * 0.3 + all, 9);
  });

  it('the highest load it names brings the junction exactly to its limit', () => {
    const s = regulator({ inputVoltage: 15, loadCurrent: 0.05, sinkToAmbient: 10 });
    const load = nominal(s, 'highestLoad');
    expect(nominal(regulator({ inputVoltage: 15, loadCurrent: load, sinkToAmbient: 10 }), 'junctionTemperature')).toBeCloseTo(125, 0);
  });

  it('the highest input it names brings the junction to its limit, and the heatsink it asks for holds it there', () => {
    const hot = { inputVoltage: 24, loadCurrent: 0.4 };
    const s = regulator(hot);
    expect(check(s, 'junction-temperature')!.status).toBe('fail');
    expect(nominal(regulator({ ...hot, inputVoltage: nominal(s, 'highestInputVoltage') }), 'junctionTemperature')).toBeCloseTo(125, 6);
    expect(nominal(regulator({ ...hot, sinkToAmbient: nominal(s, 'requiredSinkToAmbient') }), 'junctionTemperature')).toBeCloseTo(125, 6);
  });

  it('colder outside means colder inside, kelvin for kelvin', () => {
    const at = (ambient: number) => nominal(regulator({}, {}, { conditions: { ambient } }), 'junctionTemperature');
    expect(at(50) - at(10)).toBeCloseTo(40, 9);
  });
});

describe('dropout', () => {
  it('only the low end is lost where only the worst case drops out', () => {
    const s = regulator({ inputVoltage: { nominal: 8, low: 6.5, high: 9 }, outputVoltage: 5, loadCurrent: 0.1 });
    expect(ends(s, 'outputVoltage')).toMatchObject({ low: null, absent: { reason: expect.stringContaining('drops out') } });
    expect(ends(s, 'outputVoltage').nominal).toBeCloseTo(5, 1);
    expect(check(s, 'dropout')!.status).toBe('fail');
    expect(check(s, 'output-accuracy')!.status).toBe('fail');
  });

  it('everything is lost where even the nominal drops out', () => {
    const s = regulator({ inputVoltage: 6, outputVoltage: 5 });
    for (const name of ['outputVoltage', 'outputRipple', 'dissipation', 'junctionTemperature']) expect(ends(s, name).nominal, name).toBeNull();
    expect(check(s, 'junction-temperature')!.status).toBe('fail');
  });

  it('ripple takes headroom: half of it at the trough', () => {
    const quiet = nominal(regulator({ inputVoltage: 12 }), 'differential');
    expect(nominal(regulator({ inputVoltage: 12, inputRipple: 2 }), 'differential')).toBeCloseTo(quiet - 1, 12);
  });
});

describe('ripple and noise', () => {
  it('rejection falls 20 dB a decade beyond its corner', () => {
    const at = (rippleFrequency: number) => nominal(regulator({ rippleFrequency }), 'rippleRejection');
    expect(at(1.5e4) - at(1.5e5)).toBeCloseTo(20, 1);
  });

  it('a bypass brings back what the divider multiplied: 20·log10 of the gain at high frequency', () => {
    const parts = { R1: { value: 240 }, R2: { value: 2050 } };
    const plain = regulator({ inputVoltage: 18, outputVoltage: 12, rippleFrequency: 1e4 }, parts);
    const bypassed = regulator({ inputVoltage: 18, outputVoltage: 12, rippleFrequency: 1e4 }, { ...parts, C3: { value: 1e-5 } });
    expect(nominal(bypassed, 'rippleRejection') - nominal(plain, 'rippleRejection')).toBeCloseTo(20 * Math.log10(1 + 2050 / 240), 2);
  });

  it('noise over the band agrees with integrating the gain by hand', () => {
    const parts = { R1: { value: 240 }, R2: { value: 2050 }, C3: { value: 1e-6 }, U1: { voltageNoise: 1e-7 } };
    const s = regulator({ inputVoltage: 18, outputVoltage: 12, noiseLow: 10, noiseHigh: 1e5 }, parts);
    const a = 1 + 2050 / 240;
    const tau = 2050 * 1e-6;
    let sum = 0;
    const n = 400_000;
    for (let i = 0; i < n; i++) {
      // Midpoints on a logarithmic grid.
      const f = 10 * 1e4 ** ((i + 0.5) / n);
      const w = (2 * Math.PI * f * tau) ** 2;
      sum += ((a * a + w) / (1 + w)) * f * (Math.log(1e4) / n);
    }
    expect(nominal(s, 'outputNoise')).toBeCloseTo(1e-7 * Math.sqrt(sum), 9);
  });
});

describe('sizing', () => {
  it.each([3.3, 5, 9, 12, 15, 24])('the pair for %d V is the best of all pairs in E24', (wanted) => {
    const s = regulator({ inputVoltage: wanted + 5, outputVoltage: wanted });
    const candidates = seriesBetween('E24', 10, 1e5);
    let best = Infinity;
    for (const r1 of seriesBetween('E24', 120, 270)) for (const r2 of candidates) best = Math.min(best, Math.abs(1.25 * (1 + r2 / r1) + 5e-5 * r2 - wanted));
    const [r1, r2] = ['R1', 'R2'].map((slot) => s.parts.find((p) => p.slot === slot)!.value!) as [number, number];
    expect(Math.abs(1.25 * (1 + r2 / r1) + 5e-5 * r2 - wanted)).toBeCloseTo(best, 9);
  });

  it('keeps R1 low enough to carry the least load when nothing else draws', () => {
    const s = regulator({ loadCurrent: { nominal: 0.1, low: 0, high: 0.2 } });
    expect(check(s, 'minimum-load')!.status).not.toBe('fail');
  });

  it('a fixed type has no divider', () => {
    const s = regulator({ regulatorType: 'fixed' }, { U1: { referenceVoltage: 5 } });
    expect(s.parts.find((p) => p.slot === 'R1')!.value).toBeNull();
    expect(nominal(s, 'dividerCurrent')).toBe(0);
  });
});

it('the largest difference is judged, also where the input alone is within its rating', () => {
  const s = regulator({ inputVoltage: 30, outputVoltage: 5, loadCurrent: 0.001 }, { U1: { maximumDifferential: 20 } });
  expect(check(s, 'input-maximum')!.status).not.toBe('fail');
  expect(check(s, 'differential-maximum')!.status).toBe('fail');
});
