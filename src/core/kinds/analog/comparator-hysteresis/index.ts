import { none, type Value } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { thresholds } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

const drains = (g: Given) => g.outputStage === 'open-drain';
const divided = (g: Given) => g.topology !== 'non-inverting';
/** Peak to peak of Gaussian noise for all but a thousandth of the time. // [Gauss] ±3.3 sigma */
const PEAK_FACTOR = 6.6;

export const comparatorHysteresis = defineKind({
  id: 'comparator-hysteresis',
  family: 'analog',
  group: 'Signal',
  title: 'Comparator with hysteresis',
  aliases: ['schmitt trigger', 'level detector', 'window comparator', 'threshold switch', 'zero crossing detector', 'over-voltage detector', 'alarm level'],
  purpose: 'Turns a slow or noisy voltage into one clean edge at stated thresholds.',
  given: {
    topology: choice(
      ['inverting', 'non-inverting', 'window'],
      'inverting',
      'inverting: input at (−), output high below the thresholds; window: two comparators, no hysteresis',
      'circuit',
    ),
    outputStage: choice(['open-drain', 'push-pull'], 'open-drain', 'of the comparator', 'output stage'),
    upperThreshold: num('V', 3, 'wanted at the input', { any: true, title: 'upper threshold wanted' }),
    lowerThreshold: num('V', 2, 'wanted at the input', { any: true, title: 'lower threshold wanted' }),
    maximumThresholdError: num('V', 0.1, 'of each threshold', { title: 'threshold error allowed' }),
    supplyVoltage: num('V', 5, 'of comparator and divider, from the rail', { title: 'supply' }),
    pullUpVoltage: num('V', null, 'not given: the supply, and moves with it', { title: 'pull-up voltage' }),
    referenceVoltage: num('V', 2.5, 'non-inverting: at the (−) input', { any: true, title: 'reference voltage' }),
    sourceResistance: num('ohm', 0, 'non-inverting: adds to R1', { min: 0 }),
    inputRipple: num('V', 0.05, 'of the signal, peak to peak', { min: 0 }),
    inputNoise: num('V', 0, 'rms on the signal', { min: 0 }),
    noiseFactor: num('', 1.5, 'hysteresis wanted per disturbance', { title: 'hysteresis per disturbance, wanted' }),
    loadCapacitance: num('F', 5e-11, 'at the output', { min: 0 }),
    maximumRiseTime: num('s', 1e-5, 'of an open drain', { title: 'rise time allowed' }),
    minimumHeadroom: num('V', 0.05, 'to spare in the input window', { title: 'headroom wanted' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'from the supply; non-inverting: from the input' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'from the node to ground; window: between the taps', needed: divided },
    R3: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'from the output to the (+) node; window: lower tap to ground' },
    R4: { type: 'resistor', series: 'E24', tolerance: 0.05, doc: 'pull-up of an open drain', needed: drains },
    U1: {
      type: 'device',
      doc: 'comparator',
      params: {
        offsetVoltage: num('V', { nominal: 0, low: -0.005, high: 0.005 }, 'signed, with its spread', { any: true }),
        biasCurrent: num('A', { nominal: 0, low: -5e-8, high: 5e-8 }, 'out of the input, signed', { any: true }),
        outputLow: num('V', 0.1, 'while it sinks current', { min: 0, title: 'output low' }),
        outputDropHigh: num('V', 0.1, 'push-pull: below the supply', { min: 0, title: 'output high, below the supply' }),
        outputLeakage: num('A', 1e-7, 'of an open drain that is off', { min: 0, title: 'leakage of the output' }),
        currentLimit: num('A', 0.006, 'it sinks'),
        inputWindowHigh: num('V', 1.5, 'how far below the supply the inputs work', { any: true, title: 'inputs work up to, below the rail' }),
        inputWindowLow: num('V', 0, 'how far above ground the inputs work', { any: true, title: 'inputs work down to, above the rail' }),
        quiescentCurrent: num('A', 0.0005, undefined, { min: 0 }),
        propagationDelay: num('s', 1e-6, 'from crossing to edge', { min: 0, title: 'delay' }),
      },
    },
  },
  carried: { sourceNoise: num('V/rtHz', null, 'noise of what drives it', { min: 0, title: 'noise of the source' }) },
  outcomes: {
    upperThreshold: { unit: 'V', title: 'upper threshold', doc: 'at the input' },
    lowerThreshold: { unit: 'V', title: 'lower threshold', doc: 'at the input' },
    upperError: { unit: 'V', title: 'error of the upper threshold', doc: 'against the one wanted' },
    lowerError: { unit: 'V', title: 'error of the lower threshold', doc: 'against the one wanted' },
    hysteresis: { unit: 'V', title: 'hysteresis', doc: 'between the thresholds' },
    disturbance: { unit: 'V', title: 'disturbance', doc: 'ripple and 6.6 sigma of noise, peak to peak' },
    hysteresisRatio: { unit: '', title: 'hysteresis per disturbance', doc: 'below one the output chatters' },
    outputHigh: { unit: 'V', title: 'output high', doc: 'with the current of pull-up and feedback' },
    outputCurrent: { unit: 'A', title: 'current sunk', doc: 'while the output is low' },
    riseTime: { unit: 's', title: 'rise time', doc: 'of the open drain, 10 to 90 %' },
    inputHeadroomHigh: { unit: 'V', title: 'inputs to their upper end', doc: 'left to the top of the input window' },
    inputHeadroomLow: { unit: 'V', title: 'inputs to their lower end', doc: 'left to its bottom' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'with the output low' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { R1, R2, R3, R4, U1 } = parts;
    const open = drains(g);
    const vs = g.supplyVoltage;
    const vp = g.pullUpVoltage ?? vs;
    const { upper, lower } = thresholds(x);
    const window = g.topology === 'window';
    const disturbance = g.inputRipple + PEAK_FACTOR * g.inputNoise;
    const inverting = g.topology === 'inverting';
    const pullUp = open ? (vp - U1.outputLow) / (R4.value ?? Infinity) : 0;
    const middle = inverting ? lower - U1.offsetVoltage : g.referenceVoltage;
    const node = inverting ? upper - U1.offsetVoltage : g.referenceVoltage;
    const r4 = R4.value ?? 0;
    const outputHigh = !open ? vs - U1.outputDropHigh : window ? vp - r4 * U1.outputLeakage : vp - r4 * ((vp - node) / (R3.value + r4) + U1.outputLeakage);
    const divider = inverting ? vs / (R1.value + (R2.value ?? Infinity)) : window ? vs / (R1.value + (R2.value ?? 0) + R3.value) : 0;
    const hysteresis: Value = window ? NO_HYSTERESIS : upper - lower;
    return {
      upperThreshold: upper,
      lowerThreshold: lower,
      upperError: upper - g.upperThreshold,
      lowerError: lower - g.lowerThreshold,
      hysteresis,
      disturbance,
      hysteresisRatio: window ? NO_HYSTERESIS : disturbance > 0 ? (upper - lower) / disturbance : QUIET,
      outputHigh,
      outputCurrent: pullUp + (window ? 0 : (middle - U1.outputLow) / R3.value),
      riseTime: open ? Math.log(9) * r4 * g.loadCapacitance : DRIVEN,
      inputHeadroomHigh: vs - U1.inputWindowHigh - (g.topology === 'non-inverting' ? g.referenceVoltage : upper),
      inputHeadroomLow: (g.topology === 'non-inverting' ? g.referenceVoltage : lower) - U1.inputWindowLow,
      supplyCurrent: U1.quiescentCurrent + divider + pullUp,
    };
  },
  checks,
  rails: {
    vp: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'supplyCurrent', gives: {} },
    pullUp: { role: 'consumes', optional: true, fills: { voltage: 'pullUpVoltage' }, gives: {} },
  },
  signals: {
    in: {
      role: 'in',
      fills: { sourceResistance: 'sourceResistance', ripple: 'inputRipple', noise: 'sourceNoise' },
      path: {
        // The comparator hears all that the path lets through. // white noise in its noise bandwidth
        inputNoise: (down) =>
          down.noise && down.noiseBandwidth
            ? {
                nominal: rms(down.noise.nominal, down.noiseBandwidth.nominal),
                low: rms(down.noise.low, down.noiseBandwidth.low),
                high: rms(down.noise.high, down.noiseBandwidth.high),
              }
            : null,
      },
    },
    out: {
      role: 'out',
      fills: {},
      down: (c) => {
        const high = c.pick('outputHigh');
        const low = c.must('U1.outputLow');
        return { dc: high && { nominal: high.nominal, low: low.low, high: high.high }, sourceResistance: c.range('R4.value') };
      },
    },
  },
  heat: (x, o) => ({ 'comparator and resistors': x.given.supplyVoltage * (o.supplyCurrent ?? 0) }),
  controller: { takes: {}, uses: { out: { is: 'input', title: 'output', heard: true, level: (c) => c.pick('outputHigh') } } },
  confirm: [{ id: 'unused', text: 'Unused comparators of the package have their inputs tied as their sheet says.' }],
  cautions: ['A slow input makes bursts of edges where the hysteresis is smaller than what disturbs it: count edges with a scope, not with a meter.'],
});

const rms = (density: number, band: number): number => density * Math.sqrt(band);
const NO_HYSTERESIS = none('a window comparator has none');
const QUIET = none('nothing disturbs it');
const DRIVEN = none('a push-pull output drives its edge');
