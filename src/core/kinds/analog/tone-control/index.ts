import { FILTER_CARRIED, FILTER_IN, FILTER_RAIL, handOn, REFERENCE_REJECTION } from '../../../models/filter-stage.ts';
import { FILTER_AMP } from '../../../models/opamp.ts';
import { fromDb } from '../../../physics/network.ts';
import { exactly, mirrored, multiplyRanges, type Range } from '../../../quantity/uncertain.ts';
import { defineKind, type Refusal } from '../../../stage/contract.ts';
import type { Given, OutcomeDef } from '../../../stage/data.ts';
import { choice, num, openOhms } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { GRID, Tone } from './laws.ts';
import { size } from './sizing.ts';

const active = (g: Given) => g.topology === 'active';
const passive = (g: Given) => !active(g);
const resistor = (doc: string, needed?: (g: Given) => boolean) =>
  ({ type: 'resistor', series: 'E24', tolerance: 0.05, doc, ...(needed ? { needed } : {}) }) as const;
const capacitor = (doc: string, needed?: (g: Given) => boolean) =>
  ({ type: 'capacitor', series: 'E12', tolerance: 0.05, doc, ...(needed ? { needed } : {}) }) as const;
const pot = (doc: string) =>
  ({
    type: 'resistor',
    sold: 'potentiometer',
    series: 'E3',
    default: 1e5,
    tolerance: 0.2,
    doc,
    params: {
      law: choice(['linear', 'log', 'antilog'], 'linear', 'how the track divides over its rotation', 'law'),
      midRatio: num('ratio', 0.5, 'of the track at half rotation, of a log or antilog pot', { above: 0, below: 1, title: 'share at half rotation' }),
      endResistance: num('ohm', 0, 'left at each end', { min: 0, title: 'end resistance' }),
    },
  }) as const;

const POINTS = Array.from({ length: GRID }, (_, i) => `flatAt${i}`);
const SHIFTS = ['shiftBassUp', 'shiftBassDown', 'shiftTrebleUp', 'shiftTrebleDown'];
const ENDS = [
  [1, 0.5],
  [0, 0.5],
  [0.5, 1],
  [0.5, 0],
] as const;
const hidden = (names: readonly string[]) =>
  Object.fromEntries(names.map((name) => [name, { unit: 'dB', title: name, doc: 'one of several', hidden: true, late: true }])) as Record<never, OutcomeDef>;

export const toneControl = defineKind({
  id: 'tone-control',
  family: 'analog',
  group: 'Signal',
  title: 'Tone control',
  aliases: ['bass and treble', 'shelving equaliser', 'Baxandall', 'EQ', 'equaliser', 'guitar'],
  purpose: 'Bass and treble shelves on two pots, with the range, hinges, interaction, flatness and headroom they really give.',
  given: {
    topology: choice(['active', 'passive'], 'active', 'active: unity in the middle; passive: loses some 20 dB', 'circuit'),
    bassPosition: num('ratio', 0.5, 'rotation of the bass pot, 0 is cut, 1 is boost', { min: 0, max: 1, title: 'bass set to' }),
    treblePosition: num('ratio', 0.5, 'rotation of the treble pot, 0 is cut, 1 is boost', { min: 0, max: 1, title: 'treble set to' }),
    frequency: num('Hz', 1000, 'where the gain as set is stated', { title: 'gain stated at' }),
    bassFrequency: num('Hz', 100, 'where the bass range is stated', { title: 'bass stated at' }),
    trebleFrequency: num('Hz', 10000, 'where the treble range is stated', { title: 'treble stated at' }),
    midFrequency: num('Hz', 1000, 'reference', { title: 'middle' }),
    boost: num('dB', null, 'least boost wanted of both', { title: 'boost wanted' }),
    sourceResistance: num('ohm', 0, 'in series with the input', { min: 0 }),
    loadResistance: openOhms('of what follows'),
    outputSwing: num('V', 1.5, 'largest output peak available', { level: 'peak', title: 'output peak available' }),
    inputPeak: num('V', null, 'largest input peak', { level: 'peak', title: 'largest input, peak' }),
    bandLow: num('Hz', 20, 'start of the band', { title: 'band from' }),
    bandHigh: num('Hz', 20000, 'end of the band', { title: 'band up to' }),
    maximumFlatness: num('dB', 1, 'both in the middle', { title: 'deviation allowed' }),
    maximumInteraction: num('dB', 3, 'in the middle of the band', { title: 'shift allowed' }),
    supplyVoltage: num('V', 5, 'active: from rail to rail; the signal ground is half of it'),
    referenceRejection: REFERENCE_REJECTION,
  },
  parts: {
    R1: resistor('input to the top of the bass pot'),
    R2: resistor('bottom of the bass pot to the output, passive: to ground'),
    R3: resistor('wiper of the bass pot to the summing point, passive: to the output'),
    R4: resistor('input to the top of the treble pot', active),
    R5: resistor('bottom of the treble pot to the output', active),
    C1: capacitor('across the bass pot, passive: top to wiper'),
    C2: capacitor('treble wiper to the summing point, passive: bass wiper to bottom'),
    C3: capacitor('input to the top of the treble pot', passive),
    C4: capacitor('bottom of the treble pot to ground', passive),
    P1: pot('bass'),
    P2: pot('treble'),
    U1: {
      type: 'device',
      doc: 'op amp',
      takes: 'op amp',
      needed: active,
      params: {
        gainBandwidth: num('Hz', null, 'ideal where not given'),
        voltageNoise: FILTER_AMP.voltageNoise,
        voltageNoiseCorner: FILTER_AMP.voltageNoiseCorner,
        currentNoise: FILTER_AMP.currentNoise,
        headroom: FILTER_AMP.headroom,
        quiescentCurrent: FILTER_AMP.quiescentCurrent,
        rippleRejection: FILTER_AMP.rippleRejection,
        rippleRejectionCorner: FILTER_AMP.rippleRejectionCorner,
        supplyMaximum: FILTER_AMP.supplyMaximum,
      },
    },
  },
  carried: FILTER_CARRIED,
  outcomes: {
    gainDb: { unit: 'dB', title: 'gain as set', doc: 'at the frequency named', late: true },
    midGainDb: { unit: 'dB', title: 'gain in the middle', doc: 'both at half, at the middle of the band', late: true },
    bassBoost: { unit: 'dB', title: 'bass boost', doc: 'against both in the middle', late: true },
    bassCut: { unit: 'dB', title: 'bass cut', doc: 'against both in the middle', late: true },
    trebleBoost: { unit: 'dB', title: 'treble boost', doc: 'against both in the middle', late: true },
    trebleCut: { unit: 'dB', title: 'treble cut', doc: 'against both in the middle', late: true },
    bassHinge: { unit: 'Hz', title: 'bass hinge', doc: 'where full boost reaches 3 dB', late: true },
    trebleHinge: { unit: 'Hz', title: 'treble hinge', doc: 'where full boost reaches 3 dB', late: true },
    interaction: { unit: 'dB', title: 'shift in the middle of the band', doc: 'largest, of one control at an end', derived: { largestOf: SHIFTS } },
    flatness: { unit: 'dB', title: 'flat in the middle', doc: 'largest deviation in the band', derived: { largestOf: POINTS } },
    maximumGainDb: { unit: 'dB', title: 'highest gain', doc: 'both at full boost', late: true },
    maximumInput: { unit: 'V', title: 'largest input', doc: 'peak, both at full boost', late: true },
    outputNoise: { unit: 'V', title: 'noise in the middle', doc: 'rms in the band', late: true },
    ownNoise: { unit: 'V', title: 'noise of its own', doc: 'rms in the band, without what drives it', late: true },
    boostedNoise: { unit: 'V', title: 'noise at full boost', doc: 'rms in the band', late: true },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply, signal ground and signal, peak to peak', late: true },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of the op amp; none when passive' },
    ...hidden(POINTS),
    ...hidden(SHIFTS),
  },
  refuse: (x) => {
    const found: Refusal[] = [];
    if (x.given.bandHigh <= x.given.bandLow) found.push({ path: 'given.bandHigh', message: 'the band must end above its start' });
    return found;
  },
  size,
  evaluate: (x, env) => late(new Tone(x, env.nominal.given), { supplyCurrent: active(x.given) ? x.parts.U1.quiescentCurrent : 0 }),
  checks,
  rails: {
    vcc: { ...FILTER_RAIL, optional: passive },
  },
  signals: {
    in: { role: 'in', fills: FILTER_IN, back: {} },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        const g = c.x.given;
        const db = c.pick('gainDb') ?? exactly(0);
        const size: Range = { nominal: fromDb(db.nominal), low: fromDb(db.low), high: fromDb(db.high) };
        const most = c.pick('maximumInput');
        const upper = incoming?.bandwidth ?? null;
        return handOn(c, incoming, {
          gain: active(g) ? mirrored(size) : size,
          clips: active(g) && most ? multiplyRanges(most, size) : null,
          noise: 'banded',
          upper,
          ripple: c.pick('outputRipple') ?? exactly(0),
          dc: active(g) ? undefined : (incoming?.dc ?? null),
          typed: null,
          sourceResistance: active(g) ? exactly(0) : exactly(c.x.parts.R3.value),
        });
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const t = new Tone(x);
          return t.mid - t.db(x.given.bassPosition, x.given.treblePosition, frequency);
        },
      },
    },
  },
  heat: (x, o) => ({ 'op amp': active(x.given) ? Math.max(0, x.given.supplyVoltage) * (o.supplyCurrent ?? 0) : 0 }),
  confirm: [{ id: 'turn', text: 'Both pots boost when they are turned clockwise: their ends are not swapped.' }],
  cautions: ['Sudden full boost can overdrive a loudspeaker, and ears.'],
});

const late = lately({
  ...(Object.fromEntries(POINTS.map((name, i) => [name, (t: Tone) => t.flat(i)])) as Record<never, (t: Tone) => number>),
  ...(Object.fromEntries(SHIFTS.map((name, i) => [name, (t: Tone) => t.relative(ENDS[i]![0], ENDS[i]![1], t.at('midFrequency'))])) as Record<
    never,
    (t: Tone) => number
  >),
  gainDb: (t: Tone) => t.set,
  midGainDb: (t: Tone) => t.mid,
  bassBoost: (t: Tone) => t.relative(1, 0.5, t.at('bassFrequency')),
  bassCut: (t: Tone) => t.relative(0, 0.5, t.at('bassFrequency')),
  trebleBoost: (t: Tone) => t.relative(0.5, 1, t.at('trebleFrequency')),
  trebleCut: (t: Tone) => t.relative(0.5, 0, t.at('trebleFrequency')),
  bassHinge: (t: Tone) => t.hinge('bass'),
  trebleHinge: (t: Tone) => t.hinge('treble'),
  maximumGainDb: (t: Tone) => t.most,
  maximumInput: (t: Tone) => t.room / fromDb(t.most),
  outputNoise: (t: Tone) => t.noise(0.5, 0.5),
  ownNoise: (t: Tone) => t.noise(0.5, 0.5, 0),
  boostedNoise: (t: Tone) => t.noise(1, 1),
  outputRipple: (t: Tone) => t.ripple,
});
