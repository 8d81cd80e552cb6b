import { none } from '../../../math/absent.ts';
import { parallel, settlingConstants } from '../../../physics/network.ts';
import { capacitorNoise, thermalNoise } from '../../../physics/noise.ts';
import { leg } from '../../../physics/leg.ts';
import { hypotRanges, lesser, multiplyRanges, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num, openOhms } from '../../../stage/fields.ts';
import { say } from '../../../stage/words.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

const rating = { powerRating: num('W', 0.1), voltageRating: num('V', 75) };

export const voltageDivider = defineKind({
  id: 'voltage-divider',
  family: 'analog',
  group: 'Signal',
  title: 'Voltage divider',
  aliases: ['potential divider', 'resistor divider', 'battery sense', 'bias divider', 'attenuator'],
  purpose: 'Brings a voltage down to what an input can take, with known error, source resistance and standing current.',
  given: {
    inputVoltage: num('V', 12, 'voltage across the whole divider', { any: true }),
    outputVoltage: num('V', 3.3, 'loaded output wanted at the nominal input; must be below it', { any: true }),
    loadResistance: openOhms('resistance from the tap to ground'),
    loadCurrent: num('A', 0, 'drawn out of the tap (bias, leakage); negative flows in', { any: true }),
    sourceResistance: num('ohm', 0, 'in series with R1 (switch, fuse, source)', { min: 0 }),
    outputTolerance: num('ratio', 0.02, 'largest relative error of the output at nominal input'),
    maximumOutputVoltage: num('V', null, 'absolute limit of what is connected (full scale or pin)', { any: true }),
    maximumOutputResistance: num('ohm', null, 'largest Thevenin resistance the following input allows'),
    maximumInputCurrent: num('A', null, 'largest standing current'),
    connectedShare: num('ratio', 1, 'share of time connected when a switch disconnects the divider', { min: 0, max: 1 }),
    batteryCapacity: num('Ah', null, 'capacity of the battery that feeds it'),
    batteryLife: num('h', null, 'wanted life'),
    maximumBatteryShare: num('ratio', 0.05, 'share of the capacity the divider may eat'),
    resolution: num('bit', 12, 'settling is to half an LSB of this', { min: 1, max: 32, integer: true }),
    combine: choice(['none', 'series', 'parallel', 'either'], 'none', 'may one resistor be made of two'),
  },
  carried: {
    inputRipple: num('V', 0, 'ripple of the rail, peak to peak', { min: 0 }),
    rippleFrequency: num('Hz', null),
  },
  parts: {
    R1: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'top', params: rating },
    R2: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'bottom', params: rating },
    R1x: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'second resistor of the top leg', optional: true, joins: true },
    R2x: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'second resistor of the bottom leg', optional: true, joins: true },
    C1: { type: 'capacitor', series: 'E12', tolerance: 0.1, optional: true, doc: 'across R2, a pole and a charge reservoir' },
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'output', doc: 'loaded' },
    gain: { unit: 'ratio', title: 'ratio', doc: 'loaded ratio' },
    ratioError: { unit: 'ratio', title: 'error of the ratio', doc: 'output at the nominal input over the wanted one, minus one' },
    ratioErrorRss: {
      unit: 'ratio',
      title: 'error, root-sum-square',
      doc: 'root-sum-square half-spread of ratioError',
      derived: { halfSpreadOf: 'ratioError' },
    },
    outputResistance: { unit: 'ohm', title: 'source resistance at the tap', doc: 'load not included' },
    inputCurrent: { unit: 'A', title: 'standing current', doc: 'while connected' },
    averageCurrent: { unit: 'A', title: 'average current' },
    batteryShare: { unit: 'ratio', title: 'share of the battery' },
    topDissipation: { unit: 'W', title: 'heat in the top leg' },
    bottomDissipation: { unit: 'W', title: 'heat in the bottom leg' },
    dissipation: { unit: 'W', title: 'heat in the hottest resistor' },
    totalDissipation: { unit: 'W', title: 'heat of both legs' },
    topVoltage: { unit: 'V', title: 'voltage on one top resistor', doc: 'largest voltage across any one resistor of the top leg' },
    timeConstant: { unit: 's', title: 'time constant', doc: 'with C1' },
    cutoffFrequency: { unit: 'Hz', title: 'corner' },
    settlingTime: { unit: 's', title: 'settling time' },
    noiseDensity: { unit: 'V/rtHz', title: 'noise density' },
    outputNoise: { unit: 'V', title: 'noise, whole band' },
  },
  refuse: ({ given: g }, linked) => {
    if (linked.has('inputVoltage') || Math.abs(g.outputVoltage) < Math.abs(g.inputVoltage)) return [];
    return [
      {
        path: 'given.outputVoltage',
        message: `the wanted output (${say(g.outputVoltage, 'V')}) must be below the input (${say(g.inputVoltage, 'V')}). A divider only brings a voltage down.`,
      },
    ];
  },
  size,
  evaluate: ({ given: g, parts, ambient }, env) => {
    const { R1, R2, R1x, R2x, C1 } = parts;
    const [top, bottom] = [leg(R1.value, R1x.value, R1x.join), leg(R2.value, R2x.value, R2x.join)];
    const rt = top.ohms + g.sourceResistance;
    const tap = (volts: number) => (volts / rt - g.loadCurrent) / (1 / rt + 1 / bottom.ohms + 1 / g.loadResistance);
    const outputVoltage = tap(g.inputVoltage);
    const nominal = env.nominal.given;
    const inputCurrent = (g.inputVoltage - outputVoltage) / rt;
    const loaded = parallel(rt, bottom.ohms, g.loadResistance);
    const topDissipation = inputCurrent ** 2 * top.ohms;
    const bottomDissipation = outputVoltage ** 2 / bottom.ohms;
    const farads = C1.value;
    const timeConstant = farads === null ? NO_CAPACITOR : loaded * farads;
    const tau = farads === null ? null : loaded * farads;
    const averageCurrent = inputCurrent * g.connectedShare;
    return {
      outputVoltage,
      gain: loaded / rt,
      ratioError: tap(nominal.inputVoltage) / nominal.outputVoltage - 1,
      outputResistance: parallel(rt, bottom.ohms),
      inputCurrent,
      averageCurrent,
      batteryShare: g.batteryCapacity === null || g.batteryLife === null ? NO_BATTERY : (averageCurrent * g.batteryLife) / g.batteryCapacity,
      topDissipation,
      bottomDissipation,
      dissipation: Math.max(topDissipation * top.hottest, bottomDissipation * bottom.hottest),
      totalDissipation: topDissipation + bottomDissipation,
      topVoltage: Math.abs(inputCurrent) * top.ohms * top.highest,
      timeConstant,
      cutoffFrequency: tau === null ? NO_CAPACITOR : 1 / (2 * Math.PI * tau),
      settlingTime: tau === null ? NO_CAPACITOR : tau * settlingConstants(g.resolution),
      noiseDensity: thermalNoise(loaded, ambient),
      outputNoise: farads === null ? NO_CAPACITOR : capacitorNoise(farads, ambient),
    };
  },
  checks,
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' },
      draws: 'averageCurrent',
      gives: {},
    },
  },
  signals: {
    in: {
      role: 'in',
      fills: { voltage: 'inputVoltage', sourceResistance: 'sourceResistance', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency' },
      back: { loadResistance: (c) => (c.nominal('inputCurrent') ? c.x.given.inputVoltage / c.nominal('inputCurrent')! : null) },
    },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance', bias: 'loadCurrent', maximum: 'maximumOutputVoltage', resolution: 'resolution' },
      down: (c, { in: incoming }) => {
        const gain = c.pick('gain')!;
        const corner = c.pick('cutoffFrequency');
        const own = c.pick('noiseDensity')!;
        // The thermal noise of the source resistance is in the incoming density already.
        const source = thermalNoise(c.x.given.sourceResistance, c.x.ambient) * gain.nominal;
        const without = scaleRange(own, own.nominal > 0 ? Math.sqrt(Math.max(0, own.nominal ** 2 - source ** 2)) / own.nominal : 0);
        const frequency = c.x.carried.rippleFrequency;
        const through = (end: 'nominal' | 'low' | 'high') => (corner === null || frequency === null ? 1 : 1 / Math.hypot(1, frequency / corner[end]));
        const passed = { nominal: through('nominal'), low: through('low'), high: through('high') };
        return {
          dc: c.pick('outputVoltage'),
          amplitude: incoming?.amplitude ? multiplyRanges(incoming.amplitude, gain) : null,
          sourceResistance: c.pick('outputResistance'),
          noise: incoming?.noise ? hypotRanges(without, scaleRange(incoming.noise, gain.nominal)) : own,
          noiseBandwidth: lesser(corner && scaleRange(corner, Math.PI / 2), incoming?.noiseBandwidth ?? null),
          bandwidth: lesser(corner, incoming?.bandwidth ?? null),
          ripple: multiplyRanges(multiplyRanges(c.must('inputRipple'), gain), passed),
          rippleFrequency: frequency,
          gain: gain.nominal * (incoming?.gain ?? 1),
          reservoir: c.x.parts.C1.value === null ? null : c.range('C1.value'),
        };
      },
      attenuation: {
        in: (x, _env, frequency) => {
          if (x.parts.C1.value === null) return 0;
          const [top, bottom] = [leg(x.parts.R1.value, x.parts.R1x.value, x.parts.R1x.join), leg(x.parts.R2.value, x.parts.R2x.value, x.parts.R2x.join)];
          const tau = parallel(top.ohms + x.given.sourceResistance, bottom.ohms, x.given.loadResistance) * x.parts.C1.value;
          return 10 * Math.log10(1 + (2 * Math.PI * frequency * tau) ** 2);
        },
      },
    },
  },
  heat: ({ given: g }, o) => ({ resistors: g.inputVoltage * o.averageCurrent! }),
  confirm: [{ id: 'top-failure', text: 'If R1 failed as a short, or R2 opened, what is connected to the tap would survive, or that risk is accepted.' }],
  cautions: [
    'Above 50 V DC the creepage and the failure (open or short) of the top resistors matter. Mains needs insulation to IEC 62368-1, your local code and a licensed practitioner, and is better sensed through isolation.',
  ],
});

const NO_CAPACITOR = none('no C1 is fitted');
const NO_BATTERY = none('no battery capacity and life are given');
