import { impedance, ripple } from './laws.ts';
import { more, less, closer, choose } from '../../../stage/cures.ts';
import { none } from '../../../math/absent.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../../../physics/constants.ts';
import { parallel, toDb } from '../../../physics/network.ts';
import { defineKind, type SpreadLike } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';
import { size } from './sizing.ts';

export const buffered = (c: Judged) => c.x.given.buffer === 'op-amp';
const needsBuffer = (g: Readonly<Record<string, unknown>>) => g.buffer === 'op-amp';

/** The largest of both ends' magnitudes. */
const magnitude = (s: SpreadLike): SpreadLike =>
  s.nominal === null || s.low === null || s.high === null ? s : { nominal: Math.abs(s.nominal), low: 0, high: Math.max(Math.abs(s.low), Math.abs(s.high)) };

const bufferCurrent = (c: Judged): SpreadLike => {
  const [load, signal] = [magnitude(c.must('loadCurrent')), c.must('signalCurrent')];
  return { nominal: load.nominal! + signal.nominal, low: signal.low, high: load.high! + signal.high };
};

export const railSplitter = defineKind({
  id: 'rail-splitter',
  family: 'power',
  group: 'Supply',
  title: 'Mid-supply (virtual ground)',
  aliases: ['rail splitter', 'virtual ground', 'half supply', 'Vcc/2', 'bias divider'],
  purpose: 'A reference in the middle of a single supply for signal stages.',
  given: {
    inputVoltage: num('V', 9),
    outputRatio: num('ratio', 0.5, undefined, { above: 0, below: 1 }),
    loadCurrent: num('A', { nominal: 0, low: -1e-5, high: 1e-5 }, 'net DC drawn out of the middle (negative into it)', { any: true }),
    signalCurrent: num('A', 1e-5, 'peak signal current returned to it', { min: 0 }),
    buffer: choice(['none', 'op-amp'], 'none'),
    maximumShift: num('V', 0.1),
    inputRipple: num('V', 0, undefined, { min: 0 }),
    rippleFrequency: num('Hz', 100),
    signalFrequency: num('Hz', 20, 'lowest signal frequency'),
    maximumModulation: num('V', 0.001, 'peak signal voltage on the middle'),
    maximumOutputRipple: num('V', 0.001),
    settlingError: num('ratio', 0.01, undefined, { above: 0, below: 1 }),
    maximumStartUpTime: num('s', 2),
    noiseLow: num('Hz', 20),
    noiseHigh: num('Hz', 2e4),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'supply to middle' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'middle to ground' },
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'middle to ground', params: { esr: num('ohm', 0.1, undefined, { min: 0 }) } },
    U1: {
      type: 'device',
      doc: 'op amp, follower',
      params: {
        offsetVoltage: num('V', { nominal: 0, low: -0.003, high: 0.003 }, undefined, { any: true }),
        biasCurrent: num('A', 1e-9, 'into the input', { any: true }),
        gainBandwidth: num('Hz', 1e6),
        outputResistance: num('ohm', 100, 'open loop', { min: 0 }),
        currentLimit: num('A', 0.02),
        quiescentCurrent: num('A', 0.001, undefined, { min: 0 }),
        rippleRejection: num('dB', 80, 'supply rejection at rippleFrequency: it falls 20 dB per decade above a few hundred hertz', { min: 0 }),
        voltageNoise: num('V/rtHz', 2e-8, undefined, { min: 0 }),
        junctionToAmbient: num('K/W', 150),
        maximumJunction: num('degC', 125, undefined, { any: true }),
      },
    },
    R3: { type: 'resistor', series: 'E12', tolerance: 0.05, default: 0, zero: true, doc: 'isolates the op amp from C2', needed: needsBuffer },
    C2: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      optional: true,
      doc: 'at the buffered output',
      needed: needsBuffer,
      params: { esr: num('ohm', 0.1, undefined, { min: 0 }) },
    },
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'middle' },
    midError: { unit: 'V', title: 'shift of the middle', doc: 'signed' },
    outputResistance: { unit: 'ohm', title: 'output resistance', doc: 'DC' },
    outputImpedance: { unit: 'ohm', title: 'output impedance', doc: 'at signalFrequency' },
    midModulation: { unit: 'V', title: 'signal on the middle' },
    rippleRejection: { unit: 'dB', title: 'ripple rejection' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    startUpTime: { unit: 's', title: 'start-up time' },
    quiescentCurrent: { unit: 'A', title: 'quiescent current' },
    inputCurrent: { unit: 'A', title: 'input current' },
    outputNoise: { unit: 'V', title: 'output noise' },
    dissipation: { unit: 'W', title: 'heat' },
    junctionTemperature: { unit: 'degC', title: 'junction' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { R1, R2, C1, U1, R3 } = parts;
    const amp = g.buffer === 'op-amp';
    const vth = (g.inputVoltage * R2.value) / (R1.value + R2.value);
    const rth = parallel(R1.value, R2.value);
    const r3 = R3.value ?? 0;
    const outputVoltage = amp ? vth - U1.biasCurrent * rth + U1.offsetVoltage - g.loadCurrent * r3 : vth - g.loadCurrent * rth;
    const share = ripple(x);
    const fc = C1.value ? 1 / (2 * Math.PI * rth * C1.value) : null;
    const band = fc === null ? g.noiseHigh - g.noiseLow : fc * (Math.atan(g.noiseHigh / fc) - Math.atan(g.noiseLow / fc));
    const thermal = 4 * BOLTZMANN * (ambient + ZERO_CELSIUS) * rth * band;
    const quiescent = g.inputVoltage / (R1.value + R2.value) + (amp ? U1.quiescentCurrent : 0);
    const heat = amp
      ? Math.max(g.loadCurrent * (g.inputVoltage - outputVoltage), -g.loadCurrent * outputVoltage) + g.inputVoltage * U1.quiescentCurrent
      : (g.inputVoltage - outputVoltage) ** 2 / R1.value;
    return {
      outputVoltage,
      midError: outputVoltage - g.outputRatio * g.inputVoltage,
      outputResistance: amp ? r3 : rth,
      outputImpedance: impedance(x, g.signalFrequency),
      midModulation: g.signalCurrent * impedance(x, g.signalFrequency),
      rippleRejection: -toDb(share),
      outputRipple: g.inputRipple * share,
      startUpTime: rth * C1.value * Math.log(1 / g.settlingError),
      quiescentCurrent: quiescent,
      inputCurrent: amp ? quiescent + Math.max(g.loadCurrent, 0) : (g.inputVoltage - outputVoltage) / R1.value,
      outputNoise: Math.sqrt(thermal + (amp ? U1.voltageNoise ** 2 * (g.noiseHigh - g.noiseLow) : 0)),
      dissipation: heat,
      junctionTemperature: amp ? ambient + heat * U1.junctionToAmbient : NO_AMP,
    };
  },
  checks: {
    'mid-shift': held(
      'shift of the middle',
      (c) => magnitude(c.out('midError')),
      'atMost',
      'maximumShift',
      'allowed shift',
      'must',
      (c) => [
        less('R1.value', 'R2.value'),
        closer('R1', 'R2'),
        choose('given.buffer', 'op-amp'),
        buffered(c) ? 'An op amp with less offset and bias.' : 'Return DC loads to ground.',
      ],
      { unit: 'V' },
    ),
    modulation: held('signal on the middle', 'midModulation', 'atMost', 'maximumModulation', 'allowed signal', 'should', [
      more('C1.value'),
      choose('given.buffer', 'op-amp'),
      'Large signal currents go to ground through their own capacitors.',
    ]),
    'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'maximumOutputRipple', 'allowed ripple', 'should', [
      more('C1.value'),
      less('given.inputRipple'),
      'A filtered rail before it.',
    ]),
    'start-up': held('start-up time', 'startUpTime', 'atMost', 'maximumStartUpTime', 'allowed time', 'should', [
      less('C1.value'),
      less('R1.value', 'R2.value'),
      'Mute the outputs until it has settled.',
    ]),
    'buffer-current': held(
      'current of the buffer',
      bufferCurrent,
      'atMost',
      (c) => c.must('U1.currentLimit').low,
      'output current of U1',
      'must',
      [more('U1.currentLimit'), 'A follower pair at the output of the op amp, or less returned to the middle.'],
      { unit: 'A', derated: true, applies: buffered },
    ),
    'junction-temperature': held(
      'junction',
      'junctionTemperature',
      'temperature',
      'U1.maximumJunction',
      'highest junction temperature of U1',
      'must',
      [less('U1.junctionToAmbient'), 'Less current through the middle.'],
      { applies: buffered },
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
        currentLimit: (c) => (buffered(c) ? c.range('U1.currentLimit') : null),
      },
    },
  },
  signals: {
    out: {
      role: 'out',
      fills: {},
      down: (c) => ({
        dc: c.pick('outputVoltage'),
        sourceResistance: c.pick('outputResistance'),
        ripple: c.pick('outputRipple') ?? { nominal: 0, low: 0, high: 0 },
        rippleFrequency: c.nominal('outputRipple') ? (c.range('rippleFrequency')?.nominal ?? null) : null,
      }),
    },
  },
  warm: [{ part: 'U1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.maximumJunction' }],
  heat: (x, o) => {
    const { given: g, parts } = x;
    const vth = (g.inputVoltage * parts.R2.value) / (parts.R1.value + parts.R2.value);
    const all = g.inputVoltage * (o.inputCurrent ?? 0) - (o.outputVoltage ?? vth) * g.loadCurrent;
    const divider = g.inputVoltage ** 2 / (parts.R1.value + parts.R2.value);
    const places: Record<string, number> = g.buffer === 'op-amp' ? { 'op amp': all - divider, divider } : { divider: all };
    return places;
  },
  confirm: [{ id: 'not-ground', text: 'The middle is tied to no chassis and to no other device’s ground through a screen.' }],
  cautions: ['The middle is not ground: never tie it to chassis, or to another device’s ground through a cable screen.'],
});

const NO_AMP = none('there is no op amp');
