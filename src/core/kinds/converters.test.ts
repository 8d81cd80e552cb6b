import fc from 'fast-check';
import { expect, it } from 'vitest';
import { agrees, alone, nominal } from '../testing/boards.ts';

// The three switching converters worked out from nothing but the voltages over their inductor in each part of a period:
// the duty by halving, every current as a drawn waveform, every root mean square and ripple from samples of it.

type Topology = 'buck' | 'boost' | 'inverting';
/** A piece of a period: inductor current from and to, how long, and what conducts. */
type Piece = readonly [from: number, to: number, seconds: number, on: 'switch' | 'rectifier' | 'none'];

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const design = fc.record({
  topology: fc.constantFrom<Topology>('buck', 'boost', 'inverting'),
  rectifier: fc.constantFrom('synchronous', 'diode'),
  lightLoadMode: fc.constantFrom('forced-continuous', 'discontinuous', 'pulse-skip'),
  onOutput: fc.boolean(),
  frequency: real(2e5, 1e6),
  load: real(0.05, 0.6),
  light: real(1e-3, 0.02),
  rs: real(0, 0.1),
  ambient: real(-20, 60),
});
const parts = fc.record({
  l: real(4.7e-6, 4.7e-5),
  dcr: real(0.01, 0.1),
  saturation: real(2, 6),
  core: real(0, 0.05),
  cin: real(5e-6, 4e-5),
  cout: real(1e-5, 1e-4),
  ein: real(1e-3, 0.03),
  eout: real(1e-3, 0.03),
  high: real(0.03, 0.15),
  low: real(0.03, 0.15),
  skip: real(0.1, 0.5),
});

/** Root mean square, mean of the voltage a current makes on a capacitor with its resistance, and so on: one period in samples. */
function drawn(pieces: readonly Piece[], of: (i: number, on: Piece[3]) => number) {
  const n = 2000;
  let [sum, square, seconds] = [0, 0, 0];
  for (const [a, b, t, on] of pieces) {
    seconds += t;
    // Currents are straight lines: Simpson’s rule is exact for their squares.
    const [x, y, z] = [of(a, on), of((a + b) / 2, on), of(b, on)];
    sum += (t * (x + 4 * y + z)) / 6;
    square += (t * (x * x + 4 * y * y + z * z)) / 6;
  }
  const ripple = (farads: number, esr: number) => {
    const mean = sum / seconds;
    let [charge, most, least] = [0, -Infinity, Infinity];
    for (const [a, b, t, on] of pieces)
      for (let k = 0; k <= n; k++) {
        const i = of(a + ((b - a) * k) / n, on) - mean;
        if (k > 0) charge += ((i + of(a + ((b - a) * (k - 1)) / n, on) - mean) / 2) * (t / n);
        const v = esr * i + charge / farads;
        [most, least] = [Math.max(most, v), Math.min(least, v)];
      }
    return most - least;
  };
  return { mean: sum / seconds, rms: Math.sqrt(square / seconds), ac: Math.sqrt(Math.max(0, square / seconds - (sum / seconds) ** 2)), ripple };
}

it('duty, currents, ripple, losses and heat are those of the drawn waveforms', () => {
  const seen = new Set<string>();
  fc.assert(
    fc.property(design, parts, (g, p) => {
      const { topology, frequency: f } = g;
      const [vs, vo] = { buck: [12, 5], boost: [3.7, 8], inverting: [7, 5] }[topology] as [number, number];
      const diode = g.rectifier === 'diode';
      const onOutput = topology === 'inverting' && g.onOutput;
      const [r1, r2] = topology === 'inverting' && !onOutput ? [vo * 1e4, 0.8 * 1e4] : [(vo / 0.8 - 1) * 1e4, 1e4];
      const rdiv = topology === 'inverting' && !onOutput ? r1 : r1 + r2;
      const rs = topology === 'buck' ? 0 : g.rs;
      const s = alone(
        `${topology}-converter`,
        {
          switchingFrequency: f,
          rectifier: g.rectifier,
          lightLoadMode: g.lightLoadMode,
          loadCurrent: g.load,
          lightLoadCurrent: g.light,
          loadCurrentIdle: g.load / 3,
          inputVoltage: vs,
          outputVoltage: topology === 'inverting' ? -vo : vo,
          ...(topology === 'buck' ? {} : { sourceResistance: rs }),
          ...(topology === 'inverting' ? { controllerReference: onOutput ? 'output' : 'ground' } : {}),
        },
        {
          U1: { referenceVoltage: 0.8, highSideResistance: p.high, lowSideResistance: p.low, skipPeakCurrent: p.skip, currentLimit: 3 },
          L1: { value: p.l, dcr: p.dcr, saturationCurrent: p.saturation, coreLoss: p.core },
          CIN: { value: p.cin, esr: p.ein, esl: 0 },
          COUT: { value: p.cout, esr: p.eout, esl: 0 },
          R1: { value: r1 },
          R2: { value: r2 },
          D1: { forwardVoltage: 0.4, seriesResistance: 0.05, recoveryCharge: 2e-9 },
        },
        { conditions: { ambient: g.ambient } },
      );
      const vd = diode ? 0.4 : 0;

      /** Everything at one load. */
      function at(load: number) {
        const it = load + vo / rdiv;
        let [vin, tj] = [vs, g.ambient];
        for (let round = 0; ; round++) {
          const warm = 1 + 4e-3 * (tj - 25);
          const [rsw, rrect] = topology === 'boost' ? [p.low * warm, p.high * warm] : [p.high * warm, p.low * warm];
          const rd = diode ? 0.05 : rrect;
          // Volts over the inductor while the switch and while the rectifier conducts, at a mean current.
          const rise = (i: number) => vin - (topology === 'buck' ? vo : 0) - i * (rsw + p.dcr);
          const fall = (i: number) => vo + vd - (topology === 'boost' ? vin : 0) + i * (rd + p.dcr);
          const [ideal, off] = [vin - (topology === 'buck' ? vo : 0), vo + vd - (topology === 'boost' ? vin : 0)];
          const d0 = off / (ideal + off);
          const ramp = (ideal * d0) / (p.l * f);
          const boundary = (ramp / 2) * (topology === 'buck' ? 1 : 1 - d0);
          const continuous = it >= boundary || (!diode && g.lightLoadMode === 'forced-continuous');
          let pieces: Piece[];
          let fe = f;
          let skipping = false;
          if (continuous) {
            const mean = (d: number) => (topology === 'buck' ? it : it / (1 - d));
            let [a, b] = [0, 0.9];
            for (let k = 0; k < 60; k++) {
              const d = (a + b) / 2;
              [a, b] = d * rise(mean(d)) < (1 - d) * fall(mean(d)) ? [d, b] : [a, d];
            }
            const i = mean(a);
            const henries = p.l * (1 - 0.2 * Math.min(i / p.saturation, 1) ** 2);
            const swing = (rise(i) * a) / (henries * f);
            pieces = [
              [i - swing / 2, i + swing / 2, a / f, 'switch'],
              [i + swing / 2, i - swing / 2, (1 - a) / f, 'rectifier'],
            ];
          } else {
            // Charge of one triangle, as far as it reaches the output, times pulses a second is the load.
            const reach = p.l * ((topology === 'buck' ? 1 / ideal : 0) + 1 / off);
            let peak = Math.sqrt((2 * it) / (f * reach));
            if (!diode && g.lightLoadMode === 'pulse-skip' && p.skip > peak) {
              peak = p.skip;
              fe = (2 * it) / (reach * peak * peak);
              skipping = true;
            }
            const [t1, t2] = [(p.l * peak) / ideal, (p.l * peak) / off];
            pieces = [
              [0, peak, t1, 'switch'],
              [peak, 0, t2, 'rectifier'],
              [0, 0, 1 / fe - t1 - t2, 'none'],
            ];
          }
          const [inductor, sw, rect] = [
            drawn(pieces, (i) => i),
            drawn(pieces, (i, on) => (on === 'switch' ? i : 0)),
            drawn(pieces, (i, on) => (on === 'rectifier' ? i : 0)),
          ];
          const input = topology === 'boost' ? inductor : sw;
          const output = topology === 'buck' ? inductor : rect;
          const [valley, peak] = [pieces[0]![0], pieces[0]![1]];
          const stress = { buck: vin, boost: vo + vd, inverting: vin + vo + vd }[topology];
          const node = { buck: vin, boost: vo, inverting: vin + vo }[topology];
          const driver = { buck: vin, boost: vo, inverting: onOutput ? vin + vo : vin }[topology];
          const supply = onOutput ? vin + vo : vin;
          const chip =
            sw.rms ** 2 * rsw +
            (diode ? 0 : rect.rms ** 2 * rrect + 0.8 * (continuous ? inductor.mean : peak / 2) * 4e-8 * fe) +
            0.5 * stress * (Math.max(0, valley) * 1e-8 + peak * 1e-8) * fe +
            0.5 * 1e-10 * node ** 2 * fe +
            (diode && continuous ? 2e-9 * node * fe : 0) +
            5e-9 * driver * fe +
            supply * (skipping ? 3e-5 : 1e-3);
          const inDiode = diode ? 0.4 * rect.mean + 0.05 * rect.rms ** 2 : 0;
          const inInductor = p.dcr * inductor.rms ** 2 + p.core * (fe / 5e5) ** 1.5 * ((peak - valley) / 0.3) ** 2.3;
          const total = chip + inDiode + inInductor + input.ac ** 2 * p.ein + output.ac ** 2 * p.eout + vo ** 2 / rdiv;
          const power = vo * load + total;
          const next = (vs + Math.sqrt(vs * vs - 4 * rs * power)) / 2;
          const settled = Math.abs(next - vin) < 1e-12 && Math.abs(g.ambient + 50 * chip - tj) < 1e-10;
          [vin, tj] = [next, g.ambient + 50 * chip];
          if (settled || round > 300)
            return { pieces, fe, inductor, sw, rect, input, output, valley, peak, chip, inDiode, inInductor, total, power, vin, tj, boundary, continuous };
        }
      }
      const full = at(g.load);
      const light = at(g.light);
      seen.add(`${topology} ${g.rectifier} ${full.continuous} ${light.continuous} ${g.lightLoadMode}`);
      agrees(
        s,
        {
          outputVoltage: topology === 'inverting' ? -vo : vo,
          dutyCycle: full.pieces[0]![2] * full.fe,
          onTime: full.pieces[0]![2],
          rippleCurrent: full.peak - full.valley,
          rippleRatio: (full.peak - full.valley) / full.inductor.mean,
          boundaryCurrent: full.boundary,
          peakCurrent: full.peak,
          rmsCurrent: full.inductor.rms,
          inputCapacitorRms: full.input.ac,
          outputCapacitorRms: full.output.ac,
          rippleFrequency: full.fe,
          dissipation: full.chip,
          inductorDissipation: full.inInductor,
          totalDissipation: full.total,
          diodeDissipation: diode ? full.inDiode : null,
          diodeTemperature: diode ? g.ambient + 80 * full.inDiode : null,
          junctionTemperature: full.tj,
          efficiency: (vo * g.load) / full.power,
          inputCurrent: full.power / full.vin,
          inputCurrentIdle: ((idle) => idle.power / idle.vin)(at(g.load / 3)),
          inputCurrentAsleep: null,
          lightEfficiency: (vo * g.light) / light.power,
          lightFrequency: light.fe,
          lightPeakCurrent: light.peak,
          ...(topology === 'buck' ? { switchRmsCurrent: full.sw.rms, diodeCurrent: diode ? full.rect.mean : null } : { terminalVoltage: full.vin }),
          ...(topology === 'buck' || !full.continuous
            ? {}
            : {
                rightHalfPlaneZero:
                  ((1 - full.pieces[0]![2] * f) ** 2 * vo) /
                  ((g.load + vo / rdiv) * 2 * Math.PI * p.l * (1 - 0.2 * Math.min(full.inductor.mean / p.saturation, 1) ** 2)) /
                  (topology === 'inverting' ? full.pieces[0]![2] * f : 1),
              }),
        },
        1e-6,
      );
      agrees(
        s,
        {
          outputRipple: full.output.ripple(p.cout, p.eout),
          reflectedRipple: full.input.ripple(p.cin, p.ein),
          lightRipple: light.output.ripple(p.cout, p.eout),
        },
        2e-3,
      );
      if (topology === 'buck') expect(nominal(s, 'minimumInputVoltage')).toBeGreaterThan(vo);
    }),
    { numRuns: 150, seed: 7 },
  );
  // Every way of conducting came by.
  for (const topology of ['buck', 'boost', 'inverting'])
    for (const way of [
      'diode true false',
      'synchronous true true forced-continuous',
      'synchronous true false pulse-skip',
      'synchronous true false discontinuous',
    ])
      expect(
        [...seen].some((x) => x.startsWith(`${topology} ${way}`)),
        `${topology} ${way}`,
      ).toBe(true);
});
