import { describe, expect, it } from 'vitest';
import { alone, nominal } from '../testing/boards.ts';
import type { StageSum } from '../board/evaluate.ts';
import { perAmpere } from './power/charge-pump/network.ts';

// The same as the closed forms, by small steps in time through the plain equations of the circuit: charges, fluxes, heat.

const stage = (kind: string, given: object = {}, parts: object = {}): StageSum => alone(kind, given as never, parts as never);

/** Runge and Kutta, fourth order: a state after `steps` of `h`, looked at on the way. */
function integrate(
  start: readonly number[],
  slope: (y: readonly number[], t: number) => number[],
  h: number,
  steps: number,
  look?: (y: readonly number[], t: number) => void,
): number[] {
  let y = [...start];
  const moved = (k: readonly number[], f: number) => y.map((v, i) => v + k[i]! * f);
  for (let n = 0; n < steps; n++) {
    const t = n * h;
    look?.(y, t);
    const a = slope(y, t);
    const b = slope(moved(a, h / 2), t + h / 2);
    const c = slope(moved(b, h / 2), t + h / 2);
    const d = slope(moved(c, h), t + h);
    y = y.map((v, i) => v + (h / 6) * (a[i]! + 2 * b[i]! + 2 * c[i]! + d[i]!));
  }
  look?.(y, steps * h);
  return y;
}

describe('charge pump', () => {
  it.each([
    ['slow clock', 2e3, 4.7e-6, 1e-5],
    ['in between', 3e4, 1e-6, 2.2e-6],
    ['fast clock', 4e5, 1e-6, 1e-6],
  ])('%s: resistance, ripple and rms of the flying capacitor', (_name, frequency, c1, c2) => {
    const [e1, e2, way, load, input] = [0.05, 0.02, 10, 0.01, 5];
    const half = 1 / (2 * frequency);
    const n = 4000;
    const h = half / n;
    let y = [input, input - 0.4];
    let [sum, squares, least, most] = [0, 0, Infinity, -Infinity];
    for (let period = 0; period < 4000; period++) {
      const before = y;
      [sum, squares, least, most] = [0, 0, Infinity, -Infinity];
      const seen = (volts: number, amps: number) => {
        [sum, squares] = [sum + volts, squares + amps * amps];
        [least, most] = [Math.min(least, volts), Math.max(most, volts)];
      };
      // Charging from the input, the reservoir alone with the load; then into the reservoir. Midpoint steps keep the mean exact.
      for (let k = 0; k < n; k++) {
        const i = (input - y[0]!) / (way + e1);
        y = [y[0]! + (i * h) / c1, y[1]! - (load * h) / c2];
        seen(y[1]! - e2 * load, i);
      }
      for (let k = 0; k < n; k++) {
        const i = (y[0]! - y[1]! + e2 * load) / (way + e1 + e2);
        y = [y[0]! - (i * h) / c1, y[1]! + ((i - load) * h) / c2];
        seen(y[1]! + e2 * (i - load), i);
      }
      if (Math.abs(y[1]! - before[1]!) < 1e-9 && Math.abs(y[0]! - before[0]!) < 1e-9) break;
    }
    const one = perAmpere({ c1, e1, c2, e2, in: way, out: way, frequency });
    expect((input - sum / (2 * n)) / load / one.resistance).toBeCloseTo(1, 2);
    expect((most - least) / load / one.ripple).toBeCloseTo(1, 1);
    expect(Math.sqrt(squares / (2 * n)) / load / one.rms).toBeCloseTo(1, 2);
  });
});

describe('voltage multiplier', () => {
  it.each([1, 2, 3])('a ladder of %d stages, charge by charge', (n) => {
    const [c, f, load, swing, r] = [1e-5, 1e3, 1e-3, 10, 0.5];
    const h = 2.5e-7;
    // Voltages of the pushed and of the smoothing capacitors, from the drive and from the ground upwards.
    const a = new Float64Array(n + 2);
    const b = new Float64Array(n + 2);
    for (let k = 1; k <= n; k++) [a[k], b[k]] = [k === 1 ? 0 : swing, swing];
    const [p, s, up, down] = [new Float64Array(n + 2), new Float64Array(n + 2), new Float64Array(n + 2), new Float64Array(n + 2)];
    const steps = Math.round(1 / f / h);
    let [mean, least, most] = [0, 0, 0];
    for (let period = 0; period < 120 * n; period++) {
      const old = mean;
      [mean, least, most] = [0, Infinity, -Infinity];
      for (let k = 0; k < steps; k++) {
        p[0] = k < steps / 2 ? 0 : swing;
        for (let i = 1; i <= n; i++) [p[i], s[i]] = [p[i - 1]! + a[i]!, s[i - 1]! + b[i]!];
        for (let i = 1; i <= n; i++) [up[i], down[i]] = [Math.max(0, (s[i - 1]! - p[i]!) / r), Math.max(0, (p[i]! - s[i]!) / r)];
        let [intoA, intoB] = [0, load];
        for (let i = n; i >= 1; i--) {
          intoA += down[i]! - up[i]!;
          intoB += (i < n ? up[i + 1]! : 0) - down[i]!;
          a[i]! -= (intoA * h) / c;
          b[i]! -= (intoB * h) / c;
        }
        mean += s[n]! / steps;
        [least, most] = [Math.min(least, s[n]!), Math.max(most, s[n]!)];
      }
      if (Math.abs(mean - old) < 1e-7) break;
    }
    const it = stage(
      'voltage-multiplier',
      {
        stages: n,
        drivePeakToPeak: swing,
        driveFrequency: f,
        driveResistance: 0,
        microphoneCount: 0,
        loadCurrent: load,
        outputVoltageLow: 1,
        outputVoltageHigh: 100,
      },
      { C1: { value: c }, D1: { forwardVoltage: 0 }, R1: { value: 0 } },
    );
    const droop = n * swing - mean;
    expect(droop / nominal(it, 'droop')).toBeGreaterThan(0.8);
    expect(droop / nominal(it, 'droop')).toBeLessThan(1.2);
    expect((most - least) / nominal(it, 'ladderRipple')).toBeGreaterThan(0.7);
    expect((most - least) / nominal(it, 'ladderRipple')).toBeLessThan(1.2);
  });
});

describe('switching converters without losses, switched cycle by cycle', () => {
  const clean = {
    U1: {
      highSideResistance: 0,
      lowSideResistance: 0,
      switchRiseTime: 0,
      switchFallTime: 0,
      switchCapacitance: 0,
      gateCharge: 0,
      deadTime: 0,
      quiescentCurrent: 0,
      bodyDiodeVoltage: 0,
    },
    R1: { value: 105e3 },
    R2: { value: 2e4 },
    CIN: { value: 1e-5, esr: 0, esl: 0 },
  };
  it.each([
    ['buck-converter', 12, (vin: number, vo: number) => vo / vin],
    ['boost-converter', 3, (vin: number, vo: number) => 1 - vin / vo],
    ['inverting-converter', 5, (vin: number, vo: number) => vo / (vin + vo)],
  ] as const)('%s: ripple of current and voltage, peak, and what each capacitor carries', (kind, vin, duty) => {
    const [l, c, f, amps] = [1e-5, 4.7e-5, 5e5, 0.8];
    const it = stage(
      kind,
      {
        inputVoltage: vin,
        loadCurrent: amps,
        switchingFrequency: f,
        lightLoadMode: 'forced-continuous',
        rectifier: 'synchronous',
        ...(kind === 'buck-converter' ? {} : { sourceResistance: 0 }),
      },
      { ...clean, L1: { value: l, dcr: 0, rollOff: 0, coreLoss: 0, saturationCurrent: 20, currentRating: 20 }, COUT: { value: c, esr: 0, esl: 0 } },
    );
    const vo = Math.abs(nominal(it, 'outputVoltage'));
    const d = duty(vin, vo);
    const step = 1 / f / 4000;
    const mean = kind === 'buck-converter' ? amps : amps / (1 - d);
    // One settled period: the current starts half a ripple below its mean, the output follows from the charge.
    const [rise, fall] = kind === 'buck-converter' ? [vin - vo, -vo] : kind === 'boost-converter' ? [vin, vin - vo] : [vin, -vo];
    let il = mean - (rise * d) / f / l / 2;
    let [v, lowest, highest, peak, out2, in1, in2, rms2] = [0, 0, 0, il, 0, 0, 0, 0];
    for (let k = 0; k < 4000; k++) {
      const on = k / 4000 < d;
      const middle = il + ((on ? rise : fall) * step) / l / 2;
      const intoOutput = kind === 'buck-converter' || !on ? middle : 0;
      const fromInput = kind === 'boost-converter' || on ? middle : 0;
      il += ((on ? rise : fall) * step) / l;
      v += ((intoOutput - amps) * step) / c;
      [lowest, highest, peak] = [Math.min(lowest, v), Math.max(highest, v), Math.max(peak, il)];
      out2 += (intoOutput - amps) ** 2 / 4000;
      in1 += fromInput / 4000;
      in2 += fromInput ** 2 / 4000;
      rms2 += middle ** 2 / 4000;
    }
    const near = (outcome: string, value: number) => expect(nominal(it, outcome) / value, outcome).toBeCloseTo(1, 2);
    near('dutyCycle', d);
    near('rippleCurrent', (rise * d) / f / l);
    near('peakCurrent', peak);
    near('rmsCurrent', Math.sqrt(rms2));
    near('outputRipple', highest - lowest);
    near('outputCapacitorRms', Math.sqrt(out2));
    near('inputCapacitorRms', Math.sqrt(in2 - in1 ** 2));
    near('inputCurrent', in1);
  });
});

describe('capacitors that charge', () => {
  it('plugging in: current and voltage of a loop of cable, plug and capacitor', () => {
    for (const bulkEsr of [0.01, 0.2, 1]) {
      const it = stage('dc-input', { supplyVoltage: 12, cableLength: 1, conductorArea: 5e-7, cableInductance: 1e-6, bulkCapacitance: 1e-4, bulkEsr });
      const r = nominal(it, 'cableResistance') + 0.02;
      let [current, volts] = [0, 0];
      integrate(
        [0, 0],
        ([i, v]) => [(12 - v! - i! * (r + bulkEsr)) / 1e-6, i! / 1e-4],
        2e-8,
        20_000,
        ([i, v]) => ([current, volts] = [Math.max(current, i!), Math.max(volts, v! + i! * bulkEsr)]),
      );
      expect(nominal(it, 'inrushPeak') / current).toBeCloseTo(1, 3);
      expect(nominal(it, 'hotPlugPeak') / Math.max(12, volts)).toBeCloseTo(1, 3);
    }
  });

  it('what a fuse feels of it: the current squared over time', () => {
    const it = stage('input-protection', { inputVoltage: 12, bulkCapacitance: 1e-3, bulkEsr: 0.05, sourceResistance: 0.2, sourceCurrentLimit: 1000 });
    const peak = nominal(it, 'inrushPeak');
    const r = 12 / peak;
    let feels = 0;
    const h = 1e-6;
    integrate(
      [0],
      ([v]) => [(12 - v!) / r / 1e-3],
      h,
      20_000,
      ([v]) => (feels += ((12 - v!) / r) ** 2 * h),
    );
    expect(nominal(it, 'inrushI2t') / feels).toBeCloseTo(1, 2);
  });

  it('an enable pin with a pull-down reaches its threshold', () => {
    const it = stage(
      'soft-start-sequencing',
      { inputVoltage: 5 },
      { R1: { value: 1e5 }, C1: { value: 3.3e-7 }, U1: { enableThreshold: 1.2, enablePullDown: 1e5 } },
    );
    let reached = NaN;
    integrate(
      [0],
      ([v]) => [((5 - v!) / 1e5 - v! / 1e5) / 3.3e-7],
      1e-6,
      60_000,
      ([v], t) => {
        if (Number.isNaN(reached) && v! >= 1.2) reached = t;
      },
    );
    expect(nominal(it, 'enableDelay') / reached).toBeCloseTo(1, 3);
  });

  it('a ripple filter settles, and passes what its own equation passes', () => {
    const it = stage(
      'rc-ripple-filter',
      { loadCurrent: 0, inputRipple: 1, rippleFrequency: 1000, settlingError: 0.01 },
      { R1: { value: 100 }, C1: { value: 1e-5, esr: 0 } },
    );
    let [least, most] = [Infinity, -Infinity];
    integrate(
      [0],
      ([v], t) => [(0.5 * Math.sin(2 * Math.PI * 1000 * t) - v!) / 100 / 1e-5],
      1e-6,
      20_000,
      ([v], t) => {
        if (t > 0.015) [least, most] = [Math.min(least, v!), Math.max(most, v!)];
      },
    );
    expect(nominal(it, 'outputRipple') / (most - least)).toBeCloseTo(1, 3);
    expect(nominal(it, 'startUpTime')).toBeCloseTo(100 * 1e-5 * Math.log(100), 6);
  });

  it('an LC filter falls at a load step and overshoots at turn-on as its two equations say', () => {
    const [l, c, dcr, esr, step] = [1e-5, 1e-4, 0.05, 0.02, 0.5];
    const it = stage(
      'lc-ripple-filter',
      { inputVoltage: 12, loadCurrent: 1e-9, loadStep: step, sourceResistance: 0 },
      { L1: { value: l, dcr, saturationCurrent: 1e6 }, C1: { value: c, esr, biasFactor: 1 } },
    );
    const after = (load: number, input: number) => {
      let [least, most] = [Infinity, -Infinity];
      integrate(
        [0, 0],
        ([i, v]) => [(input - i! * dcr - v! - esr * (i! - load)) / l, (i! - load) / c],
        2e-8,
        60_000,
        ([i, v]) => {
          const out = v! + esr * (i! - load);
          [least, most] = [Math.min(least, out), Math.max(most, out)];
        },
      );
      return { least, most };
    };
    expect(nominal(it, 'stepDeviation') / -after(step, 0).least).toBeCloseTo(1, 2);
    expect(nominal(it, 'turnOnPeak') / after(0, 12).most).toBeCloseTo(1, 2);
  });
});

describe('heat', () => {
  it('copper in a pulse warms by its own, growing resistance', () => {
    const it = stage('circuit-trace', { loadCurrent: 0.1, pulseCurrent: 20, pulseWidth: 0.02 }, { W1: { width: 1e-3, thickness: 3.5e-5 } });
    const area = 1e-3 * 3.5e-5;
    const [t] = integrate([nominal(it, 'traceTemperature')], ([c]) => [(1.7241e-8 * (1 + 0.00393 * (c! - 20)) * (20 / area) ** 2) / 3.45e6], 2e-6, 10_000);
    expect(nominal(it, 'pulseTemperature')).toBeCloseTo(t!, 2);
  });

  it('a mounted device and its sink: each step of the way carries the same watts', () => {
    const it = stage('heatsink', {}, { Q1: { dissipation: 3, junctionToCase: 2, caseToSink: 0.5 }, H1: { sinkToAmbient: 6 } });
    const sink = nominal(it, 'sinkTemperature');
    expect((sink - 25) / nominal(it, 'sinkToAmbient')).toBeCloseTo(3, 9);
    expect((nominal(it, 'junction1') - sink) / 2.5).toBeCloseTo(3, 9);
  });

  it('a box gives off through its wall and its air what is made inside', () => {
    for (const style of ['sealed', 'vented', 'fan']) {
      const it = stage('enclosure-thermal', { style, ventInlet: 4e-4, ventOutlet: 4e-4, fanFlow: 0.002, totalDissipation: 8 });
      const carried = nominal(it, 'airShare') * 8;
      // Air of 1.2 kg/m³ and 1005 J/kg K, a little thinner when warm.
      if (style === 'fan') expect(carried / (nominal(it, 'airFlow') * 1.2 * 1005 * nominal(it, 'insideRise'))).toBeCloseTo(1, 0);
      expect(nominal(it, 'insideRise')).toBeCloseTo(nominal(it, 'thermalResistance') * 8, 9);
      expect(nominal(it, 'wallTemperature')).toBeLessThan(nominal(it, 'insideTemperature'));
      expect(nominal(it, 'insideRise')).toBeLessThanOrEqual(nominal(it, 'sealedRise') + 1e-9);
    }
  });
});

describe('a cell', () => {
  it('runs for as long as its charge lasts at what is drawn on average', () => {
    const it = stage(
      'battery-supply',
      {
        capacity: 2,
        health: 1,
        shareAsleep: 0.5,
        shareTypical: 0.5,
        loadCurrentAsleep: 1e-3,
        loadCurrentTypical: 0.01,
        protectionCurrent: 0,
        minimumVoltage: 3,
        selfDischarge: 0,
        peukert: 1,
      },
      { R1: { value: 1e12 }, R2: { value: 1e12 } },
    );
    expect(nominal(it, 'averageCurrent')).toBeCloseTo(0.0055, 9);
    expect(nominal(it, 'runTime')).toBeCloseTo((nominal(it, 'usableCapacity') / 0.0055) * 3600, -2);
    expect(nominal(it, 'usableCapacity')).toBeGreaterThan(1.8);
    expect(nominal(it, 'usableCapacity')).toBeLessThanOrEqual(2);
  });

  it('takes at constant current what the charger gives, step by step', () => {
    const it = stage('battery-charger', { cellCapacity: 1, cellResistance: 1e-6, startStateOfCharge: 0.2, inputVoltage: 5 }, { R1: { value: 5000 } });
    const amps = nominal(it, 'batteryCurrent');
    let [full, hours] = [0.2, 0];
    while (full < 0.9) [full, hours] = [full + amps * 1e-4, hours + 1e-4];
    expect(nominal(it, 'chargeTime90') / 3600 / hours).toBeCloseTo(1, 1);
  });
});
