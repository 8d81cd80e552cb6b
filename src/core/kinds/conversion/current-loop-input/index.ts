import { impossible, none } from '../../../math/absent.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type Given } from '../../../stage/contract.ts';
import { eitherWay, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { code, LEVELS, readingError, SPAN } from './laws.ts';
import { size } from './sizing.ts';

export const currentLoopInput = defineKind({
  id: 'current-loop-input',
  family: 'conversion',
  group: 'Conversion',
  title: '4–20 mA current-loop input',
  aliases: ['current loop', 'burden resistor', 'transmitter input', 'process signal', '4-20 mA'],
  purpose: 'Burden, compliance, protection and fault codes for a two-wire transmitter.',
  given: {
    loopVoltage: num('V', 24, 'supply of the loop', { title: 'loop supply' }),
    transmitterMinimum: num('V', 12, 'that the transmitter works from', { min: 0, title: 'transmitter, at least' }),
    cableResistance: num('ohm', 20, 'of both conductors', { min: 0 }),
    complianceReserve: num('V', 1, 'beyond what the transmitter needs', { min: 0, title: 'reserve wanted' }),
    measuredCurrent: num('A', 0.012, 'where the error is looked at', { min: 0, max: 0.05, title: 'current measured' }),
    supplyVoltage: num('V', 3.3, 'of the converter'),
    referenceVoltage: num('V', 3.3, 'full scale, with its tolerance', { title: 'reference' }),
    resolution: num('bit', 12, undefined, { min: 6, max: 24, integer: true }),
    adcOffset: num('V', 0.001, 'either way', { min: 0, title: 'offset of the converter' }),
    inl: num('LSB', 2, 'integral nonlinearity', { min: 0 }),
    faultHigh: num('A', 0.021, 'with which a transmitter tells a fault', { title: 'fault, high' }),
    faultLow: num('A', 0.0036, 'with which a transmitter tells a fault', { title: 'fault, low' }),
    errorLimit: num('ratio', 0.005, 'of the span of 16 mA', { title: 'error allowed' }),
    minimumSeparation: num('count', 4, 'codes between the low fault and 3.8 mA', { min: 0, title: 'codes between fault and signal' }),
  },
  carried: {
    offsetError: eitherWay('offset of the converter', 'which way it errs'),
    linearError: eitherWay('linearity of the converter', 'which way it errs'),
  },
  parts: {
    R1: { type: 'resistor', series: 'E96', tolerance: 0.001, doc: 'burden', params: { powerRating: num('W', 0.25) } },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.05, zero: true, doc: 'to the pin; limits the clamp current' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.1, zero: true, default: 1e-7, doc: 'filter' },
    D1: {
      type: 'device',
      bought: (_: Given, d1: Given) => d1.forwardVoltage !== 0,
      doc: 'against reversed wires; 0 V: none',
      params: { forwardVoltage: num('V', 0, undefined, { min: 0 }) },
    },
    U1: {
      type: 'device',
      bought: false,
      doc: 'converter',
      params: {
        inputLeakage: num('A', 0, undefined, { any: true }),
        clampDrop: num('V', 0.3, undefined, { min: 0 }),
        inputCurrentLimit: num('A', 0.005),
      },
    },
  },
  outcomes: {
    voltageLow: { unit: 'V', title: 'at 4 mA', doc: 'across the burden' },
    voltageHigh: { unit: 'V', title: 'at 20 mA', doc: 'across the burden' },
    voltageFault: { unit: 'V', title: 'at the high fault', doc: 'across the burden' },
    rangeUse: { unit: 'ratio', title: 'use of the range', doc: 'at the high fault' },
    compliance: { unit: 'V', title: 'left for the transmitter', doc: 'above what it needs, at the high fault' },
    maximumLoopResistance: { unit: 'ohm', title: 'largest loop resistance', doc: 'burden and cable together, at the high fault' },
    lsbCurrent: { unit: 'A', title: 'one LSB', doc: 'of the loop current' },
    spanCodes: { unit: 'count', title: 'codes of the span' },
    spanError: { unit: 'ratio', title: 'error', doc: 'of the span, at the current measured' },
    codeFaultLow: { unit: 'count', title: 'code, low fault', doc: 'at or below it the transmitter tells a fault' },
    codeUnderRange: { unit: 'count', title: 'code at 3.8 mA', doc: 'the lowest that still is a reading' },
    codeLow: { unit: 'count', title: 'code at 4 mA', doc: 'nothing of the span' },
    codeHigh: { unit: 'count', title: 'code at 20 mA', doc: 'all of the span' },
    codeOverRange: { unit: 'count', title: 'code at 20.5 mA', doc: 'the highest that still is a reading' },
    codeFaultHigh: { unit: 'count', title: 'code, high fault', doc: 'at or above it the transmitter tells a fault' },
    separationCodes: { unit: 'count', title: 'codes between fault and signal', doc: 'between the low fault and 3.8 mA' },
    burdenDissipation: { unit: 'W', title: 'heat of the burden', doc: 'at 20 mA' },
    faultDissipation: { unit: 'W', title: 'heat of the burden in a short', doc: 'the transmitter shorted' },
    clampCurrent: { unit: 'A', title: 'clamp current', doc: 'the loop supply wired to the input' },
    cutoffFrequency: { unit: 'Hz', title: 'cutoff' },
    loopCurrent: { unit: 'A', title: 'loop current', doc: 'what the loop supply has to give' },
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    const { C1, D1, R1, R2, U1 } = parts;
    const r1 = R1.value;
    const r2 = R2.value;
    const lsb = g.referenceVoltage / 2 ** g.resolution;
    const at = (amps: number) => code(env.nominal, amps);
    const over = Math.max(0, g.loopVoltage - g.supplyVoltage - U1.clampDrop);
    return {
      voltageLow: LEVELS.low * r1,
      voltageHigh: LEVELS.high * r1,
      voltageFault: g.faultHigh * r1,
      rangeUse: (g.faultHigh * r1) / g.referenceVoltage,
      compliance: g.loopVoltage - g.faultHigh * (r1 + g.cableResistance) - D1.forwardVoltage - g.transmitterMinimum,
      maximumLoopResistance: (g.loopVoltage - g.transmitterMinimum - D1.forwardVoltage) / g.faultHigh,
      lsbCurrent: lsb / r1,
      spanCodes: (SPAN * r1) / lsb,
      spanError: readingError(x, env.nominal, g.measuredCurrent) / SPAN,
      codeFaultLow: at(env.nominal.given.faultLow),
      codeUnderRange: at(LEVELS.under),
      codeLow: at(LEVELS.low),
      codeHigh: at(LEVELS.high),
      codeOverRange: at(LEVELS.over),
      codeFaultHigh: at(env.nominal.given.faultHigh),
      separationCodes: ((LEVELS.under - g.faultLow) * r1) / lsb,
      burdenDissipation: LEVELS.high ** 2 * r1,
      faultDissipation: Math.max(0, g.loopVoltage - D1.forwardVoltage) ** 2 / r1,
      clampCurrent: over === 0 ? 0 : r2 > 0 ? over / r2 : UNLIMITED,
      cutoffFrequency: C1.value > 0 ? 1 / (2 * Math.PI * (r1 + r2) * C1.value) : NO_CORNER,
      loopCurrent: g.faultHigh,
    };
  },
  checks,
  rails: {
    loop: { role: 'consumes', fills: { voltage: 'loopVoltage' }, draws: 'loopCurrent', gives: { minimum: (c) => c.must('transmitterMinimum').high } },
    vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, gives: {} },
  },
  signals: {
    out: {
      role: 'out',
      fills: {},
      down: (c) => {
        const [low, high] = [c.pick('voltageLow'), c.pick('voltageHigh')];
        const burden = c.range('R1.value');
        return {
          dc: low && high && { nominal: (low.nominal + high.nominal) / 2, low: low.low, high: high.high },
          sourceResistance: burden && {
            nominal: burden.nominal + c.x.parts.R2.value,
            low: burden.low + c.x.parts.R2.value,
            high: burden.high + c.x.parts.R2.value,
          },
          bandwidth: c.pick('cutoffFrequency'),
          reservoir: c.x.parts.C1.value > 0 ? exactly(c.x.parts.C1.value) : null,
        };
      },
    },
  },
  heat: (x, o) => ({ burden: (o.loopCurrent ?? 0) ** 2 * x.parts.R1.value, D1: (o.loopCurrent ?? 0) * x.parts.D1.forwardVoltage }),
  acquires: {
    unit: 'A',
    error: ['spanError', SPAN],
    removes: { 'parts.R1': 2, 'given.referenceVoltage': 2, 'carried.offsetError': 1, 'carried.linearError': 3, 'parts.U1.inputLeakage': 1 },
    own: ['carried.offsetError', 'carried.linearError', 'given.referenceVoltage'],
    lsb: (c) => c.nominal('lsbCurrent'),
    per: (c) => c.x.parts.R1.value,
  },
  controller: {
    takes: { supply: 'supplyVoltage', converterBits: 'resolution', inputLeakage: 'U1.inputLeakage', clampCurrent: 'U1.inputCurrentLimit' },
    uses: { pin: { is: 'analog', title: 'loop', level: (c) => c.pick('voltageHigh') } },
  },
  meets: ['connector', 'cable'],
  confirm: [{ id: 'common-return', text: 'The return of the loop is that of the converter: else an isolated receiver stands between.' }],
  cautions: ['A loop that leads into a hazardous area needs certified barriers, planned and fitted by those licensed for it under your local code.'],
});

const UNLIMITED = impossible('no resistor limits it: fit R2');
const NO_CORNER = none('there is no capacitor');
