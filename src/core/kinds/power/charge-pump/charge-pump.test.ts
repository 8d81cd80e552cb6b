import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal } from '../../../testing/boards.ts';
import { perAmpere, type Pump } from './network.ts';

const base: Pump = { c1: 1e-5, e1: 0.01, c2: 1e-5, e2: 0.01, in: 10, out: 10, frequency: 1e5 };

describe('output resistance', () => {
  it('at slow clocks is 1/(f·C), at fast ones twice both ways and four times the ESR', () => {
    expect(perAmpere({ ...base, frequency: 100, c2: 1 }).resistance * 100 * 1e-5).toBeCloseTo(1, 3);
    expect(perAmpere({ ...base, frequency: 1e8, c2: 1e-3, e2: 0 }).resistance).toBeCloseTo(2 * 20 + 4 * 0.01, 2);
  });
  it('never exceeds the sum of both', () => {
    for (const frequency of [1e3, 1e4, 1e5, 1e6]) {
      const p = { ...base, frequency };
      expect(perAmpere(p).resistance).toBeLessThanOrEqual(1 / (frequency * p.c1) + 40 + 0.05);
    }
  });
  it('all charge of the load passes the flying capacitor: its rms is at least twice the load', () => {
    expect(perAmpere(base).rms).toBeGreaterThanOrEqual(2);
  });
});

const pump = (given: object = {}, parts: object = {}) => alone('charge-pump', given as never, parts as never);

it('inverts below zero and doubles above', () => {
  expect(nominal(pump(), 'outputVoltage')).toBeLessThan(-4);
  expect(nominal(pump({ mode: 'doubler', outputVoltageMinimum: 8 }), 'outputVoltage')).toBeGreaterThan(8);
});
it('power in is power out plus all losses', () => {
  const s = pump({ mode: 'doubler', outputVoltageMinimum: 8 });
  expect(5 * nominal(s, 'inputCurrent')).toBeCloseTo(nominal(s, 'outputVoltage') * 0.01 + nominal(s, 'totalDissipation'), 12);
});
it('a droop larger than the pump makes is no voltage at all', () => {
  const s = pump({ loadCurrent: 0.5 });
  expect(ends(s, 'outputVoltage').nominal).toBeNull();
  expect(check(s, 'output-minimum')!.status).toBe('fail');
});

describe('any pump, its settled period written out in one piece', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    mode: fc.constantFrom('inverter', 'doubler'),
    rectifier: fc.constantFrom('switches', 'diodes'),
    loadCurrent: real(0.001, 0.02),
    switchingFrequency: real(2e4, 3e5),
    inputVoltage: real(4, 12),
  });
  const parts = fc.record({ c1: real(1e-6, 1e-5), c2: real(2e-6, 4e-5), e1: real(0.001, 0.2), e2: real(0.001, 0.2), ron: real(1, 8), vf: real(0.2, 0.6) });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, parts, (g, p) => {
        const s = alone('charge-pump', g, {
          C1: { value: p.c1, esr: p.e1 },
          C2: { value: p.c2, esr: p.e2 },
          U1: { switchResistance: p.ron, quiescentCurrent: 2e-4, junctionToAmbient: 200 },
          D1: { forwardVoltage: p.vf, seriesResistance: 0.05 },
        });
        const diodes = g.rectifier === 'diodes';
        const [i, vin, f] = [g.loadCurrent, g.inputVoltage, g.switchingFrequency];
        const [h, q] = [1 / (2 * f), 1 / f];
        const leg = diodes ? p.ron + 0.05 : 2 * p.ron;
        const [ra, r] = [leg + p.e1, leg + p.e1 + p.e2];
        const a = Math.exp(-h / (ra * p.c1));
        const v1 = (-q * a) / (p.c1 * (1 - a));
        const tau = (r * p.c1 * p.c2) / (p.c1 + p.c2);
        const e = Math.exp(-h / tau);
        const late = p.c1 / (p.c1 + p.c2);
        const A = (q - late * h) / (tau * (1 - e));
        const current = (t: number) => late + A * Math.exp(-t / tau);
        const vA = v1 - current(0) * r + p.e2;
        const inside = (t: number) => vA + ((late - 1) * t + A * tau * (1 - Math.exp(-t / tau))) / p.c2;
        // Mean and extremes of one ampere’s waveform, sampled: half a period fed by the flying capacitor, half by the reservoir alone.
        const n = 20_000;
        let [sum, most, least, square] = [0, -Infinity, Infinity, 0];
        for (let k = 0; k <= n; k++) {
          const t = (h * k) / n;
          const fed = inside(t) + p.e2 * (current(t) - 1);
          const alone = inside(h) - p.e2 - t / p.c2;
          sum += (k === 0 || k === n ? 0.5 : 1) * (fed + alone);
          [most, least] = [Math.max(most, fed, alone), Math.min(least, fed, alone)];
          square += (k === 0 || k === n ? 0.5 : 1) * (current(t) ** 2 + ((q / (ra * p.c1 * (1 - a))) * Math.exp(-t / (ra * p.c1))) ** 2);
        }
        const ro = -sum / n / 2;
        const ideal = (g.mode === 'doubler' ? 2 : 1) * vin - (diodes ? 2 * p.vf : 0);
        const out = ideal - i * ro;
        if (out <= 0) return;
        const input = (g.mode === 'doubler' ? 2 : 1) * i + 2e-4;
        const total = vin * input - out * i;
        const chip = total - (diodes ? 2 * p.vf * i : 0);
        agrees(s, {
          outputResistanceBound: 1 / (f * p.c1) + 4 * leg + 4 * p.e1 + p.e2,
          inputCurrent: input,
          rippleFrequency: f,
          reservoirVoltage: (g.mode === 'doubler' ? 2 : 1) * vin,
        });
        const first = q / (ra * p.c1 * (1 - a));
        agrees(
          s,
          {
            outputResistance: ro,
            outputVoltage: g.mode === 'doubler' ? out : -out,
            droop: i * ro,
            outputRipple: i * (most - least),
            flyingCapacitorRms: i * Math.sqrt((square / n) * h * f),
            peakCurrent: i * (g.mode === 'doubler' ? Math.max(first, current(0)) : first),
            timeConstant: ro * p.c2,
            efficiency: (out * i) / (vin * input),
            totalDissipation: total,
            dissipation: chip,
            junctionTemperature: 25 + 200 * chip,
          },
          1e-3,
        );
      }),
      { numRuns: 80 },
    );
  });
});
