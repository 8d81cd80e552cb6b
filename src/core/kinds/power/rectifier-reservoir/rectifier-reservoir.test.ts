import { describe, expect, it } from 'vitest';
import { alone, check, ends, nominal } from '../../../testing/boards.ts';
import { steadyState, waveform, type Charging } from './solve.ts';

const base: Charging = { crest: 20, drop: 1.8, resistance: 1, farads: 2.2e-3, esr: 0.05, load: 0.5, mains: 50, half: false };
const supply = (given: object = {}, parts: object = {}, more: object = {}) => alone('rectifier-reservoir', given as never, parts as never, more);

/** The same circuit stepped through time from nothing, by Heun's method: no solving for angles at all. */
function stepped(c: Charging, periods = 60) {
  const dt = 1e-6;
  const period = (c.half ? 1 : 0.5) / c.mains;
  const w = 2 * Math.PI * c.mains;
  const e = (t: number) => (c.half ? Math.max(Math.sin(w * t), 0) : Math.abs(Math.sin(w * t))) * c.crest - c.drop;
  const current = (t: number, vc: number) => Math.max(0, (e(t) - vc + c.esr * c.load) / (c.resistance + c.esr));
  const slope = (t: number, vc: number) => (current(t, vc) - c.load) / c.farads;
  let vc = c.crest - c.drop;
  let [low, high, sum, square, count] = [Infinity, -Infinity, 0, 0, 0];
  for (let t = 0; t < periods * period; t += dt) {
    const a = slope(t, vc);
    vc += (dt / 2) * (a + slope(t + dt, vc + dt * a));
    if (t < (periods - 1) * period) continue;
    const i = current(t + dt, vc);
    const v = vc + c.esr * (i - c.load);
    [low, high, sum, square, count] = [Math.min(low, v), Math.max(high, v), sum + v, square + i * i, count + 1];
  }
  return { low, high, mean: sum / count, rms: Math.sqrt(square / count) };
}

describe('steady state', () => {
  it.each([
    ['full-wave', base],
    ['half-wave', { ...base, half: true }],
    ['heavy load, small reservoir', { ...base, load: 1.5, farads: 4.7e-4 }],
    ['lossy capacitor', { ...base, esr: 0.6 }],
  ])(
    'agrees with stepping through time: %s',
    (_name, c) => {
      const s = steadyState(c)!;
      const t = stepped(c);
      expect(s.mean).toBeCloseTo(t.mean, 2);
      expect(s.trough).toBeCloseTo(t.low, 2);
      expect(s.peak).toBeCloseTo(t.high, 2);
      expect(s.rms).toBeCloseTo(t.rms, 2);
    },
    20_000,
  );

  it('what charges is what is drawn: the mean charging current is the load', () => {
    const s = steadyState(base)!;
    const wave = waveform(base, s);
    // Charge lost while off is won while on: the wave closes on itself.
    expect(wave(0)).toBeCloseTo(wave(0.01 - 1e-12), 6);
  });

  it('a load that the transformer cannot carry has no output, and its checks fail', () => {
    const s = supply({ loadCurrent: 30 });
    expect(ends(s, 'outputVoltage')).toMatchObject({ nominal: null, absent: { sort: 'impossible' } });
    expect(check(s, 'trough')!.status).toBe('fail');
  });

  it('without a load it stands at the crest', () => {
    expect(nominal(supply({ loadCurrent: 0, lineFactor: 1 }), 'outputVoltage')).toBeCloseTo(Math.SQRT2 * 12 * 1.15 - 1.8, 9);
  });
});

it('power from the secondary is power to the load plus all heat', () => {
  const s = supply({ loadCurrent: 0.4 }, { R1: { value: 2200 } });
  const o = Object.fromEntries(Object.keys(s.kind.outcomes).map((k) => [k, s.judged.nominal(k) ?? 0]));
  const heat = Object.values(s.kind.heat!(s.judged.x as never, o, 'peak', 1)).reduce((a, b) => a + b, 0);
  expect(s.kind.source!(s.judged.x as never, o, 'peak', 0)).toBeCloseTo(nominal(s, 'outputVoltage') * 0.4 + heat, 9);
});

describe('sizing', () => {
  it('takes the smallest reservoir with margin to spare: the next smaller one has none', () => {
    const given = { loadCurrent: 0.6, minimumOutput: 10.5, maximumRipple: 4 };
    const s = supply(given);
    const c1 = s.parts.find((p) => p.slot === 'C1')!.value!;
    expect(check(s, 'trough')!.status).not.toBe('fail');
    const smaller = { 1e-3: 6.8e-4, 1.5e-3: 1e-3, 2.2e-3: 1.5e-3, 3.3e-3: 2.2e-3, 4.7e-3: 3.3e-3, 6.8e-3: 4.7e-3, 1e-2: 6.8e-3 }[c1]!;
    const less = supply(given, { C1: { value: smaller, tolerance: 0.2 } });
    expect([check(less, 'trough')!.status, check(less, 'ripple')!.status]).not.toEqual(['ok', 'ok']);
  });

  it('the bleeder it names empties the reservoir in time', () => {
    const s = supply(
      { secondaryVoltage: 60, transformerVa: 100, loadCurrent: 0.1 },
      { C1: { value: 1e-3, tolerance: 0.2, voltageRating: 160 }, R1: {}, D1: { voltageRating: 400 } },
    );
    expect(check(s, 'discharge')!.status).not.toBe('fail');
    expect(check(supply({ secondaryVoltage: 60, transformerVa: 100, loadCurrent: 0.1 }, { C1: { value: 1e-3 } }), 'discharge')!.status).toBe('fail');
  });
});
