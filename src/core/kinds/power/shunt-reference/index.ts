import { more, less } from '../../../stage/cures.ts';
import { abs, beside, capacitor, complex, over, add } from '../../../math/complex.ts';
import { risingRoot } from '../../../math/root.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type SpreadLike } from '../../../stage/contract.ts';
import { num } from '../../../stage/fields.ts';
import type { AnyInputs, Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

/** Volts and amperes of the shunt at an input and load, with its own heat settled. */
export function solve({ parts, ambient }: AnyInputs, vin: number, load: number) {
  const { R1, D1 } = parts;
  const gain = 1 + D1.dynamicImpedance / R1.value;
  const at = (junction: number) => {
    const vz = D1.referenceVoltage + D1.voltageTempco * (junction - 25);
    const volts = (vz - D1.dynamicImpedance * (D1.testCurrent + load) + (D1.dynamicImpedance * vin) / R1.value) / gain;
    return { volts, amps: (vin - volts) / R1.value - load };
  };
  const heated = (t: number) => ambient + D1.junctionToAmbient * Math.max(0, at(t).volts * at(t).amps);
  // The smallest junction temperature that agrees with itself.
  const junction = risingRoot((t) => t - heated(t), ambient, ambient + 2000) ?? ambient;
  return { ...at(junction), junction };
}

const noLoad = (x: AnyInputs) => solve(x, x.given.inputVoltage, 0);
const noLoadPower = (x: AnyInputs): number => {
  const s = noLoad(x);
  return Math.max(0, s.volts * s.amps);
};
/** Power in the shunt peaks where its voltage is half the input: ends alone would miss it. */
const TURNS = ['parts.D1.referenceVoltage', 'given.inputVoltage'];

const error = (c: Judged): SpreadLike => {
  const out = c.out('outputVoltage');
  const wanted = c.must('outputVoltage').nominal;
  if (out.nominal === null || out.low === null || out.high === null)
    return { nominal: null, low: null, high: null, ...(out.absent ? { absent: out.absent } : {}) };
  return { ...exactly(Math.max(Math.abs(out.low - wanted), Math.abs(out.high - wanted))), nominal: Math.abs(out.nominal - wanted) };
};

export const shuntReference = defineKind({
  id: 'shunt-reference',
  family: 'power',
  group: 'Supply',
  title: 'Zener or shunt reference',
  aliases: ['zener diode', 'voltage reference', 'shunt regulator', 'clamp rail'],
  purpose: 'A small stable voltage from a series resistor and a shunt device, with the currents it needs and wastes.',
  given: {
    inputVoltage: num('V', 12),
    outputVoltage: num('V', 5.1, 'wanted'),
    loadCurrent: num('A', 0.005, 'drawn from it', { min: 0 }),
    outputTolerance: num('ratio', 0.1),
    inputRipple: num('V', 0, undefined, { min: 0 }),
    rippleFrequency: num('Hz', 100),
    maximumOutputRipple: num('V', 0.05),
    noiseLow: num('Hz', 10),
    noiseHigh: num('Hz', 1e5),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.05, doc: 'series', params: { powerRating: num('W', 0.25) } },
    D1: {
      type: 'device',
      takes: 'shunt',
      doc: 'shunt device',
      params: {
        referenceVoltage: num('V', { nominal: 5.1, tolerance: 0.05 }, 'at testCurrent and 25 °C junction'),
        testCurrent: num('A', 0.005, undefined, { min: 0 }),
        minimumCurrent: num('A', 0.001, 'knee'),
        maximumCurrent: num('A', 0.09),
        dynamicImpedance: num('ohm', 20, undefined, { min: 0 }),
        voltageTempco: num('V/K', 0, 'zener about −2 mV/K at 3 V, 0 at 5 V, +9 mV/K at 12 V', { any: true }),
        voltageNoise: num('V/rtHz', 0, undefined, { min: 0 }),
        powerRating: num('W', 0.5),
        junctionToAmbient: num('K/W', 300),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, optional: true, doc: 'across the device', params: { esr: num('ohm', 0, undefined, { min: 0 }) } },
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'output' },
    shuntCurrent: { unit: 'A', title: 'shunt current' },
    troughCurrent: { unit: 'A', title: 'shunt current at the trough' },
    noLoadCurrent: { unit: 'A', title: 'shunt current, load removed' },
    dissipation: { unit: 'W', title: 'heat of the shunt' },
    noLoadDissipation: { unit: 'W', title: 'heat of the shunt, load removed', inside: { inputs: TURNS, value: noLoadPower } },
    junctionTemperature: { unit: 'degC', title: 'junction, load removed', inside: { inputs: TURNS, value: (x) => noLoad(x).junction } },
    seriesDissipation: { unit: 'W', title: 'heat of R1' },
    inputCurrent: { unit: 'A', title: 'input current' },
    outputResistance: { unit: 'ohm', title: 'output resistance' },
    rippleRejection: { unit: 'dB', title: 'ripple rejection' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    outputNoise: { unit: 'V', title: 'output noise' },
  },
  size: (s, x) => {
    if (!s.open('R1')) return s.open('C1') ? [{ values: { C1: 1e-7 }, why: 'a common value across a zener' }] : [];
    const need = s.param('D1.minimumCurrent').high;
    const vin = s.range('inputVoltage').low - s.range('inputRipple').high / 2;
    const load = s.range('loadCurrent').high;
    const high = s.param('D1.referenceVoltage').high;
    const ok = (r: number) => {
      const now = {
        ...x,
        ambient: s.ambient.nominal,
        parts: { ...x.parts, R1: { ...x.parts.R1, value: r * (1 + s.tolerance('R1')) }, D1: { ...x.parts.D1, referenceVoltage: high } },
      };
      return solve(now, vin, load).amps >= need;
    };
    const list = s.candidates('R1', 1, 1e6);
    const best = list.filter(ok).at(-1) ?? list[0];
    return best === undefined
      ? []
      : [{ values: { R1: best, ...(s.open('C1') ? { C1: 1e-7 } : {}) }, why: 'largest that keeps the shunt above its knee: least waste' }];
  },
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { R1, D1, C1 } = parts;
    const now = solve(x, g.inputVoltage, g.loadCurrent);
    const trough = solve(x, g.inputVoltage - g.inputRipple / 2, g.loadCurrent);
    const idle = noLoad(x);
    // Starved, the device takes nothing, and the load what comes through the resistor.
    const volts = now.amps >= 0 ? now.volts : Math.max(0, g.inputVoltage - g.loadCurrent * R1.value);
    const rz = complex(Math.max(D1.dynamicImpedance, 1e-9));
    const zp = C1.value ? beside(rz, capacitor(C1.value, g.rippleFrequency, C1.esr)) : rz;
    const share = abs(over(zp, add(complex(R1.value), zp)));
    const outputResistance = parallel(R1.value, D1.dynamicImpedance);
    const corner = C1.value && outputResistance > 0 ? 1 / (2 * Math.PI * outputResistance * C1.value) : null;
    const band = corner === null ? g.noiseHigh - g.noiseLow : corner * (Math.atan(g.noiseHigh / corner) - Math.atan(g.noiseLow / corner));
    return {
      outputVoltage: volts,
      shuntCurrent: now.amps,
      troughCurrent: trough.amps,
      noLoadCurrent: idle.amps,
      dissipation: Math.max(0, now.volts * now.amps),
      noLoadDissipation: noLoadPower(x),
      junctionTemperature: idle.junction,
      seriesDissipation: (g.inputVoltage - volts) ** 2 / R1.value,
      inputCurrent: (g.inputVoltage - volts) / R1.value,
      outputResistance,
      rippleRejection: -toDb(share),
      outputRipple: g.inputRipple * share,
      outputNoise: ((D1.voltageNoise * R1.value) / (R1.value + D1.dynamicImpedance)) * Math.sqrt(Math.max(0, band)),
    };
  },
  region: (c) => {
    const i = c.out('troughCurrent');
    const reason = 'the shunt starves: the input does not feed load and device at the trough';
    const both = ['nominal', 'low', 'high'] as const;
    if ((i.nominal ?? 0) <= 0) return { outside: ['outputVoltage', 'outputRipple', 'outputNoise'].map((outcome) => ({ outcome, ends: both })), reason };
    if ((i.low ?? 1) > 0) return null;
    return {
      outside: [
        { outcome: 'outputVoltage', ends: ['low'] },
        { outcome: 'outputRipple', ends: ['high'] },
        { outcome: 'outputNoise', ends: ['high'] },
      ],
      reason,
    };
  },
  mendFirst: ['minimum-current'],
  checks: {
    'minimum-current': held('shunt current at the trough', 'troughCurrent', 'atLeast', 'D1.minimumCurrent', 'knee of D1', 'must', [
      less('R1.value'),
      more('given.inputVoltage'),
      less('given.loadCurrent'),
    ]),
    'maximum-current': held(
      'shunt current, load removed',
      'noLoadCurrent',
      'atMost',
      'D1.maximumCurrent',
      'rating of D1',
      'must',
      [more('R1.value'), 'A narrower input, or a series regulator in its place.'],
      { derated: true },
    ),
    'shunt-power': held(
      'heat of the shunt, load removed',
      'noLoadDissipation',
      'atMost',
      'D1.powerRating',
      'rating of D1',
      'must',
      [more('R1.value'), 'A series regulator in its place.'],
      { derated: true },
    ),
    'junction-temperature': held(
      'junction, load removed',
      'junctionTemperature',
      'temperature',
      'D1.maximumJunction',
      'highest junction temperature of D1',
      'must',
      [less('D1.junctionToAmbient'), more('R1.value'), 'More copper.'],
    ),
    'resistor-power': held(
      'heat of R1',
      'seriesDissipation',
      'atMost',
      'R1.powerRating',
      'rating of R1',
      'must',
      ['Several in series; with the output shorted R1 sees all of the input.'],
      { derated: true },
    ),
    'output-accuracy': held(
      'output accuracy',
      error,
      'atMost',
      (c) => c.must('outputVoltage').nominal * c.must('outputTolerance').low,
      'allowed error',
      'should',
      () => 'A precision shunt reference, or a current source in place of R1.',
      { unit: 'V' },
    ),
    'output-ripple': held(
      'output ripple',
      'outputRipple',
      'atMost',
      'maximumOutputRipple',
      'allowed ripple',
      'should',
      () => 'C1 across the device, or R1 split in two with a capacitor between.',
    ),
  },
  rails: {
    in: { role: 'consumes', fills: { voltage: 'inputVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' }, draws: 'inputCurrent', gives: {} },
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent' },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        noise: 'outputNoise',
        currentLimit: (c) => {
          const spare = (c.out('troughCurrent').low ?? 0) - c.must('D1.minimumCurrent').high + c.must('loadCurrent').high;
          return Math.max(0, spare);
        },
      },
    },
  },
  signals: {},
  warm: [{ part: 'D1', check: 'junction-temperature', dissipation: 'noLoadDissipation', junction: 'junctionTemperature', limit: 'D1.maximumJunction' }],
  heat: (_, o) => ({ resistor: o.seriesDissipation ?? 0, shunt: (o.outputVoltage ?? 0) * Math.max(0, o.shuntCurrent ?? 0) }),
  confirm: [{ id: 'stability', text: 'An adjustable shunt reference has a capacitor across it only within its own stability map.' }],
  cautions: ['A shorted output puts all of the input across R1: it may glow.'],
});
