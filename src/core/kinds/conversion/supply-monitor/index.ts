import { ambientSpan } from '../../../physics/thermal.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { eitherWay, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { CLAMP, network, thresholdCode } from './laws.ts';
import { size } from './sizing.ts';

/** Hours of a year. */
const YEAR = 8760;
/** Its magnitude counts: least where nothing leaks. */
const LEAKS = { inputs: ['given.inputLeakage'], turnsAt: 0 } as const;

export const supplyMonitor = defineKind({
  id: 'supply-monitor',
  family: 'conversion',
  group: 'Conversion',
  title: 'Supply or battery monitor',
  aliases: ['battery monitor', 'voltage divider to ADC', 'low-battery threshold', 'rail monitor', 'battery low'],
  purpose: 'Watches a battery or rail through a divider against a loose internal reference, with honest thresholds.',
  given: {
    monitoredHigh: num('V', 4.2, 'highest voltage watched', { title: 'watched, highest' }),
    monitoredLow: num('V', 3, 'lowest voltage watched', { title: 'watched, lowest' }),
    lowThreshold: num('V', 3.3, 'at which firmware acts', { title: 'low threshold' }),
    thresholdAccuracy: num('V', 0.1, 'allowed error of the threshold', { title: 'error allowed' }),
    supplyVoltage: num('V', 3.3, 'of the converter’s pin'),
    referenceVoltage: num('V', { nominal: 1.1, low: 1, high: 1.2 }, 'internal, with its spread', { title: 'reference' }),
    resolution: num('bit', 10, undefined, { min: 4, max: 24, integer: true }),
    adcError: num('LSB', 2, 'all converter errors together', { min: 0, title: 'error of the converter' }),
    inputLeakage: num('A', { nominal: 0, low: -1e-7, high: 1e-7 }, 'positive out of the node', { any: true }),
    acquisitionTime: num('s', 1.2e-5, 'of the converter, connected to the pin', { min: 0 }),
    calibrated: { ...flag(false, 'one point, stored for each board'), title: 'calibrated' },
    calibrationVoltage: num('V', 4, 'at which the one point was taken', { title: 'voltage of the calibration' }),
    calibrationTemperature: num('degC', 25, undefined, { any: true }),
    referenceDrift: num('ratio', 0.01, 'of the reference over temperature and supply, after calibration', { min: 0, title: 'drift of the reference' }),
    trackingTempco: num('ppm/K', 50, 'of the resistors against each other', { min: 0, title: 'tracking of the divider' }),
    drainLimit: num('A', 1e-5, 'what watching may take from the battery', { title: 'drain allowed' }),
    switched: { ...flag(false, 'Q1 connects the divider only while measuring'), title: 'switched divider' },
    measureInterval: num('s', 60, 'between measurements', { title: 'interval' }),
    resolutionWanted: num('V', 0.02, 'at the battery', { title: 'step wanted' }),
    unpoweredCurrentLimit: num('A', 1e-4, 'allowed into the pin while the controller is off', { title: 'current into a dead pin' }),
  },
  carried: {
    railVoltage: num('V', null, 'that of the rail it hangs on', { title: 'voltage watched' }),
    converterError: eitherWay('error of the converter', 'which way it errs'),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'upper' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'lower' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.1, zero: true, doc: 'holds across R2; 0: none' },
    Q1: {
      type: 'device',
      doc: 'high-side switch',
      needed: (g: Given) => g.switched === true,
      params: { onResistance: num('ohm', 10, 'in series with the divider while measuring'), leakageCurrent: num('A', 1e-7, 'while off', { min: 0 }) },
    },
    U1: {
      type: 'device',
      bought: false,
      doc: 'converter',
      params: { samplingCapacitor: num('F', 1.4e-11), switchResistance: num('ohm', 10000, undefined, { min: 0 }) },
    },
  },
  outcomes: {
    dividerRatio: { unit: 'ratio', title: 'ratio of the divider', doc: 'of the pin over the voltage watched' },
    pinVoltage: { unit: 'V', title: 'at the pin', doc: 'at the highest voltage watched' },
    rangeUse: { unit: 'ratio', title: 'use of the range' },
    lsb: { unit: 'V', title: 'one LSB', doc: 'at the pin' },
    smallestChange: { unit: 'V', title: 'smallest change', doc: 'one code, at the battery' },
    thresholdCode: { unit: 'count', title: 'code of the threshold', doc: 'written into firmware' },
    detectedThreshold: { unit: 'V', title: 'threshold as it acts', doc: 'before calibration' },
    thresholdError: { unit: 'V', title: 'error of the threshold', doc: 'before calibration' },
    calibratedError: { unit: 'V', title: 'error after calibration', doc: 'at most, either way', inside: LEAKS },
    sourceResistance: { unit: 'ohm', title: 'source resistance' },
    settlingErrorLsb: { unit: 'LSB', title: 'settling error' },
    recoveryTime: { unit: 's', title: 'recovery', doc: 'to wait between samples, and after switching on' },
    drainCurrent: { unit: 'A', title: 'drain', doc: 'of the divider' },
    chargePerYear: { unit: 'Ah', title: 'charge a year', doc: 'taken from the battery by watching it' },
    unpoweredPinCurrent: { unit: 'A', title: 'into a dead pin', doc: 'while the controller is off' },
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    const { C1, U1 } = parts;
    const n = network(x);
    const lsb = g.referenceVoltage / 2 ** g.resolution;
    const code = thresholdCode(env.nominal);
    const pin = n.watched * n.ratio;
    const detected = ((code + x.carried.converterError * g.adcError) * lsb + g.inputLeakage * n.source) / n.ratio;
    const span = ambientSpan(env.ambient, g.calibrationTemperature);
    const left =
      C1.value > 0
        ? U1.samplingCapacitor / (C1.value + U1.samplingCapacitor)
        : Math.exp(-g.acquisitionTime / ((n.source + U1.switchResistance) * U1.samplingCapacitor));
    const recovery = n.source * C1.value * Math.log(2 ** (g.resolution + 1));
    const through = n.watched / (n.top + n.bottom);
    const drain = g.switched ? parts.Q1.leakageCurrent + through * Math.min(1, (recovery + g.acquisitionTime) / g.measureInterval) : through;
    return {
      dividerRatio: n.ratio,
      pinVoltage: pin,
      rangeUse: pin / g.referenceVoltage,
      lsb,
      smallestChange: lsb / n.ratio,
      thresholdCode: code,
      detectedThreshold: detected,
      thresholdError: detected - g.lowThreshold,
      calibratedError:
        Math.abs(g.inputLeakage) * n.top +
        g.lowThreshold * (g.referenceDrift + g.trackingTempco * 1e-6 * span) +
        (g.adcError + 0.5) * (lsb / n.ratio) * (1 + g.lowThreshold / g.calibrationVoltage),
      sourceResistance: n.source,
      settlingErrorLsb: (pin * left) / lsb,
      recoveryTime: recovery,
      drainCurrent: drain,
      chargePerYear: drain * YEAR,
      unpoweredPinCurrent: g.switched ? parts.Q1.leakageCurrent : Math.max(0, n.watched - CLAMP) / n.top,
    };
  },
  checks,
  rails: {
    in: { role: 'consumes', fills: { voltage: 'railVoltage' }, draws: 'drainCurrent', gives: {} },
    vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, gives: {} },
  },
  signals: {
    out: {
      role: 'out',
      carries: 'readings',
      fills: {},
      down: (c) => ({
        dc: c.pick('pinVoltage'),
        sourceResistance: c.pick('sourceResistance'),
        data: { channels: exactly(1), rate: exactly(1 / c.x.given.measureInterval), bits: c.range('resolution') },
      }),
    },
  },
  heat: (x, o) => ({ divider: network(x).watched * (o.drainCurrent ?? 0) }),
  acquires: {
    unit: 'V',
    error: ['thresholdError', 1],
    // One point fixes the scale, which is what these errors are of.
    removes: { 'given.referenceVoltage': 1, 'parts.R1': 1, 'parts.R2': 1, 'given.inputLeakage': 1 },
    terms: (c) => {
      const { given: g } = c.x;
      return [
        {
          name: 'drift',
          amount: g.lowThreshold * (g.referenceDrift + g.trackingTempco * 1e-6 * ambientSpan(c.env.ambient, g.calibrationTemperature)),
          removedBy: null,
        },
      ];
    },
    lsb: (c) => c.nominal('smallestChange'),
  },
  controller: {
    takes: {
      supply: 'supplyVoltage',
      internalReference: 'referenceVoltage',
      converterBits: 'resolution',
      converterError: 'adcError',
      inputLeakage: 'inputLeakage',
      samplingCapacitor: 'U1.samplingCapacitor',
    },
    uses: { pin: { is: 'analog', title: 'monitor', level: (c) => c.pick('pinVoltage') } },
  },
  confirm: [
    { id: 'threshold-stored', text: 'Firmware acts on the code that stands here, or on a calibrated one, and has a second threshold to come back at.' },
  ],
  cautions: ['A monitor is no protection: a lithium cell needs its own protection circuit, whatever firmware does.'],
});
