import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agrees, alone, check, ends, nominal } from '../../../testing/boards.ts';

const multiplier = (given: object = {}, parts: object = {}) => alone('voltage-multiplier', given as never, parts as never);

describe('the ladder', () => {
  it('without a load and diode drops stands at n times the drive', () => {
    expect(nominal(multiplier({ stages: 3, outputVoltageLow: 30 }, { D1: { forwardVoltage: 0 } }), 'noLoadVoltage')).toBeCloseTo(3 * 13.5, 12);
  });
  it('droop grows with the cube of its stages, a parallel pump only with their number', () => {
    const droop = (topology: string, stages: number) =>
      nominal(multiplier({ topology, stages, driveResistance: 0, outputVoltageLow: 1 }, { C1: { value: 1e-5 }, C2: { value: 1 } }), 'droop');
    expect(droop('series-ladder', 20) / droop('series-ladder', 10)).toBeCloseTo(8, 0);
    expect(droop('parallel-pump', 20) / droop('parallel-pump', 10)).toBeCloseTo(2, 2);
  });
  it('a single stage droops by the charge of a period and half: a doubler', () => {
    // (2/3 + 1/2 − 1/6)·I/(f·C) = I/(f·C)
    const s = multiplier({ stages: 1, driveResistance: 0, outputVoltageLow: 1 }, { C1: { value: 1e-6 } });
    expect(nominal(s, 'droop')).toBeCloseTo(0.005 / (1e5 * 1e-6), 12);
  });
  it('power in is power out plus losses', () => {
    const s = multiplier();
    expect(nominal(s, 'inputCurrent') * 13.5).toBeCloseTo(nominal(s, 'outputVoltage') * 0.005 + nominal(s, 'totalDissipation'), 12);
  });
  it('a droop larger than the ladder makes is no voltage at all', () => {
    const s = multiplier({ microphoneCount: 50 }, { C1: { value: 1e-7 } });
    expect(ends(s, 'outputVoltage').nominal).toBeNull();
    expect(check(s, 'output-low')!.status).toBe('fail');
  });
});

it('sizing keeps droop within 3 % and the ripple under its limit', () => {
  const s = multiplier();
  expect(s.judged.out('droop').high!).toBeLessThanOrEqual(0.035 * nominal(s, 'noLoadVoltage'));
  expect(check(s, 'output-ripple')!.status).not.toBe('fail');
});

describe('any multiplier, by the sums over its stages', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    topology: fc.constantFrom('series-ladder', 'parallel-pump'),
    driveShape: fc.constantFrom('square', 'sine'),
    stages: fc.integer({ min: 1, max: 6 }),
    drivePeakToPeak: real(8, 30),
    driveFrequency: real(3e4, 3e5),
    driveResistance: real(0, 2),
    baseVoltage: real(0, 12),
    microphoneCount: fc.integer({ min: 0, max: 4 }),
    loadCurrent: real(1e-4, 2e-3),
    lightLoadCurrent: real(0, 1e-4),
  });
  it('agrees in every outcome', () => {
    fc.assert(
      fc.property(design, real(1e-6, 1e-5), real(10, 300), (g, c, r1) => {
        const s = alone('voltage-multiplier', g, {
          C1: { value: c },
          C2: { value: 2 * c },
          C3: { value: 1e-4, esr: 0.3 },
          R1: { value: r1 },
          D1: { forwardVoltage: 0.6 },
        });
        const n = g.stages;
        const ladder = g.topology === 'series-ladder';
        const noLoad = ladder ? g.baseVoltage + n * g.drivePeakToPeak - 2 * n * 0.6 : g.baseVoltage - 0.6 + n * (g.drivePeakToPeak - 0.6);
        const under = (amps: number) => {
          const u = amps / (g.driveFrequency * c);
          // What the textbook’s cubic sums up: the lowest capacitor carries the charge of all stages above it, the next of one fewer.
          let [lost, ripple] = [0, 0];
          for (let k = 1; k <= n; k++) ripple += u * k;
          for (let k = 1; k <= n; k++) lost += u * (2 * k * k - k);
          const sine = g.driveShape === 'sine' ? ripple / 2 : 0;
          if (ladder) return { ripple, droop: lost + 4 * n * n * g.driveResistance * amps + sine };
          const pumped = amps / (g.driveFrequency * 2 * c);
          return { ripple: pumped, droop: n * u + pumped / 2 + 4 * (Math.ceil(n / 2) ** 2 + Math.floor(n / 2) ** 2) * g.driveResistance * amps };
        };
        const amps = g.microphoneCount * 0.005 + g.loadCurrent;
        const { ripple, droop } = under(amps);
        const out = noLoad - droop - amps * r1;
        agrees(s, { noLoadVoltage: noLoad, droop, ladderRipple: ripple, diodeCurrent: amps, inputCurrent: n * amps, rippleFrequency: g.driveFrequency });
        agrees(s, {
          capacitorStress: ladder ? g.drivePeakToPeak : g.baseVoltage - 0.6 + (n - 1) * (g.drivePeakToPeak - 0.6),
          diodeReverse: (ladder ? 1 : 2) * g.drivePeakToPeak,
          outputResistance: droop / amps + r1,
          lightOutputVoltage: noLoad - under(g.lightLoadCurrent).droop - g.lightLoadCurrent * r1,
        });
        if (out <= 0) return agrees(s, { outputVoltage: null, outputRipple: null, microphoneVoltage: null, efficiency: null });
        const w = 2 * Math.PI * g.driveFrequency;
        agrees(s, {
          outputVoltage: out,
          outputRipple: (ripple * Math.hypot(1, w * 0.3 * 1e-4)) / Math.hypot(1, w * (r1 + 0.3) * 1e-4),
          microphoneVoltage: out - (0.005 * 6810) / 2,
          efficiency: (out * amps) / (n * amps * g.drivePeakToPeak + g.baseVoltage * amps),
        });
      }),
      { numRuns: 80 },
    );
  });
});
