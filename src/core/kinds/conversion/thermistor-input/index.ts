import { impossible, type Value } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, eitherWay, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { codesPerKelvin, equalEnds, indicated, linearising, resistance, selfHeating, share } from './laws.ts';
import { size } from './sizing.ts';

/** A divider is most sensitive, and hottest, where its halves are alike: whatever moves them may turn that round. */
const halves = (...temperatures: string[]) => ({
  inputs: ['parts.R1.value', ...['value', 'beta', 'scale', 'a', 'b', 'c'].map((key) => `parts.NTC.${key}`), ...temperatures.map((t) => `given.${t}`)],
  samples: 5,
});
const MEASURED = halves('measuredTemperature');
/** Self-heating, that is part of it, turns round as well. */
const ERRS = { inputs: ['parts.R1.value', 'parts.NTC.value', 'given.measuredTemperature', 'given.rangeLow', 'given.rangeHigh'], samples: 5 };

export const thermistorInput = defineKind({
  id: 'thermistor-input',
  family: 'conversion',
  group: 'Conversion',
  title: 'Thermistor input',
  aliases: ['NTC', 'temperature sensor', 'beta equation', 'Steinhart-Hart', 'thermistor divider', 'temperature', 'thermometer'],
  purpose: 'Series resistor, error in kelvin and codes for a kelvin of an NTC in a divider.',
  given: {
    supplyVoltage: num('V', 3.3, 'across the divider'),
    ratiometric: { ...flag(true, 'the converter’s reference is the supply of the divider'), title: 'ratiometric' },
    referenceVoltage: num('V', 3.3, 'where it is not ratiometric'),
    poweredShare: num('ratio', 1, 'of the time that the divider is powered: 1 where nothing switches it', { max: 1, title: 'time powered' }),
    position: choice(['bottom', 'top'], 'bottom', 'where the thermistor sits', 'position'),
    model: choice(['beta', 'steinhart-hart'], 'beta', 'two numbers, or three constants from the maker’s table', 'model'),
    rangeLow: num('degC', 0, 'coldest that it has to read', { above: -273.15, title: 'range, coldest' }),
    rangeHigh: num('degC', 60, 'hottest that it has to read', { above: -273.15, title: 'range, hottest' }),
    measuredTemperature: num('degC', 25, 'where the error is looked at', { above: -273.15, title: 'temperature measured' }),
    resolution: num('bit', 12, undefined, { min: 6, max: 24, integer: true }),
    adcError: num('LSB', 2, 'all converter errors together', { min: 0, title: 'error of the converter' }),
    inputLeakage: num('A', 0, 'out of the node', { any: true }),
    dissipationConstant: num('W/K', 0.002, 'in still air; in liquids several times more', { title: 'dissipation constant' }),
    leadResistance: num('ohm', 0, 'of each of two wires', { min: 0, title: 'resistance of a lead' }),
    errorLimit: num('K', 1, undefined, { title: 'error allowed' }),
    selfHeatingLimit: num('K', 0.1, 'that the measuring current may warm it by', { title: 'self-heating allowed' }),
    resolutionWanted: num('K', 0.1, 'smallest step that is to be told', { title: 'step wanted' }),
    maximumSourceResistance: num('ohm', 10000, 'from which the converter settles without C1', { title: 'largest source resistance' }),
  },
  carried: { converterError: eitherWay('error of the converter', 'which way it errs') },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.001, doc: 'in series' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.1, zero: true, default: 1e-7, doc: 'at the input' },
    NTC: {
      type: 'resistor',
      sold: 'thermistor',
      series: 'E12',
      tolerance: 0.01,
      default: 10000,
      takes: 'thermistor',
      doc: 'thermistor, at 25 °C',
      params: {
        beta: num('K', { nominal: 3950, tolerance: 0.01 }, 'how it falls', { title: 'beta' }),
        a: num('1/K', 0.0011294, 'of the three constants the first', { title: 'a' }),
        b: num('1/K', 0.0002341, 'of the three constants the second', { title: 'b' }),
        c: num('1/K', 8.77e-8, 'of the three constants the third', { min: 0, title: 'c' }),
        scale: num('ratio', 1, 'spread of the part about the curve of its three constants', { title: 'scale' }),
      },
    },
  },
  outcomes: {
    temperatureError: { unit: 'K', title: 'error', doc: 'at the temperature measured', inside: ERRS },
    errorCold: { unit: 'K', title: 'error, coldest', doc: 'at the coldest', inside: ERRS },
    errorHot: { unit: 'K', title: 'error, hottest', doc: 'at the hottest', inside: ERRS },
    ntcResistance: { unit: 'ohm', title: 'resistance', doc: 'at the temperature measured, not heated' },
    nodeVoltage: { unit: 'V', title: 'at the node', doc: 'into the converter' },
    code: { unit: 'count', title: 'code', doc: 'not rounded' },
    selfHeating: { unit: 'K', title: 'self-heating', doc: 'by its own current', inside: MEASURED },
    codesPerKelvin: { unit: '1/K', title: 'codes for a kelvin', doc: 'at the temperature measured', inside: MEASURED },
    codesPerKelvinCold: { unit: '1/K', title: 'codes for a kelvin, coldest', doc: 'at the coldest', inside: halves('rangeLow') },
    codesPerKelvinHot: { unit: '1/K', title: 'codes for a kelvin, hottest', doc: 'at the hottest', inside: halves('rangeHigh') },
    minimumCodesPerKelvin: { unit: '1/K', title: 'codes for a kelvin, least', doc: 'of both ends', inside: halves('rangeLow', 'rangeHigh') },
    equalEndsResistance: { unit: 'ohm', title: 'R1 for equal ends', doc: 'as sensitive at the coldest as at the hottest' },
    linearisingResistance: { unit: 'ohm', title: 'R1 for a straight middle', doc: 'the curve turns in the middle of the range' },
    faultMargin: { unit: 'ratio', title: 'room to the rails', doc: 'of either end; open and short are then told from a reading' },
    sourceResistance: { unit: 'ohm', title: 'source resistance' },
    timeConstant: { unit: 's', title: 'time constant', doc: 'of the input' },
    current: { unit: 'A', title: 'current', doc: 'through the divider' },
    averageCurrent: { unit: 'A', title: 'average current', doc: 'powered for its share of time' },
  },
  refuse: ({ given: g }) =>
    g.rangeLow >= g.rangeHigh ? [{ path: 'given.rangeHigh', message: 'the hottest temperature is not above the coldest. Swap them.' }] : [],
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    const r1 = parts.R1.value;
    const at = (t: number) => resistance(x, t);
    const error = (t: number): Value => {
      const read = indicated(x, env.nominal, t);
      return read === null ? OFF_SCALE : read - t;
    };
    const r = at(g.measuredTemperature);
    const s = share(x, r);
    const source = (r * r1) / (r + r1);
    const [cold, hot] = [codesPerKelvin(x, g.rangeLow), codesPerKelvin(x, g.rangeHigh)];
    const ends = [share(x, at(g.rangeLow)), share(x, at(g.rangeHigh))];
    const straight = linearising(x);
    return {
      temperatureError: error(g.measuredTemperature),
      errorCold: error(g.rangeLow),
      errorHot: error(g.rangeHigh),
      ntcResistance: r,
      nodeVoltage: s * g.supplyVoltage,
      code: (s * 2 ** g.resolution * (g.ratiometric ? 1 : g.supplyVoltage)) / (g.ratiometric ? 1 : g.referenceVoltage),
      selfHeating: selfHeating(x, g.measuredTemperature),
      codesPerKelvin: codesPerKelvin(x, g.measuredTemperature),
      codesPerKelvinCold: cold,
      codesPerKelvinHot: hot,
      minimumCodesPerKelvin: Math.min(cold, hot),
      equalEndsResistance: equalEnds(x) ?? NO_EQUAL,
      linearisingResistance: straight > 0 ? straight : NO_STRAIGHT,
      faultMargin: Math.min(...ends.map((v) => Math.min(v, 1 - v))),
      sourceResistance: source,
      timeConstant: source * parts.C1.value,
      current: g.supplyVoltage / (r + r1),
      averageCurrent: (g.poweredShare * g.supplyVoltage) / (r + r1),
    };
  },
  checks,
  rails: {
    vcc: {
      role: 'consumes',
      fills: { voltage: 'supplyVoltage' },
      draws: { asleep: 'averageCurrent', idle: 'averageCurrent', typical: 'averageCurrent', peak: 'current' },
      gives: {},
    },
  },
  signals: {
    out: {
      role: 'out',
      fills: {},
      down: (c) => {
        const ohms = c.pick('sourceResistance');
        return {
          dc: c.pick('nodeVoltage'),
          sourceResistance: ohms,
          noise: ohms && exactly(thermalNoise(ohms.nominal, c.x.ambient)),
          reservoir: c.x.parts.C1.value > 0 ? c.range('C1.value') : null,
        };
      },
    },
  },
  heat: (x, o, state) => ({ divider: x.given.supplyVoltage * ((state === 'peak' ? o.current : o.averageCurrent) ?? 0) }),
  acquires: {
    unit: 'K',
    error: ['temperatureError', 1],
    removes: { 'parts.NTC.value': 1, 'parts.NTC.scale': 1, 'parts.NTC.beta': 2, 'parts.R1': 2, 'given.inputLeakage': 1, 'given.leadResistance': 1 },
    own: ['carried.converterError'],
    terms: (c) => [{ name: 'self-heating and leads', amount: Math.abs(c.nominal('temperatureError') ?? 0), removedBy: 1 }],
    lsb: (c) => 1 / c.number('codesPerKelvin'),
    per: (c) => (c.number('codesPerKelvin') * c.x.given.supplyVoltage) / 2 ** c.x.given.resolution,
  },
  controller: {
    takes: { converterBits: 'resolution', converterError: 'adcError', inputLeakage: 'inputLeakage' },
    uses: { pin: { is: 'analog', title: 'thermistor', level: (c) => c.pick('nodeVoltage') } },
  },
  meets: ['cable'],
  confirm: [{ id: 'contact', text: 'The bead touches what it is to measure and is kept from the air: its contact and its own time constant are mechanical.' }],
  cautions: ['A heater needs a cut-out against overheating of its own, that no reading and no program can hold off.'],
});

const OFF_SCALE = impossible('the reading lies beyond a rail: no temperature goes with it');
const NO_EQUAL = impossible('both ends fall alike for no resistor');
const NO_STRAIGHT = impossible('the curve has no turning point in the middle of the range');
