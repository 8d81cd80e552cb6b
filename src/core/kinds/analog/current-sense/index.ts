import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { shunt, bandwidth } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

/** What stands at the input at no current, V: a magnitude, least where the offset is specified. */
function zero({ given: g, parts: { U1 }, ambient }: AnyInputs): number {
  const common = g.side === 'high' ? g.supplyVoltage : 0;
  return U1.offsetVoltage + U1.offsetDrift * Math.abs(ambient - 25) + Math.abs(common - U1.commonModeReference) * 10 ** (-U1.commonModeRejection / 20);
}
const turning = (value: (x: AnyInputs) => number) => ({ inputs: ['ambient', 'given.supplyVoltage', 'parts.U1.commonModeReference'], value, samples: 3 });
const offset = (x: AnyInputs) => zero(x) / x.parts.RS.value;

/** The smallest current a reading tells: of zero error, step of the converter, and the low end of the swing. */
function smallest(x: AnyInputs): number {
  const {
    given: g,
    parts: { RS, U1 },
  } = x;
  const slope = U1.gain * shunt(x).passed * RS.value;
  return Math.max(offset(x), g.converterReference / 2 ** g.resolution / slope, (U1.outputSwingLow - g.referenceLevel) / slope);
}

export const currentSense = defineKind({
  id: 'current-sense',
  family: 'analog',
  group: 'Signal',
  title: 'Current sense',
  aliases: ['shunt', 'ammeter', 'low-side sense', 'high-side sense', 'current monitor', 'coulomb counter front end', 'measure current'],
  purpose: 'Turns a current into a voltage for a converter with a small loss and a known smallest readable current.',
  given: {
    side: choice(['low', 'high'], 'low', 'shunt in the return or in the supply', 'side'),
    maximumCurrent: num('A', 2, 'full scale'),
    minimumCurrent: num('A', 0.1, 'smallest of interest'),
    rmsCurrent: num('A', null, 'for heating; not given: the largest current', { title: 'rms current' }),
    supplyVoltage: num('V', 12, 'of the sensed supply: the common mode of a shunt in it', { any: true, title: 'sensed supply' }),
    amplifierSupply: num('V', 3.3, 'from the rail', { title: 'supply of the amplifier' }),
    referenceLevel: num('V', 0, 'output at no current', { min: 0, title: 'output at no current' }),
    converterReference: num('V', 3.3, 'full scale of the converter', { title: 'full scale of the converter' }),
    resolution: num('bit', 12, 'of the converter', { min: 1, max: 32, integer: true }),
    maximumBurden: num('V', 0.1, 'drop allowed at full scale', { title: 'drop allowed' }),
    maximumOffsetError: num('ratio', 0.1, 'allowed at the smallest current', { title: 'zero error allowed' }),
    maximumGainError: num('ratio', 0.03, 'allowed at full scale', { title: 'gain error allowed' }),
    minimumBandwidth: num('Hz', 1000, 'wanted', { title: 'bandwidth wanted' }),
    traceResistance: num('ohm', 0, 'copper inside the sense loop, as warm as it gets; 0: taps at the shunt itself', {
      min: 0,
      title: 'copper in the sense loop',
    }),
    minimumHeadroom: num('V', 0.05, 'to spare at the output', { title: 'headroom wanted' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    RS: {
      type: 'resistor',
      sold: 'shunt resistor',
      series: 'E12',
      tolerance: 0.01,
      doc: 'shunt',
      params: {
        temperatureCoefficient: num('ppm/K', 75, 'of the shunt', { any: true, title: 'drift with temperature' }),
        powerRating: num('W', 1),
        thermalResistance: num('K/W', 60, 'of the shunt to the air', { title: 'shunt to air' }),
        maximumTemperature: num('degC', 155, 'of the shunt', { any: true, title: 'highest temperature' }),
      },
    },
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, optional: true, doc: 'filter resistor in each input leg' },
    C1: { type: 'capacitor', series: 'E12', tolerance: 0.1, optional: true, doc: 'filter capacitor across the inputs' },
    U1: {
      type: 'device',
      doc: 'current-sense amplifier',
      params: {
        gain: num('', 20, 'may have a spread', { title: 'gain' }),
        offsetVoltage: num('V', 1e-4, 'magnitude', { min: 0 }),
        offsetDrift: num('V/K', 2e-6, 'magnitude, away from 25 °C', { min: 0 }),
        commonModeRejection: num('dB', 100, 'of what both inputs carry alike', { min: 0, title: 'common-mode rejection' }),
        commonModeReference: num('V', 12, 'common mode at which the offset is specified', { any: true, title: 'offset specified at' }),
        commonModeLow: num('V', -0.1, 'lowest common mode', { any: true, title: 'lowest common mode' }),
        commonModeHigh: num('V', 26, 'highest common mode', { any: true, title: 'highest common mode' }),
        inputResistance: num('ohm', 1e6, 'of each input, where filter resistors make a gain error'),
        bandwidth: num('Hz', 1e5, 'of the amplifier', { title: 'bandwidth' }),
        outputSwingHigh: num('V', 0.05, 'distance to its supply', { min: 0, title: 'output to the positive rail' }),
        outputSwingLow: num('V', 0.02, 'distance to ground', { min: 0, title: 'output to the negative rail' }),
        quiescentCurrent: num('A', 0.0005, undefined, { min: 0 }),
      },
    },
  },
  outcomes: {
    burdenVoltage: { unit: 'V', title: 'drop', doc: 'at full scale' },
    shuntDissipation: { unit: 'W', title: 'heat of the shunt', doc: 'at the rms current' },
    shuntTemperature: { unit: 'degC', title: 'shunt', doc: 'its temperature' },
    outputVoltage: { unit: 'V', title: 'output', doc: 'at full scale' },
    transferGain: { unit: 'V/A', title: 'slope', doc: 'volts for an ampere' },
    kelvinError: { unit: 'ratio', title: 'error by copper', doc: 'of what lies inside the sense loop' },
    driftError: { unit: 'ratio', title: 'error by warmth', doc: 'of the shunt, from its own heat and the air' },
    gainError: { unit: 'ratio', title: 'gain error', doc: 'all slope errors together, uncalibrated' },
    offsetCurrent: { unit: 'A', title: 'zero error', doc: 'as a current', inside: turning(offset) },
    offsetError: { unit: 'ratio', title: 'zero error, relative', doc: 'at the smallest current', inside: turning((x) => offset(x) / x.given.minimumCurrent) },
    lsbCurrent: { unit: 'A', title: 'one step of the converter', doc: 'as a current' },
    smallestCurrent: { unit: 'A', title: 'smallest readable current', doc: 'below it the reading says nothing', inside: turning(smallest) },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'of amplifier and filter' },
    outputHeadroomHigh: { unit: 'V', title: 'output to its upper end', doc: 'to the swing or the converter’s full scale' },
    commonModeMarginHigh: { unit: 'V', title: 'common mode, left above', doc: 'to the highest the amplifier takes' },
    commonModeMarginLow: { unit: 'V', title: 'common mode, left below', doc: 'to the lowest the amplifier takes' },
    totalDissipation: { unit: 'W', title: 'heat', doc: 'of shunt and amplifier' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of the amplifier' },
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    const { RS, U1 } = parts;
    const s = shunt(x);
    const outputVoltage = g.referenceLevel + U1.gain * s.passed * s.burden;
    const transferGain = U1.gain * s.passed * RS.value;
    const common = g.side === 'high' ? g.supplyVoltage : 0;
    const offsetCurrent = offset(x);
    const lsbCurrent = g.converterReference / 2 ** g.resolution / transferGain;
    const firmware = env.nominal.parts;
    return {
      burdenVoltage: s.burden,
      shuntDissipation: s.dissipation,
      shuntTemperature: s.temperature,
      outputVoltage,
      transferGain,
      kelvinError: g.traceResistance / RS.value,
      driftError: s.drift,
      gainError: (U1.gain * s.passed * (s.warm + g.traceResistance)) / (firmware.U1.gain * firmware.RS.value) - 1,
      offsetCurrent,
      offsetError: offsetCurrent / g.minimumCurrent,
      lsbCurrent,
      smallestCurrent: smallest(x),
      bandwidth: bandwidth(x),
      outputHeadroomHigh: Math.min(g.amplifierSupply - U1.outputSwingHigh, g.converterReference) - outputVoltage,
      commonModeMarginHigh: U1.commonModeHigh - common,
      commonModeMarginLow: common - U1.commonModeLow,
      totalDissipation: s.dissipation + g.amplifierSupply * U1.quiescentCurrent,
      supplyCurrent: U1.quiescentCurrent,
    };
  },
  checks,
  rails: {
    sensed: { role: 'consumes', fills: { voltage: 'supplyVoltage', current: 'maximumCurrent' }, gives: {} },
    vp: { role: 'consumes', fills: { voltage: 'amplifierSupply' }, draws: 'supplyCurrent', gives: {} },
  },
  signals: {
    out: {
      role: 'out',
      fills: { fullScale: 'converterReference', resolution: 'resolution' },
      down: (c) => {
        const top = c.pick('outputVoltage');
        const zero = c.must('referenceLevel');
        return {
          dc: top && { nominal: top.nominal, low: Math.min(zero.low, top.low), high: top.high },
          sourceResistance: exactly(0),
          bandwidth: c.pick('bandwidth'),
        };
      },
      attenuation: {},
    },
  },
  // The shunt’s heat is in what flows through it, which is drawn elsewhere.
  driven: true,
  heat: (x, o) => ({ shunt: o.shuntDissipation ?? 0, amplifier: x.given.amplifierSupply * x.parts.U1.quiescentCurrent }),
  confirm: [{ id: 'taps', text: 'The sense lines leave from the shunt’s own pads, not from the copper beside them.' }],
  cautions: ['A shunt in the return lifts the ground of its load: keep signal grounds off it. Shunts get hot.'],
});
