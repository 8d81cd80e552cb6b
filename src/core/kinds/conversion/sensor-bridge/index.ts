import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { PEAK_TO_PEAK } from '../../../physics/noise.ts';
import { ambientSpan } from '../../../physics/thermal.ts';
import { defineKind } from '../../../stage/contract.ts';
import { flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { COPPER, network } from './laws.ts';

export const sensorBridge = defineKind({
  id: 'sensor-bridge',
  family: 'conversion',
  group: 'Conversion',
  title: 'Load cell or strain bridge',
  aliases: ['wheatstone bridge', 'load cell', 'scale', 'strain gauge', 'mV/V', 'ratiometric', 'weigh', 'weight'],
  purpose: 'From the sensitivity of a bridge to codes for a gram, noise-free counts and drift over temperature.',
  given: {
    excitationVoltage: num('V', 5, 'across the bridge, from its rail', { title: 'excitation' }),
    ratiometric: { ...flag(true, 'the reference of the converter is taken from the excitation'), title: 'ratiometric' },
    referenceVoltage: num('V', 2.5, 'where it is not ratiometric'),
    referenceDrift: num('ppm/K', 20, 'where it is not ratiometric', { min: 0 }),
    poweredShare: num('ratio', 1, 'of the time that the excitation is on: 1 where nothing switches it', { max: 1, title: 'time excited' }),
    sensitivity: num('ratio', 0.002, 'volts for a volt, at capacity: 2 mV/V is 0.002', { title: 'sensitivity' }),
    capacity: num('kg', 50, 'of each cell'),
    cells: num('count', 1, 'full bridges in parallel that share the load', { min: 1, integer: true, title: 'cells' }),
    workingLoad: num('kg', 40, 'at which errors are looked at', { min: 0, title: 'load to weigh' }),
    tareLoad: num('kg', 0, 'what always stands on it', { min: 0, title: 'tare' }),
    zeroBalance: num('ratio', 0.0001, 'volts for a volt, unloaded', { min: 0, title: 'zero balance' }),
    bridgeResistance: num('ohm', 350, 'of each cell', { title: 'resistance of a bridge' }),
    leadResistance: num('ohm', 0, 'of each conductor of the excitation', { min: 0, title: 'resistance of a lead' }),
    wires: num('', 4, 'six: the excitation is sensed at the bridge, and what the leads take cancels', { oneOf: [4, 6], title: 'wires' }),
    resolution: num('bit', 24, undefined, { min: 8, max: 32, integer: true }),
    rangeFactor: num('ratio', 0.5, 'full scale at the input is this share of the reference over the gain, either way', { title: 'share of the reference' }),
    gain: num('ratio', 128, 'of the amplifier before the converter', { title: 'gain' }),
    adcNoise: num('V', 6e-8, 'rms at the input, at this rate and gain', { min: 0, title: 'noise of the converter' }),
    noiseBandwidth: num('Hz', 5, 'that the converter’s filter leaves at this rate', { title: 'noise bandwidth' }),
    offsetDrift: num('V/K', 6e-9, undefined, { min: 0 }),
    gainDrift: num('ppm/K', 6, undefined, { min: 0 }),
    zeroTempco: num('ppm/K', 20, 'of full scale', { min: 0, title: 'zero over temperature' }),
    spanTempco: num('ppm/K', 20, 'of the sensitivity of the cell', { min: 0, title: 'span over temperature' }),
    calibrationTemperature: num('degC', 20, undefined, { any: true }),
    resolutionWanted: num('kg', 0.01, 'smallest load that is to be told from noise', { title: 'step wanted' }),
    driftLimit: num('kg', 0.05, 'over the whole ambient range', { title: 'drift allowed' }),
    supplyErrorLimit: num('kg', 0.01, 'at the load', { title: 'error by the supply allowed' }),
    excitationMaximum: num('V', 10, 'that the cell stands', { title: 'excitation, at most' }),
    commonModeLow: num('V', 1.2, 'that the amplifier takes', { any: true, title: 'common mode, lowest' }),
    commonModeHigh: num('V', 3.8, 'that the amplifier takes', { any: true, title: 'common mode, highest' }),
  },
  parts: {},
  outcomes: {
    fullScaleSignal: { unit: 'V', title: 'signal at capacity', doc: 'between the two signal wires' },
    signalPeak: { unit: 'V', title: 'highest signal', doc: 'tare, load and zero balance' },
    adcFullScale: { unit: 'V', title: 'full scale of the converter', doc: 'at its input' },
    rangeUse: { unit: 'ratio', title: 'use of the range' },
    loadShare: { unit: 'ratio', title: 'load over capacity', doc: 'with its tare' },
    codesPerGram: { unit: '1/g', title: 'codes for a gram', doc: 'of the converter, before averaging' },
    inputNoise: { unit: 'V', title: 'noise', doc: 'rms, at the input' },
    noiseLoad: { unit: 'kg', title: 'noise as load', doc: 'rms' },
    resolvableLoad: { unit: 'kg', title: 'smallest load seen', doc: 'peak-to-peak noise' },
    noiseFreeCounts: { unit: 'count', title: 'noise-free counts', doc: 'over the capacity' },
    zeroDrift: { unit: 'kg', title: 'drift of the zero', doc: 'of cell and amplifier; weighing from zero again takes it away' },
    spanDrift: { unit: 'kg', title: 'drift of the span', doc: 'at the load' },
    temperatureDrift: { unit: 'kg', title: 'drift over temperature', doc: 'zero and span together' },
    supplyError: { unit: 'kg', title: 'error by the supply', doc: 'at the load' },
    leadError: { unit: 'kg', title: 'lost in the leads', doc: 'at the load, before calibration' },
    excitationCurrent: { unit: 'A', title: 'excitation current', doc: 'of all cells' },
    averageCurrent: { unit: 'A', title: 'average current', doc: 'excited for its share of time' },
    dissipation: { unit: 'W', title: 'heat of each cell' },
    commonMode: { unit: 'V', title: 'common mode', doc: 'of both signal wires above ground' },
    excitation: { unit: 'V', title: 'excitation', doc: 'as it comes' },
  },
  evaluate: (x, env) => {
    const g = x.given;
    const n = network(g);
    const perKg = n.perKg;
    const scale = (g.rangeFactor * (g.ratiometric ? g.excitationVoltage : g.referenceVoltage)) / g.gain;
    const noise = Math.sqrt(g.adcNoise ** 2 + 4 * BOLTZMANN * (env.ambient.nominal + ZERO_CELSIUS) * n.bridge * g.noiseBandwidth);
    const span = ambientSpan(env.ambient, g.calibrationTemperature);
    const peak = (g.zeroBalance + (g.sensitivity * (g.tareLoad + g.workingLoad)) / n.total) * n.across;
    const zero = (g.zeroTempco * 1e-6 * n.total + g.offsetDrift / perKg) * span;
    const drift = g.spanTempco + g.gainDrift + (g.ratiometric ? 0 : g.referenceDrift) + COPPER * (1 - n.left);
    const spanDrift = g.workingLoad * 1e-6 * span * drift;
    return {
      fullScaleSignal: g.sensitivity * n.across,
      signalPeak: peak,
      adcFullScale: scale,
      rangeUse: peak / scale,
      loadShare: (g.tareLoad + g.workingLoad) / n.total,
      codesPerGram: ((perKg / 1000) * 2 ** g.resolution) / (2 * scale),
      inputNoise: noise,
      noiseLoad: noise / perKg,
      resolvableLoad: (PEAK_TO_PEAK * noise) / perKg,
      noiseFreeCounts: (g.sensitivity * n.across) / (PEAK_TO_PEAK * noise),
      zeroDrift: zero,
      spanDrift,
      temperatureDrift: zero + spanDrift,
      supplyError: g.ratiometric ? 0 : g.workingLoad * (g.excitationVoltage / env.nominal.given.excitationVoltage - 1),
      leadError: g.workingLoad * (1 - n.left),
      excitationCurrent: n.current,
      averageCurrent: n.current * g.poweredShare,
      dissipation: n.across ** 2 / g.bridgeResistance,
      commonMode: g.excitationVoltage / 2,
      excitation: g.excitationVoltage,
    };
  },
  checks,
  rails: {
    vcc: {
      role: 'consumes',
      fills: { voltage: 'excitationVoltage' },
      draws: { asleep: 'averageCurrent', idle: 'averageCurrent', typical: 'averageCurrent', peak: 'excitationCurrent' },
      gives: {},
    },
  },
  signals: { out: { role: 'out', carries: 'readings', fills: {}, down: () => ({}) } },
  acquires: {
    unit: 'kg',
    terms: (c) => {
      const { given: g } = c.x;
      const s = c.must('sensitivity');
      const span = (s.high - s.low) / 2 / s.nominal;
      const supply = c.out('supplyError');
      const lsb = 1 / (1000 * c.number('codesPerGram'));
      return [
        { name: 'zero balance', amount: (g.zeroBalance / g.sensitivity) * g.cells * g.capacity, removedBy: 1 as const },
        { name: 'sensitivity', amount: g.workingLoad * span, removedBy: 2 as const },
        { name: 'leads', amount: c.number('leadError'), removedBy: 2 as const },
        { name: 'supply', amount: Math.max(-(supply.low ?? 0), supply.high ?? 0), removedBy: null },
        { name: 'drift of the zero', amount: c.number('zeroDrift'), removedBy: null },
        { name: 'drift of the span', amount: c.number('spanDrift'), removedBy: null },
        { name: 'quantisation', amount: lsb / 2, removedBy: null },
      ];
    },
    lsb: (c) => 1 / (1000 * c.number('codesPerGram')),
    noise: (c) => c.nominal('noiseLoad'),
  },
  controller: {
    takes: {},
    uses: { clock: { is: 'output', title: 'clock' }, data: { is: 'input', title: 'data' } },
  },
  meets: ['connector', 'cable'],
  confirm: [
    { id: 'overload-stop', text: 'A mechanical stop keeps an overload, a fall or a gust off the cell.' },
    { id: 'sense-wires', text: 'The cable has as many wires as chosen here, and its screen is joined at one end.' },
  ],
  cautions: ['Stops against overload and a safe hanging of loads are mechanical duties: nothing here looks at them.'],
});
