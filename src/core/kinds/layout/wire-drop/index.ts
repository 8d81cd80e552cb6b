import { more, less, from } from '../../../stage/cures.ts';
import { impossible, isAbsent, missing, type Absent, type Value } from '../../../math/absent.ts';
import { copperResistivity } from '../../../physics/copper.ts';
import { addRanges, exactly } from '../../../quantity/uncertain.ts';
import { FUSE_CURRENTS } from '../../../quantity/stock.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

/** Heat a bunch of so many loaded cables gives off, each against one alone. */
const BUNCH = [1, 0.8, 0.7, 0.65, 0.6, 0.57] as const;
/** Conductor areas in common use, m². [IEC 60228] */
const AREAS = [0.08e-6, 0.14e-6, 0.22e-6, 0.34e-6, 0.5e-6, 0.75e-6, 1e-6, 1.5e-6, 2.5e-6, 4e-6, 6e-6];

const perMetre = ({ parts: { W1 } }: AnyInputs, celsius: number): number => copperResistivity(celsius) / W1.conductorArea;
const cooling = ({ given: g, parts: { W1 } }: AnyInputs): number => g.heatTransfer * Math.PI * W1.outerDiameter * BUNCH[g.bundled - 1]! ** 2;

/** Current, wire temperature and voltage at the load, settled together. */
export function settle(x: AnyInputs): { amps: number; celsius: number; ohms: number; loop: number; volts: number } | Absent {
  const {
    given: g,
    parts: { J1 },
    ambient,
  } = x;
  let celsius = ambient;
  for (let k = 0; k < 500; k++) {
    const ohms = 2 * g.length * perMetre(x, celsius);
    const loop = ohms + 4 * J1.contactResistance;
    const root = g.supplyVoltage ** 2 - 4 * g.loadPower * loop;
    if (g.loadKind === 'power' && root < 0) return COLLAPSES;
    const volts = g.loadKind === 'power' ? (g.supplyVoltage + Math.sqrt(root)) / 2 : 0;
    const amps = g.loadKind === 'current' ? g.loadCurrent : g.loadKind === 'resistance' ? g.supplyVoltage / (g.loadResistance + loop) : g.loadPower / volts;
    const next = ambient + (amps * amps * perMetre(x, celsius)) / cooling(x);
    if (!(next < 1000)) return RUNAWAY;
    if (Math.abs(next - celsius) <= 1e-10 * (1 + Math.abs(next))) return { amps, celsius: next, ohms, loop, volts: g.supplyVoltage - amps * loop };
    celsius = next;
  }
  return RUNAWAY;
}

export const wireDrop = defineKind({
  id: 'wire-drop',
  family: 'layout',
  group: 'Supply',
  title: 'Wire and cable drop',
  aliases: ['cable drop', 'wire gauge', 'voltage drop', 'harness', 'lead resistance', 'cable heating'],
  purpose: 'What a cable pair costs in volts and heat, whether the load still works, and whether the fuse protects the wire.',
  given: {
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.05 }),
    loadKind: choice(['current', 'power', 'resistance'], 'current'),
    loadCurrent: num('A', 1, 'drawn at the far end', { min: 0 }),
    loadPower: num('W', 10, undefined, { min: 0 }),
    loadResistance: num('ohm', 12),
    length: num('m', 2, 'one way'),
    bundled: num('count', 1, 'loaded cables in a bunch', { oneOf: [1, 2, 3, 4, 5, 6] }),
    heatTransfer: num('W/(m2 K)', 12, 'surface of one conductor in free air'),
    maximumDrop: num('ratio', 0.05, 'share of the supply'),
    minimumVoltage: num('V', null, 'the load needs'),
    fuseRating: num('A', null),
    fuseI2t: num('A2s', null, 'clearing'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  asks: { fuseRating: 2 },
  carried: {
    inputRipple: num('V', null, 'of the rail before', { min: 0 }),
    rippleFrequency: num('Hz', null, 'of the rail before'),
    maximumVoltage: num('V', null, 'what the consumers stand'),
    absoluteMaximum: num('V', null, 'what destroys a consumer'),
    sourceLimit: num('A', null, 'what the rail before can give'),
    sourceImpedance: num('ohm', null, 'of the rail before'),
  },
  parts: {
    W1: {
      type: 'device',
      bought: false,
      doc: 'wire',
      params: {
        conductorArea: num('m2', 5e-7, 'copper, each conductor; AWG n is π/4·(0.127 mm·92^((36−n)/39))²'),
        outerDiameter: num('m', 0.002, 'over the insulation'),
        insulationTemperature: num('degC', 70, undefined, { any: true }),
        adiabaticFactor: num('', 115, 'A·√s per mm²: copper in PVC 115, in rubber or cross-linked 143'),
      },
    },
    J1: {
      type: 'device',
      doc: 'connector',
      params: { contactResistance: num('ohm', 0.01, 'each contact; four in the loop', { min: 0 }), currentRating: num('A', 3) },
    },
  },
  outcomes: {
    wireResistance: { unit: 'ohm', title: 'resistance of the wire', doc: 'loop, hot, without contacts' },
    loopResistance: { unit: 'ohm', title: 'resistance of the loop', doc: 'with contacts' },
    loadCurrent: { unit: 'A', title: 'current', doc: 'that flows' },
    outputVoltage: { unit: 'V', title: 'voltage at the load' },
    drop: { unit: 'V', title: 'drop' },
    dropShare: { unit: 'ratio', title: 'drop over the supply' },
    wireTemperature: { unit: 'degC', title: 'wire' },
    dissipation: { unit: 'W', title: 'heat of the wire' },
    wireCapacity: { unit: 'A', title: 'what the wire carries', doc: 'brings the insulation to its limit' },
    shortCircuitCurrent: { unit: 'A', title: 'short circuit at the far end', doc: 'cold' },
    allowedI2t: { unit: 'A2s', title: 'I²t the wire stands' },
    inputCurrent: { unit: 'A', title: 'input current' },
  },
  evaluate: (x) => {
    const {
      given: g,
      parts: { W1, J1 },
      ambient,
    } = x;
    const s = settle(x);
    const at = (f: (s: Exclude<ReturnType<typeof settle>, Absent>) => Value): Value => (isAbsent(s) ? s : f(s));
    const room = W1.insulationTemperature - ambient;
    const cold = 2 * g.length * perMetre(x, ambient) + 4 * J1.contactResistance;
    return {
      wireResistance: at((k) => k.ohms),
      loopResistance: at((k) => k.loop),
      loadCurrent: at((k) => k.amps),
      outputVoltage: at((k) => (k.volts > 0 ? k.volts : NOTHING_LEFT)),
      drop: at((k) => k.amps * k.loop),
      dropShare: at((k) => (k.amps * k.loop) / g.supplyVoltage),
      wireTemperature: at((k) => k.celsius),
      dissipation: at((k) => k.amps * k.amps * k.ohms),
      wireCapacity: room > 0 ? Math.sqrt((room * cooling(x)) / perMetre(x, W1.insulationTemperature)) : TOO_WARM,
      shortCircuitCurrent: g.supplyVoltage / cold,
      allowedI2t: (W1.adiabaticFactor * W1.conductorArea * 1e6) ** 2,
      inputCurrent: at((k) => k.amps),
    };
  },
  checks: {
    drop: held('drop over the supply', 'dropShare', 'atMost', 'maximumDrop', 'allowed share', 'should', [
      from(more('W1.conductorArea'), AREAS),
      less('given.length'),
      'A higher voltage and a converter at the load.',
    ]),
    'load-voltage': held(
      'voltage at the load',
      'outputVoltage',
      'atLeast',
      'minimumVoltage',
      'the load needs',
      'must',
      [from(more('W1.conductorArea'), AREAS), less('given.length'), more('given.supplyVoltage')],
      { whenNull: 'absent' },
    ),
    'wire-temperature': held('wire', 'wireTemperature', 'temperature', 'W1.insulationTemperature', 'what the insulation stands', 'must', [
      from(more('W1.conductorArea'), AREAS),
      less('given.bundled'),
      less('given.loadCurrent'),
    ]),
    'contact-current': held('current of a contact', 'loadCurrent', 'atMost', 'J1.currentRating', 'rating of J1', 'must', ['Several contacts in parallel.'], {
      derated: true,
    }),
    'fuse-protects': held(
      'fuse',
      (c) => c.range('fuseRating') ?? UNKNOWN_FUSE,
      'atMost',
      (c) => c.pick('wireCapacity'),
      'what the wire carries',
      'must',
      [from(less('given.fuseRating'), FUSE_CURRENTS), from(more('W1.conductorArea'), AREAS), 'The fuse guards the wire. Enter the fuse that stands before it.'],
      { unit: 'A' },
    ),
    'fuse-opens': held(
      'short circuit at the far end',
      'shortCircuitCurrent',
      'atLeast',
      (c) => (c.range('fuseRating') ? 3 * c.must('fuseRating').high : null),
      'three times the fuse',
      'should',
      [from(less('given.fuseRating'), FUSE_CURRENTS), from(more('W1.conductorArea'), AREAS), 'A thin long cable cannot blow the fuse.'],
    ),
    'short-circuit': held(
      'I²t of the fuse',
      (c) => c.range('fuseI2t') ?? exactly(0),
      'atMost',
      (c) => c.pick('allowedI2t'),
      'what the wire stands',
      'must',
      [less('given.fuseI2t'), from(more('W1.conductorArea'), AREAS)],
      { unit: 'A2s', applies: (c) => c.x.given.fuseI2t !== null },
    ),
  },
  rails: {
    in: {
      role: 'consumes',
      fills: {
        voltage: 'supplyVoltage',
        ripple: 'inputRipple',
        rippleFrequency: 'rippleFrequency',
        currentLimit: 'sourceLimit',
        impedance: 'sourceImpedance',
      },
      draws: 'inputCurrent',
      keepsPower: 'behind',
      gives: {
        minimum: neededAhead('minimumVoltage', 'supplyVoltage', 'outputVoltage'),
        maximum: 'maximumVoltage',
        absoluteMaximum: 'absoluteMaximum',
      },
    },
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent', minimum: 'minimumVoltage', maximum: 'maximumVoltage', absoluteMaximum: 'absoluteMaximum' },
      gives: {
        voltage: 'outputVoltage',
        ripple: (c) => c.range('inputRipple'),
        impedance: (c) => addRanges(c.range('sourceImpedance') ?? exactly(0), c.pick('loopResistance') ?? exactly(0)),
        rippleFrequency: 'rippleFrequency',
        noLoad: (c) => c.range('supplyVoltage'),
        currentLimit: 'wireCapacity',
      },
    },
  },
  signals: {},
  heat: (_, o) => ({ 'wire and contacts': (o.drop ?? 0) * (o.loadCurrent ?? 0) }),
  meets: ['cable'],
  confirm: [{ id: 'fuse', text: 'The fuse stands at the source end of the wire, before anything can short it.' }],
  cautions: ['A wire without a matching fuse is a heater.', 'Low-voltage batteries deliver hundreds of amperes.'],
});

const COLLAPSES = impossible('the load collapses: no voltage carries this power over the wire');
const RUNAWAY = impossible('the wire heats itself faster than it cools');
const NOTHING_LEFT = impossible('the wire drops all of the supply');
const TOO_WARM = impossible('the surroundings are warmer than the insulation stands');
const UNKNOWN_FUSE = { nominal: null, low: null, high: null, absent: missing('no fuse is entered') };
