import { more, less, from } from '../../../stage/cures.ts';
import { impossible, isAbsent, none, type Value } from '../../../math/absent.ts';
import { FUSE_CURRENTS } from '../../../quantity/stock.ts';
import { attenuationAt } from '../../../physics/network.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { addRanges, exactly, hypotRanges, lesser, scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind, type SpreadLike } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { AnyInputs, Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

export const sort = (c: Judged): string => c.x.given.clampTo;
export const clamps = (c: Judged) => sort(c) !== 'crowbar';
export const zener = (c: Judged) => sort(c) === 'zener' || sort(c) === 'suppressor';

/** Where the clamp begins, its slope, and the drop across the device itself. */
export function clamp({ given: g, parts: { D1, Z1 } }: AnyInputs) {
  const up = g.faultVoltage > 0;
  const diode = { slope: D1.dynamicResistance, device: D1.forwardVoltage };
  if (g.clampTo === 'rail-diodes') return { level: (up ? g.supplyVoltage : 0) + D1.forwardVoltage, ...diode };
  if (g.clampTo === 'zener' && !up) return { level: D1.forwardVoltage, ...diode };
  return { level: Z1.clampVoltage, slope: Z1.dynamicResistance, device: Z1.clampVoltage };
}
const magnitude = (s: SpreadLike): SpreadLike =>
  s.nominal === null || s.low === null || s.high === null ? s : { nominal: Math.abs(s.nominal), low: 0, high: Math.max(Math.abs(s.low), Math.abs(s.high)) };

export const crowbarClamp = defineKind({
  id: 'crowbar-clamp',
  family: 'drive',
  group: 'Signal',
  title: 'Clamp and crowbar',
  aliases: ['pin protection', 'input protection', 'clamp diodes', 'zener clamp', 'TVS', 'overvoltage crowbar', 'series resistor to pin'],
  purpose: 'Keep a wrong voltage off a pin or a rail: the clamp, the resistor in front of it, where the current goes, and what it costs the signal.',
  given: {
    clampTo: choice(
      ['rail-diodes', 'zener', 'suppressor', 'crowbar'],
      'rail-diodes',
      'zener: to ground, one way; suppressor: both ways; crowbar: a thyristor across a rail that blows a fuse',
    ),
    supplyVoltage: num('V', { nominal: 5, tolerance: 0.05 }, 'the protected rail (also the highest normal signal)'),
    faultVoltage: num('V', 24, 'negative allowed', { any: true }),
    faultResistance: num('ohm', 0, 'of the fault source', { min: 0 }),
    faultDuration: num('s', null, 'null: for ever'),
    pinDiodeDrop: num('V', 0.5, 'beyond the rail where the chip’s own diode starts', { min: 0 }),
    pinCurrentLimit: num('A', 0.001, 'that diode stands'),
    railMinimumLoad: num('A', 0.005, 'least current others draw from the rail', { min: 0 }),
    maximumNode: num('V', null, 'absolute maximum of what is protected'),
    sourceResistance: num('ohm', 1000, 'of the normal signal', { min: 0 }),
    signalBandwidth: num('Hz', 1000),
    maximumLeakageError: num('V', 0.001),
    pinCapacitance: num('F', 1e-11, undefined, { min: 0 }),
    slope: num('V/s', 1e5, 'how fast the failed rail rises (crowbar)', { min: 0 }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: {
      type: 'resistor',
      series: 'E12',
      tolerance: 0.05,
      default: 10000,
      doc: 'in front of the clamp',
      params: { powerRating: num('W', 0.25), pulseEnergy: num('J', null) },
    },
    R2: { type: 'resistor', series: 'E12', tolerance: 0.05, default: 1000, zero: true, doc: 'between clamp and pin' },
    D1: {
      type: 'device',
      takes: 'diode',
      doc: 'clamp diode',
      params: {
        forwardVoltage: num('V', 0.6, undefined, { min: 0 }),
        dynamicResistance: num('ohm', 2, undefined, { min: 0 }),
        currentRating: num('A', 0.2),
        surgeRating: num('A', 2, 'for pulses up to faultDuration'),
        leakage: num('A', 1e-8, 'of the clamp at 25 °C, doubling every 10 K', { min: 0 }),
        capacitance: num('F', 4e-12, 'all clamp devices at the node', { min: 0 }),
      },
    },
    Z1: {
      type: 'device',
      doc: 'zener or suppressor',
      params: {
        clampVoltage: num('V', { nominal: 5.6, tolerance: 0.05 }),
        dynamicResistance: num('ohm', 5, undefined, { min: 0 }),
        powerRating: num('W', 0.5),
        pulsePower: num('W', 30, '1 ms'),
      },
    },
    Q1: {
      type: 'device',
      doc: 'thyristor',
      params: {
        triggerVoltage: num('V', { nominal: 5.8, tolerance: 0.03 }, 'of rail and trigger circuit'),
        triggerDelay: num('s', 5e-6, undefined, { min: 0 }),
        onDrop: num('V', 1.2, undefined, { min: 0 }),
        i2tRating: num('A2s', 100),
      },
    },
    F1: { type: 'device', takes: 'fuse', doc: 'fuse', params: { currentRating: num('A', 2), meltingI2t: num('A2s', 5), clearingI2t: num('A2s', 15) } },
  },
  outcomes: {
    clampCurrent: { unit: 'A', title: 'current of the clamp' },
    clampVoltage: { unit: 'V', title: 'at the clamped node', doc: 'signed' },
    clampDissipation: { unit: 'W', title: 'heat of the clamp', doc: 'while the fault lasts' },
    allowedClampPower: { unit: 'W', title: 'power the clamp stands', doc: 'for this duration' },
    clampEnergy: { unit: 'J', title: 'energy in the clamp' },
    resistorDissipation: { unit: 'W', title: 'heat of R1', doc: 'while the fault lasts' },
    resistorEnergy: { unit: 'J', title: 'energy in R1' },
    pinCurrent: { unit: 'A', title: 'into the chip’s own diodes' },
    railInjection: { unit: 'A', title: 'pushed into the rail' },
    standoffVoltage: { unit: 'V', title: 'clamp or trigger level' },
    leakageError: { unit: 'V', title: 'error by leakage' },
    bandwidth: { unit: 'Hz', title: 'bandwidth' },
    peakVoltage: { unit: 'V', title: 'highest rail' },
    peakCurrent: { unit: 'A', title: 'current of the thyristor' },
    fuseTime: { unit: 's', title: 'fuse melts after' },
  },
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { R1, R2, D1, Z1, Q1, F1 } = parts;
    const bar = g.clampTo === 'crowbar';
    const sign = g.faultVoltage > 0 ? 1 : -1;
    const k = clamp(x);
    const series = g.faultResistance + R1.value;
    const amps = Math.max(0, (Math.abs(g.faultVoltage) - k.level) / (series + k.slope));
    const volts = amps > 0 ? sign * (k.level + k.slope * amps) : g.faultVoltage;
    const heat = (k.device + k.slope * amps) * amps;
    const beyond = (sign > 0 ? volts - g.supplyVoltage : -volts) - g.pinDiodeDrop;
    const r2 = R2.value ?? 0;
    const only = (v: Value): Value => (bar ? A_CROWBAR : v);
    const triggered = g.faultVoltage > Q1.triggerVoltage;
    const surge: Value = !bar ? NO_CROWBAR : !triggered ? 0 : g.faultResistance > 0 ? (g.faultVoltage - Q1.onDrop) / g.faultResistance : STIFF;
    return {
      clampCurrent: only(amps),
      clampVoltage: only(volts),
      clampDissipation: only(heat),
      allowedClampPower: only(
        g.clampTo === 'rail-diodes'
          ? NO_POWER
          : g.faultDuration === null
            ? Z1.powerRating
            : Math.max(Z1.powerRating, Z1.pulsePower * Math.sqrt(1e-3 / g.faultDuration)),
      ),
      clampEnergy: only(g.faultDuration === null ? FOR_EVER : heat * g.faultDuration),
      resistorDissipation: only(amps * amps * R1.value),
      resistorEnergy: only(g.faultDuration === null ? FOR_EVER : amps * amps * R1.value * g.faultDuration),
      pinCurrent: only(beyond <= 0 ? 0 : r2 > 0 ? beyond / r2 : SHARED),
      railInjection: only(g.clampTo === 'rail-diodes' && sign > 0 ? amps : 0),
      standoffVoltage: bar ? Q1.triggerVoltage : g.clampTo === 'rail-diodes' ? g.supplyVoltage + D1.forwardVoltage : Z1.clampVoltage,
      leakageError: only(D1.leakage * 2 ** ((ambient - 25) / 10) * (g.sourceResistance + R1.value)),
      bandwidth: only(1 / (2 * Math.PI * ((g.sourceResistance + R1.value) * (D1.capacitance + g.pinCapacitance) + r2 * g.pinCapacitance))),
      peakVoltage: !bar ? NO_CROWBAR : triggered ? Math.min(g.faultVoltage, Q1.triggerVoltage + g.slope * Q1.triggerDelay) : g.faultVoltage,
      peakCurrent: surge,
      fuseTime: typeof surge !== 'number' ? surge : surge > 0 ? F1.meltingI2t / surge ** 2 : NOT_TRIGGERED,
    };
  },
  checks: {
    'clamp-current': held(
      'current of the clamp',
      'clampCurrent',
      'atMost',
      (c) => c.range(c.x.given.faultDuration === null ? 'D1.currentRating' : 'D1.surgeRating'),
      'rating of D1',
      'must',
      (c) => [more('R1.value'), c.x.given.faultDuration === null ? more('D1.currentRating') : more('D1.surgeRating')],
      { derated: true, applies: (c) => sort(c) === 'rail-diodes' },
    ),
    'clamp-power': held(
      'heat of the clamp',
      'clampDissipation',
      'atMost',
      (c) => c.pick('allowedClampPower'),
      'what Z1 stands for this long',
      'must',
      [more('R1.value'), more('Z1.powerRating'), more('Z1.pulsePower')],
      { derated: true, applies: zener },
    ),
    'resistor-power': held('heat of R1', 'resistorDissipation', 'atMost', 'R1.powerRating', 'rating of R1', 'must', [more('R1.value')], {
      derated: true,
      applies: (c) => clamps(c) && c.x.given.faultDuration === null,
    }),
    'resistor-energy': held('energy in R1', 'resistorEnergy', 'atMost', 'R1.pulseEnergy', 'pulse rating of R1', 'must', ['A pulse-proof resistor.'], {
      derated: true,
      applies: (c) => clamps(c) && c.x.given.faultDuration !== null,
    }),
    'pin-current': held(
      'into the chip’s own diodes',
      'pinCurrent',
      'atMost',
      'pinCurrentLimit',
      'what the pin stands',
      'must',
      [more('R2.value'), 'Clamp diodes of less drop. With R2 = 0 nobody knows how both diodes share: fit it.'],
      { derated: true, applies: clamps },
    ),
    'rail-injection': held(
      'pushed into the rail',
      'railInjection',
      'atMost',
      'railMinimumLoad',
      'least current others draw',
      'must',
      [more('R1.value'), more('given.railMinimumLoad'), 'The fault lifts the whole rail: a shunt on the rail, or a clamp to ground.'],
      { applies: (c) => sort(c) === 'rail-diodes' },
    ),
    'node-voltage': held(
      'at the clamped node',
      (c) => magnitude(c.out('clampVoltage')),
      'atMost',
      'maximumNode',
      'absolute maximum of what is protected',
      'must',
      [less('Z1.clampVoltage'), more('R1.value')],
      { unit: 'V', applies: zener },
    ),
    standoff: held(
      'clamp or trigger level',
      'standoffVoltage',
      'atLeast',
      (c) => (clamps(c) ? 1.1 : 1.05) * c.must('supplyVoltage').high,
      'above the highest normal signal',
      'should',
      (c) => [more(clamps(c) ? 'Z1.clampVoltage' : 'Q1.triggerVoltage'), 'Zeners leak long before they clamp.'],
      { applies: (c) => sort(c) !== 'rail-diodes' },
    ),
    leakage: held('error by leakage', 'leakageError', 'atMost', 'maximumLeakageError', 'allowed error', 'should', [less('D1.leakage'), less('R1.value')], {
      applies: clamps,
    }),
    bandwidth: held('bandwidth', 'bandwidth', 'atLeast', 'signalBandwidth', 'of the signal', 'should', [less('R1.value'), less('D1.capacitance')], {
      applies: clamps,
    }),
    'peak-voltage': held(
      'highest rail',
      'peakVoltage',
      'atMost',
      'maximumNode',
      'absolute maximum of what is protected',
      'must',
      [less('Q1.triggerVoltage'), less('Q1.triggerDelay'), 'More capacitance on the rail.'],
      { applies: (c) => !clamps(c) },
    ),
    'fuse-opens': held(
      'current of the thyristor',
      (c) =>
        isAbsent(c.study.nominal.peakCurrent) && c.must('faultResistance').nominal === 0
          ? exactly(BEYOND * c.must('F1.currentRating').nominal)
          : c.out('peakCurrent'),
      'atLeast',
      (c) => 4 * c.must('F1.currentRating').high,
      'four times the fuse',
      'must',
      [from(less('F1.currentRating'), FUSE_CURRENTS), less('given.faultResistance')],
      { unit: 'A', applies: (c) => !clamps(c) },
    ),
    'thyristor-surge': held('I²t of the fuse', (c) => c.must('F1.clearingI2t'), 'atMost', 'Q1.i2tRating', 'rating of Q1', 'must', [less('F1.clearingI2t')], {
      unit: 'A2s',
      derated: true,
      applies: (c) => !clamps(c),
    }),
  },
  rails: { vcc: { role: 'consumes', fills: { voltage: 'supplyVoltage', leastLoad: 'railMinimumLoad' }, gives: {} } },
  signals: {
    in: { role: 'in', fills: { sourceResistance: 'sourceResistance' } },
    out: {
      role: 'out',
      fills: {},
      down: (c, { in: incoming }) => {
        const { R1, R2 } = c.x.parts;
        const ohms = R1.value + (R2.value ?? 0);
        const band = c.pick('bandwidth');
        const error = c.out('leakageError').high ?? 0;
        const dc = incoming?.dc ?? null;
        const source = incoming?.noise ?? exactly(thermalNoise(c.x.given.sourceResistance, c.x.ambient));
        return {
          // Leakage goes either way.
          dc: dc && { nominal: dc.nominal, low: dc.low - error, high: dc.high + error },
          amplitude: incoming?.amplitude ?? null,
          sourceResistance: [c.must('sourceResistance'), c.must('R1.value'), c.range('R2.value') ?? exactly(0)].reduce(addRanges),
          noise: hypotRanges(source, exactly(thermalNoise(ohms, c.x.ambient))),
          noiseBandwidth: lesser(band && scaleRange(band, Math.PI / 2), incoming?.noiseBandwidth ?? null),
          bandwidth: lesser(band, incoming?.bandwidth ?? null),
          ripple: incoming?.ripple ?? exactly(0),
          rippleFrequency: incoming?.rippleFrequency ?? null,
          gain: incoming?.gain ?? 1,
        };
      },
      attenuation: {
        in: ({ given: g, parts: { R1, R2, D1 } }, _env, frequency) =>
          attenuationAt(frequency, (g.sourceResistance + R1.value) * (D1.capacitance + g.pinCapacitance) + (R2.value ?? 0) * g.pinCapacitance, 0),
      },
    },
  },
  meets: ['protection'],
  confirm: [{ id: 'which', text: 'Every pin that leaves the board has its clamp, and the datasheet’s injection current is the one entered.' }],
  cautions: ['A crowbar dumps all stored energy: stand clear of fuse and thyristor, and discharge capacitors.', 'Suppressors fail short.'],
});

const A_CROWBAR = none('a crowbar has no clamp');
const NO_CROWBAR = none('there is no crowbar');
const NO_POWER = none('diodes are judged by their current');
const FOR_EVER = none('the fault lasts for ever');
const NOT_TRIGGERED = none('the crowbar does not trigger');
const SHARED = impossible('without R2 nobody knows how both diodes share');
const STIFF = impossible('nothing limits the current');
/** A current that nothing limits, in fuses: more than any fuse needs. */
const BEYOND = 1000;
