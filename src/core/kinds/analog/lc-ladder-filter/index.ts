import { none, type Value } from '../../../math/absent.ts';
import { FILTER_CARRIED, handOn } from '../../../models/filter-stage.ts';
import { toDb } from '../../../physics/network.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given, OutcomeDef } from '../../../stage/data.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { Filter } from './laws.ts';
import { hasPart, loadOf, PLACES, prototypeOf, slotAt, targetsOf, type Place } from './layout.ts';
import { size } from './sizing.ts';

const inductor = (place: Place) =>
  ({
    type: 'inductor',
    series: 'E12',
    tolerance: 0.1,
    doc: `element ${place}, in the line`,
    needed: hasPart('L', place),
    params: {
      dcr: num('ohm', 0, undefined, { min: 0 }),
      saturationCurrent: num('A', null, 'at the hot end'),
      currentRating: num('A', null, 'by its own heat'),
    },
  }) as const;
const capacitor = (place: Place) =>
  ({
    type: 'capacitor',
    series: 'E12',
    tolerance: 0.05,
    doc: `element ${place}, across the line`,
    needed: hasPart('C', place),
    params: { esr: num('ohm', 0, undefined, { min: 0 }), voltageRating: num('V', null) },
  }) as const;
type Each<Name extends string> = `${Name}${Place}`;
const each = <const Name extends string>(name: Name, def: (place: Place) => OutcomeDef): Record<Each<Name>, OutcomeDef> =>
  Object.fromEntries(PLACES.map((p) => [`${name}${p}`, { ...def(p), late: true }])) as Record<Each<Name>, OutcomeDef>;
const eachReads = <const Name extends string>(name: Name, of: (g: Given) => readonly number[]) =>
  Object.fromEntries(PLACES.map((p) => [`${name}${p}`, ({ filter }: Source) => of(filter.design)[p - 1] ?? NO_ELEMENT])) as Record<
    Each<Name>,
    (s: Source) => Value
  >;

/** A peak moves up with one part and down with it once another has moved: its ends may lie inside. */
const TURNING = { inputs: PLACES.flatMap((p) => [`parts.L${p}.value`, `parts.C${p}.value`]), samples: 5 };

export const lcLadderFilter = defineKind({
  id: 'lc-ladder-filter',
  family: 'analog',
  group: 'Signal',
  title: 'LC ladder low-pass',
  aliases: ['class-D output filter', 'harmonic filter', 'pi filter', 'T filter', 'transmitter low-pass', 'doubly terminated ladder'],
  purpose: 'Steep, low-loss low-pass between known resistances, or behind a switching amplifier, with the effect of real coils and loads.',
  given: {
    response: choice(['butterworth', 'bessel', 'bessel-delay', 'chebyshev'], 'butterworth', 'shape of the passband', 'response'),
    order: num('', 3, '1 to 7', { min: 1, max: 7, integer: true, title: 'order' }),
    ripple: num('dB', 0.5, 'of a Chebyshev response', { min: 0.01, max: 3, title: 'ripple of the passband' }),
    cutoffFrequency: num('Hz', 1e6, 'edge: half power (Butterworth, Bessel), end of the ripple (Chebyshev)'),
    cutoffTolerance: num('ratio', 0.15, 'allowed relative error of it'),
    sourceResistance: num('ohm', 50, 'of the source; with a single end a small loss', { min: 0 }),
    loadResistance: num('ohm', 50, 'may be a range: a loudspeaker is 4 to 32 Ω'),
    loadInductance: num('H', 0, 'in series with the load: a voice coil', { min: 0, title: 'inductance of the load' }),
    termination: choice(['double', 'single'], 'double', 'single: driven by a voltage, the load at its end', 'ends'),
    firstElement: choice(['series', 'shunt'], 'series', 'in the line, or across it', 'first element'),
    attenuationFrequency: num('Hz', null, 'where attenuation is wanted'),
    attenuation: num('dB', null, 'least attenuation there', { min: 0 }),
    passFrequency: num('Hz', null, 'where the passband matters', { title: 'wanted frequency' }),
    maximumPassDeviation: num('dB', 1, 'there', { title: 'deviation allowed there' }),
    maximumPeak: num('dB', 3, 'of the response above DC', { title: 'peak allowed' }),
    maximumUnloadedPeak: num('dB', 20, 'without its load', { title: 'peak allowed without a load' }),
    supplyVoltage: num('V', null, 'switching amplifier: bus of one half bridge'),
    switchingFrequency: num('Hz', null, 'of a switching amplifier'),
    loadCurrent: num('A', 0, 'rms', { min: 0 }),
    bridged: { ...flag(false, 'two equal filters, each loaded by half the load; results are for one'), title: 'bridged' },
    maximumOutputRipple: num('V', null, 'peak to peak, at the output of one half'),
  },
  parts: {
    L1: inductor(1),
    C1: capacitor(1),
    L2: inductor(2),
    C2: capacitor(2),
    L3: inductor(3),
    C3: capacitor(3),
    L4: inductor(4),
    C4: capacitor(4),
    L5: inductor(5),
    C5: capacitor(5),
    L6: inductor(6),
    C6: capacitor(6),
    L7: inductor(7),
    C7: capacitor(7),
  },
  carried: FILTER_CARRIED,
  outcomes: {
    ...each('normalised', (p) => ({ unit: '', title: `element ${p} of the prototype`, doc: 'for one ohm and one radian a second' })),
    ...each('targetValue', (p) => ({ unit: '', title: `element ${p}, exact`, doc: 'henries in the line, farads across it' })),
    gain: { unit: '', title: 'gain', doc: 'at DC', late: true },
    halfPowerFrequency: { unit: 'Hz', title: 'half power', doc: 'against DC', late: true },
    cutoffFrequency: { unit: 'Hz', title: 'cutoff', doc: 'half power taken back to the edge as stated', late: true },
    insertionLoss: { unit: 'dB', title: 'insertion loss', doc: 'at DC, against the divider without loss', late: true },
    passDeviation: { unit: 'dB', title: 'at the wanted frequency', doc: 'against DC', late: true },
    attenuation: { unit: 'dB', title: 'attenuation', doc: 'against DC', late: true },
    passbandPeak: { unit: 'dB', title: 'peak of the response', doc: 'above DC', late: true, inside: TURNING },
    unloadedPeak: { unit: 'dB', title: 'peak without a load', doc: 'above DC', late: true, inside: TURNING },
    rippleCurrent: { unit: 'A', title: 'ripple of the first inductor', doc: 'peak to peak, at half duty' },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'peak to peak, its fundamental', late: true },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'of the first inductor' },
    capacitorVoltage: { unit: 'V', title: 'voltage of the capacitors', doc: 'full swing at the peak of the response', late: true },
    dissipation: { unit: 'W', title: 'heat of the first inductor', doc: 'its copper' },
    outputNoise: { unit: 'V/rtHz', title: 'noise density', doc: 'thermal, in the passband', late: true },
  },
  refuse: (x) => {
    const g = x.given;
    if (g.termination === 'double' && g.sourceResistance === 0)
      return [{ path: 'given.sourceResistance', message: 'a ladder between two resistances needs one at its source: give it, or choose a single end' }];
    const p = prototypeOf(g);
    return Array.isArray(p) ? [] : [{ path: `given.${(p as { field: string }).field}`, message: (p as { message: string }).message }];
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    const design = env.nominal.given;
    const place = PLACES.find((n) => n <= g.order && slotAt(g, n).startsWith('L'));
    const coil = place === undefined ? null : (parts as unknown as Record<string, { value: number; dcr: number }>)[`L${place}`]!;
    const switching = g.supplyVoltage !== null && g.switchingFrequency !== null && coil !== null;
    const ripple = switching ? g.supplyVoltage! / (4 * coil.value * g.switchingFrequency!) : 0;
    return late(
      { filter: new Filter(x, design), celsius: x.ambient },
      {
        rippleCurrent: switching ? ripple : NOT_SWITCHING,
        peakCurrent: coil ? Math.SQRT2 * g.loadCurrent + ripple / 2 : NO_COIL,
        dissipation: coil ? coil.dcr * (g.loadCurrent ** 2 + ripple ** 2 / 12) : NO_COIL,
      },
    );
  },
  checks,
  rails: { bus: { role: 'consumes', optional: true, fills: { voltage: 'supplyVoltage' }, gives: {} } },
  signals: {
    in: {
      role: 'in',
      fills: { noise: 'sourceNoise', amplitude: 'inputAmplitude', ripple: 'signalRipple', rippleFrequency: 'signalRippleFrequency' },
      back: { loadResistance: (c) => c.range('loadResistance') },
    },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        return handOn(c, incoming, {
          gain: c.pick('gain') ?? exactly(1),
          clips: null,
          noise: c.pick('outputNoise'),
          upper: c.pick('halfPowerFrequency'),
          ripple: exactly(0),
          dc: incoming?.dc ?? null,
          typed: null,
          sourceResistance: exactly(c.x.given.sourceResistance),
        });
      },
      attenuation: { in: (x, env, frequency) => -new Filter(x, env.given).relative(frequency) },
    },
  },
  confirm: [{ id: 'coils-apart', text: 'Neighbouring coils stand crosswise or shielded: what couples past the filter is not filtered.' }],
  cautions: [
    'An unloaded or open filter can ring to several times its bus: rate the capacitors for it.',
    'A transmitter’s filter: check the harmonics by measurement, as the licence asks.',
  ],
});

interface Source {
  filter: Filter;
  celsius: number;
}
const at = (f: number | null, work: (f: number) => number, why: Value): Value => (f === null ? why : work(f));
const late = lately({
  ...eachReads('normalised', (g) => {
    const p = prototypeOf(g);
    return Array.isArray(p) ? (p as readonly number[]) : [];
  }),
  ...eachReads('targetValue', targetsOf),
  gain: ({ filter }: Source) => filter.dc,
  halfPowerFrequency: ({ filter }: Source) => filter.half,
  cutoffFrequency: ({ filter }: Source) => filter.cutoff,
  insertionLoss: ({ filter }: Source) => {
    const g = filter.supply;
    const loss = toDb(loadOf(g) / (loadOf(g) + g.sourceResistance) / filter.dc);
    // What is left of the last digits is no loss.
    return Math.abs(loss) < DUST ? 0 : loss;
  },
  passDeviation: ({ filter }: Source) => at(filter.supply.passFrequency, (f) => filter.relative(f), NO_PASS),
  attenuation: ({ filter }: Source) => at(filter.supply.attenuationFrequency, (f) => -filter.relative(f), NO_FREQUENCY),
  passbandPeak: ({ filter }: Source) => filter.peak(true),
  unloadedPeak: ({ filter }: Source) => filter.peak(false),
  outputRipple: ({ filter }: Source) => {
    const { supplyVoltage: v, switchingFrequency: f } = filter.supply;
    return v === null || f === null ? NOT_SWITCHING : (4 / Math.PI) * v * filter.net.gain(filter.out, f);
  },
  capacitorVoltage: ({ filter }: Source) => {
    const v = filter.supply.supplyVoltage as number | null;
    return v === null ? NOT_SWITCHING : (v / 2) * (1 + 10 ** (filter.peak(true) / 20));
  },
  outputNoise: ({ filter, celsius }: Source) => Math.sqrt(filter.net.density(filter.out, filter.supply.cutoffFrequency / 100, celsius)),
});

const DUST = 1e-10;
const NO_ELEMENT = none('there is no such element');
const NO_COIL = none('there is no inductor');
const NOT_SWITCHING = none('no bus and switching frequency are given');
const NO_PASS = none('no wanted frequency is given');
const NO_FREQUENCY = none('no frequency is given where attenuation is wanted');
