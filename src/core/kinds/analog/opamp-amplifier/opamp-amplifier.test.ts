import { describe, expect, it } from 'vitest';
import { agrees, alone, ends, nominal, sumOf } from '../../../testing/boards.ts';
import { chance } from '../../../testing/random-designs.ts';

const IDEAL = { openLoopGain: 1e9, gainBandwidth: 1e9 };

describe('op-amp amplifier', () => {
  it('amplifies as superposition of an ideal op amp says, in every circuit', () => {
    const resistors = (values: Record<string, number>) => Object.fromEntries(Object.entries(values).map(([k, value]) => [k, { value, tolerance: 0 }]));
    const rs = 700;
    const of = (topology: string, values: Record<string, number>, more = {}) =>
      alone('opamp-amplifier', { topology, sourceResistance: rs, ...more }, { ...resistors(values), U1: IDEAL });
    agrees(of('inverting', { R1: 4700, R2: 33000 }), { gain: -33000 / 5400, noiseGain: 1 + 33000 / 5400 }, 1e-12);
    agrees(of('non-inverting', { R1: 4700, R2: 33000 }), { gain: 1 + 33000 / 4700 }, 1e-12);
    agrees(
      of('summing', { R1: 4700, R2: 33000, R5: 10000, R6: 22000 }, { secondGain: 3, thirdGain: 1.4 }),
      {
        gain: -33000 / 5400,
        secondGain: -33000 / 10700,
        thirdGain: -33000 / 22700,
        noiseGain: 1 + 33000 / 5400 + 33000 / 10700 + 33000 / 22700,
      },
      1e-12,
    );
    // Both inputs raised together by one volt: what comes out is the common-mode gain.
    const [r1, r2, r3, r4] = [10_100, 47_000, 9_900, 47_500];
    const plus = (1 * r4) / (r3 + rs + r4);
    agrees(of('difference', { R1: r1, R2: r2, R3: r3, R4: r4 }), { commonModeGain: plus * (1 + r2 / (r1 + rs)) - r2 / (r1 + rs) }, 1e-9);
  });

  it('finds the worst common-mode rejection that any corner of four resistors has', () => {
    const t = 0.01;
    const s = alone(
      'opamp-amplifier',
      { topology: 'difference', gain: 10 },
      Object.fromEntries(
        [
          ['R1', 10e3],
          ['R2', 100e3],
          ['R3', 10e3],
          ['R4', 100e3],
        ].map(([k, value]) => [k, { value, tolerance: t }]),
      ) as never,
    );
    let worst = Infinity;
    for (let k = 0; k < 16; k++) {
      const [r1, r2, r3, r4] = [10e3, 100e3, 10e3, 100e3].map((r, i) => r * (k & (1 << i) ? 1 + t : 1 - t)) as [number, number, number, number];
      const [gn, gp] = [r2 / r1, ((1 + r2 / r1) * r4) / (r3 + r4)];
      worst = Math.min(worst, -20 * Math.log10(Math.abs((gp - gn) / ((gp + gn) / 2)) + 10 ** (-90 / 20)));
    }
    expect(ends(s, 'commonModeRejection').low).toBeCloseTo(worst, 6);
    expect(ends(s, 'commonModeRejection').high).toBeCloseTo(90, 6);
  });

  it('lets ripple of the reference through with the gain it has there, and that of the supply through its rejection', () => {
    const stages = (kind: 'inverting' | 'difference') =>
      sumOf([
        { id: 'ref', kind: 'rail-splitter', given: { inputVoltage: 5, inputRipple: 0.1, rippleFrequency: 100 }, rails: { out: 'mid' } },
        { id: 'amp', kind: 'opamp-amplifier', given: { topology: kind, gain: 10, positiveSupply: 5 }, rails: { ref: 'mid' } },
      ]);
    for (const kind of ['inverting', 'difference'] as const) {
      const sum = stages(kind);
      const amp = sum.byId.get('amp')!;
      const ripple = sum.byId.get('ref')!.judged.nominal('outputRipple')!;
      const through = kind === 'inverting' ? nominal(amp, 'noiseGain') : 1;
      // The reference is what counts: an op amp’s own rejection does not help against it.
      expect(nominal(amp, 'outputRipple') / (ripple * through)).toBeCloseTo(1, 2);
    }
  });

  it('stands between a rail above and one below ground: levels have their signs, and power is all told', () => {
    const sum = sumOf([
      { id: 'in', kind: 'dc-input', given: { supplyVoltage: 5 }, rails: { out: 'v5' } },
      { id: 'neg', kind: 'inverting-converter', given: { outputVoltage: -5, loadCurrent: 0.02 }, rails: { in: 'v5', out: 'vm5' } },
      {
        id: 'amp',
        kind: 'opamp-amplifier',
        given: { topology: 'inverting', gain: 4, inputAmplitude: 0.5, inputLevel: 0, referenceLevel: 0, loadResistance: 2000 },
        parts: { U1: { supplyMaximum: 36, outputSwingHigh: 0.5, outputSwingLow: 0.5 } },
        rails: { vp: 'v5', vn: 'vm5' },
      },
    ]);
    const amp = sum.byId.get('amp')!;
    const x = amp.judged.x as { given: { negativeSupply: number; positiveSupply: number } };
    expect(x.given.negativeSupply).toBeLessThan(-4);
    // Around ground between like rails, both ends of the swing are about as far.
    expect(nominal(amp, 'outputHeadroomLow')).toBeGreaterThan(1.5);
    const typical = sum.power.find((p) => p.state === 'typical')!;
    const heat = typical.heat.filter((h) => h.stage === 'amp').reduce((w, h) => w + h.power, 0);
    const drawn = (rail: string) => typical.rails.find((r) => r.rail === rail)!;
    expect(drawn('vm5').current).toBeCloseTo(nominal(amp, 'supplyCurrent'), 6);
    expect(heat).toBeCloseTo((x.given.positiveSupply - x.given.negativeSupply) * nominal(amp, 'supplyCurrent'), 6);
  });

  it('dissipates what the averages of its output current over one period say, for any level and load', () => {
    const random = chance(5);
    for (let k = 0; k < 20; k++) {
      const [amplitude, level, load] = [0.05 + random(), 1 + 2 * random(), 500 + 5000 * random()];
      const s = alone(
        'opamp-amplifier',
        { topology: 'buffer', inputAmplitude: amplitude, inputLevel: level, referenceLevel: 2, positiveSupply: 5, loadResistance: load, signalFrequency: 10 },
        { U1: IDEAL },
      );
      const n = 20_000;
      let [heat, out, into] = [0, 0, 0];
      for (let i = 0; i < n; i++) {
        const v = level + amplitude * Math.sin((2 * Math.PI * (i + 0.5)) / n);
        const amps = (v - 2) / load;
        // The upper half of the output feeds what flows out, the lower half takes what flows in; the reference is a stiff level.
        heat += (amps > 0 ? (5 - v) * amps : -v * amps) / n;
        out += Math.max(amps, 0) / n;
        into += Math.max(-amps, 0) / n;
      }
      agrees(s, { dissipation: heat + 5 * 0.001, supplyCurrent: 0.001 + Math.max(out, into) }, 1e-4);
    }
  });
});
