import { none, type Value } from '../../../math/absent.ts';
import { FILTER_CARRIED, FILTER_IN, FILTER_RAIL, handOn, REFERENCE_REJECTION } from '../../../models/filter-stage.ts';
import { FILTER_AMP } from '../../../models/opamp.ts';
import { toDb } from '../../../physics/network.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type Refusal } from '../../../stage/contract.ts';
import type { Given, OutcomeDef } from '../../../stage/data.ts';
import { choice, num, openOhms } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { bandwidthOf, Cascade, GRID, type Section } from './laws.ts';
import { hasPart, orderly, RESPONSES, SECTIONS, targetsOf, type SectionNumber } from './layout.ts';
import { size } from './sizing.ts';

const resistor = (section: SectionNumber, place: number) =>
  ({
    type: 'resistor',
    series: 'E96',
    tolerance: 0.01,
    doc: `section ${section}`,
    needed: hasPart(section, 'R', place),
    // Only a band-pass can do without it: then its gain is what the other two give.
    ...(place === 3 ? { optional: (g: Given) => g.shape === 'bandpass' } : {}),
  }) as const;
const capacitor = (section: SectionNumber, place: number) =>
  ({ type: 'capacitor', series: 'E12', tolerance: 0.02, doc: `section ${section}: film or C0G`, needed: hasPart(section, 'C', place) }) as const;

type Each<Name extends string> = `${Name}${SectionNumber}`;
const each = <const Name extends string>(name: Name, def: (section: SectionNumber) => OutcomeDef): Record<Each<Name>, OutcomeDef> =>
  Object.fromEntries(SECTIONS.map((s) => [`${name}${s}`, { ...def(s), late: true }])) as Record<Each<Name>, OutcomeDef>;
/** What is read off each section, where there is one. */
const eachReads = <const Name extends string>(name: Name, of: (c: Cascade, index: number) => Value) =>
  Object.fromEntries(SECTIONS.map((s) => [`${name}${s}`, (c: Cascade) => (s <= c.sections.length ? of(c, s - 1) : NO_SECTION)])) as Record<
    Each<Name>,
    (c: Cascade) => Value
  >;

const edge = (work: (c: Cascade) => Value) => (c: Cascade) => (c.band ? NO_EDGE : work(c));
const middle = (work: (low: number, high: number, c: Cascade) => number) => (c: Cascade) => {
  if (!c.band) return NO_CENTRE;
  const [low, high] = [c.half('low'), c.half('high')];
  return typeof low !== 'number' ? low : typeof high !== 'number' ? high : work(low, high, c);
};
const POINTS = Array.from({ length: GRID }, (_, i) => `deviation${i}`);

/** What needs the network, and what hardly anybody asks for: worked out where somebody does. */
const late = lately({
  ...eachReads('targetFrequency', (c, i) => c.targets[i]!.frequency),
  ...eachReads('targetQuality', (c, i) => c.targets[i]!.quality ?? FIRST),
  ...eachReads('sectionFrequency', (c, i) => c.sections[i]!.frequency),
  ...eachReads('sectionQuality', (c, i) => c.sections[i]!.quality ?? FIRST),
  ...eachReads('sectionGain', (c, i) => c.sections[i]!.gain),
  ...eachReads('sectionPeaking', (c, i) => toDb(c.peaks[i]!)),
  ...(Object.fromEntries(POINTS.map((name, i) => [name, (c: Cascade) => c.error(i)])) as Record<never, (c: Cascade) => Value>),
  gain: (c) => c.gain,
  gainDb: (c) => toDb(c.reference()),
  halfPowerFrequency: edge((c) => c.half('only')),
  cutoffFrequency: edge((c) => c.cutoff()),
  cutoffShift: edge((c) => c.cutoffShift),
  lowerCutoff: middle((low) => low),
  upperCutoff: middle((_, high) => high),
  centreFrequency: middle((low, high) => Math.sqrt(low * high)),
  bandwidth: middle((low, high, c) => (high - low) / c.ratio),
  attenuation: (c) => (c.stopband === null ? NO_FREQUENCY : c.attenuation(c.stopband)),
  peakSwing: (c) => c.peakSwing,
  maximumSwing: (c) => c.maximumSwing,
  slewRateNeeded: (c) => c.slewRateNeeded,
  outputNoise: (c) => c.noise(),
  ownNoise: (c) => c.noise(0),
  signalToNoise: (c) => (c.swing > 0 ? toDb(c.swing / Math.SQRT2 / c.noise()) : NO_SIGNAL),
  dynamicRange: (c) => {
    const most = c.maximumSwing;
    return typeof most === 'number' ? toDb(Math.max(most, 1e-12) / Math.SQRT2 / c.noise()) : most;
  },
  groupDelay: (c) => c.delay,
  overshoot: (c) => c.overshoot,
  outputRipple: (c) => c.ripple,
});

export const activeFilter = defineKind({
  id: 'active-filter',
  family: 'analog',
  group: 'Signal',
  title: 'Active filter',
  aliases: [
    'Sallen-Key',
    'multiple feedback',
    'Butterworth',
    'Bessel',
    'Chebyshev',
    'crossover',
    'anti-alias',
    'reconstruction',
    'band-pass',
    'voice band',
    'sharp low-pass',
  ],
  purpose: 'Sharp low-pass, high-pass or band-pass from op amps, with the response the real parts and op amps will give.',
  given: {
    response: choice(RESPONSES, 'butterworth', 'Bessel is stated at half power, bessel-delay by its delay, low-pass only', 'response'),
    shape: choice(['lowpass', 'highpass', 'bandpass'], 'lowpass', 'what passes', 'shape'),
    order: num('', 2, '1 to 8; even for band-pass and Linkwitz-Riley', { min: 1, max: 8, integer: true, title: 'order' }),
    cutoffFrequency: num('Hz', 1000, 'edge: half power (Butterworth, Bessel), end of the ripple (Chebyshev), −6 dB (Linkwitz-Riley)'),
    ripple: num('dB', 0.5, 'of a Chebyshev response', { min: 0.01, max: 3, title: 'ripple of the passband' }),
    centreFrequency: num('Hz', 1000, 'of a band-pass, the geometric middle of its edges', { title: 'centre wanted' }),
    bandwidth: num('Hz', 100, 'of a band-pass, from edge to edge', { title: 'bandwidth wanted' }),
    gain: num('', null, 'magnitude wanted in the passband; not given: what the circuit gives', { title: 'gain wanted' }),
    gainTolerance: num('ratio', 0.05, 'allowed gain error', { title: 'gain error allowed' }),
    topology: choice(['sallen-key-unity', 'sallen-key-equal', 'multiple-feedback'], 'sallen-key-unity', 'a band-pass takes multiple-feedback only', 'circuit'),
    sectionOrder: choice(['low-q-first', 'high-q-first'], 'low-q-first', 'headroom against noise', 'order of the sections'),
    sourceResistance: num('ohm', 0, 'of what drives it', { min: 0 }),
    loadResistance: openOhms('of what follows'),
    supplyVoltage: num('V', 5, 'from rail to rail; the signal ground is half of it'),
    outputSwing: num('V', 1, 'largest sine peak wanted at the output', { level: 'peak', title: 'output, peak' }),
    bandLow: num('Hz', 20, 'start of the noise band', { title: 'noise from' }),
    bandHigh: num('Hz', 20000, 'end of the noise band', { title: 'noise up to' }),
    attenuationFrequency: num('Hz', null, 'where attenuation is wanted'),
    attenuation: num('dB', null, 'least attenuation there', { min: 0 }),
    maximumResponseError: num('dB', 1, 'allowed deviation from the ideal shape in the passband', { title: 'deviation allowed' }),
    cutoffTolerance: num('ratio', 0.05, 'allowed relative error of cutoff or centre'),
    gainBandwidthFactor: num('', 100, 'loop gain wanted at the section’s frequency', { title: 'loop gain wanted' }),
    slewFactor: num('', 2, 'slew rate over that of the sine, for low distortion', { title: 'slew to spare' }),
    maximumNoise: num('V', null, 'rms in the noise band'),
    minimumDynamicRange: num('dB', null, 'from noise to clipping', { any: true, title: 'dynamic range wanted' }),
    referenceRejection: REFERENCE_REJECTION,
  },
  parts: {
    R11: resistor(1, 1),
    R12: resistor(1, 2),
    R13: resistor(1, 3),
    R14: resistor(1, 4),
    C11: capacitor(1, 1),
    C12: capacitor(1, 2),
    C13: capacitor(1, 3),
    R21: resistor(2, 1),
    R22: resistor(2, 2),
    R23: resistor(2, 3),
    R24: resistor(2, 4),
    C21: capacitor(2, 1),
    C22: capacitor(2, 2),
    C23: capacitor(2, 3),
    R31: resistor(3, 1),
    R32: resistor(3, 2),
    R33: resistor(3, 3),
    R34: resistor(3, 4),
    C31: capacitor(3, 1),
    C32: capacitor(3, 2),
    C33: capacitor(3, 3),
    R41: resistor(4, 1),
    R42: resistor(4, 2),
    R43: resistor(4, 3),
    R44: resistor(4, 4),
    C41: capacitor(4, 1),
    C42: capacitor(4, 2),
    C43: capacitor(4, 3),
    U1: { type: 'device', doc: 'op amp, one a section', takes: 'op amp', params: FILTER_AMP, pieces: (g: Given) => (orderly(g) ? targetsOf(g).length : 1) },
  },
  carried: FILTER_CARRIED,
  outcomes: {
    sections: { unit: '', title: 'sections', doc: 'in a row' },
    ...each('targetFrequency', (s) => ({ unit: 'Hz', title: `section ${s}: frequency wanted`, doc: 'of the prototype' })),
    ...each('targetQuality', (s) => ({ unit: '', title: `section ${s}: quality wanted`, doc: 'of the prototype' })),
    ...each('sectionFrequency', (s) => ({ unit: 'Hz', title: `section ${s}: frequency`, doc: 'from its parts' })),
    ...each('sectionQuality', (s) => ({ unit: '', title: `section ${s}: quality`, doc: 'from its parts' })),
    ...each('sectionGain', (s) => ({ unit: '', title: `section ${s}: gain`, doc: 'with sign, in its own passband' })),
    ...each('sectionPeaking', (s) => ({ unit: 'dB', title: `section ${s}: highest gain`, doc: 'from the input to its output' })),
    gain: { unit: '', title: 'gain', doc: 'in the passband, with sign', late: true },
    gainDb: { unit: 'dB', title: 'gain', doc: 'in the passband', late: true },
    halfPowerFrequency: { unit: 'Hz', title: 'half power', doc: 'with the real op amps', late: true },
    cutoffFrequency: { unit: 'Hz', title: 'cutoff', doc: 'half power taken back to the edge as stated', late: true },
    cutoffShift: { unit: 'ratio', title: 'shift by the op amps', doc: 'of the cutoff', late: true },
    lowerCutoff: { unit: 'Hz', title: 'lower half power', doc: 'of a band-pass', late: true },
    upperCutoff: { unit: 'Hz', title: 'upper half power', doc: 'of a band-pass', late: true },
    centreFrequency: { unit: 'Hz', title: 'centre', doc: 'of a band-pass', late: true },
    bandwidth: { unit: 'Hz', title: 'bandwidth', doc: 'of a band-pass, taken back to its edges', late: true },
    attenuation: { unit: 'dB', title: 'attenuation', doc: 'below the highest of the passband', late: true },
    responseError: { unit: 'dB', title: 'deviation from the shape', doc: 'the largest in the passband', derived: { largestOf: POINTS } },
    gainBandwidthNeeded: { unit: 'Hz', title: 'gain-bandwidth needed', doc: 'by the section that needs most' },
    peakSwing: { unit: 'V', title: 'highest swing inside', doc: 'peak at any op amp, of the signal at its worst frequency', late: true },
    maximumSwing: { unit: 'V', title: 'clips at', doc: 'output peak at which the first op amp clips', late: true },
    slewRateNeeded: { unit: 'V/s', title: 'slew needed', doc: 'by the signal in the passband', late: true },
    outputNoise: { unit: 'V', title: 'noise at the output', doc: 'rms in the band', late: true },
    ownNoise: { unit: 'V', title: 'noise of its own', doc: 'rms in the band, without what drives it', late: true },
    signalToNoise: { unit: 'dB', title: 'signal to noise', doc: 'with the output as wanted', late: true },
    dynamicRange: { unit: 'dB', title: 'dynamic range', doc: 'from noise to clipping', late: true },
    groupDelay: { unit: 's', title: 'delay', doc: 'of the passband', late: true },
    overshoot: { unit: 'ratio', title: 'overshoot', doc: 'of a step, low-pass', late: true },
    resistorSpread: { unit: '', title: 'resistor spread', doc: 'largest over smallest' },
    capacitorSpread: { unit: '', title: 'capacitor spread', doc: 'largest over smallest' },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply, signal ground and signal, peak to peak', late: true },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of all op amps' },
    ...(Object.fromEntries(
      POINTS.map((name, i) => [name, { unit: 'dB', title: `deviation, point ${i}`, doc: 'at a point of the passband', hidden: true, late: true }]),
    ) as Record<never, OutcomeDef>),
  },
  refuse: (x) => {
    const g = x.given;
    const found: Refusal[] = [];
    if (g.shape === 'bandpass' && g.topology !== 'multiple-feedback')
      found.push({ path: 'given.topology', message: 'a band-pass is made with multiple feedback only: choose that circuit' });
    if (g.response === 'bessel-delay' && g.shape !== 'lowpass')
      found.push({ path: 'given.response', message: 'a response stated by its delay is a low-pass only: choose bessel' });
    if (!orderly(g)) {
      const step = g.shape === 'bandpass' && g.response === 'linkwitz-riley' ? 4 : 2;
      found.push({ path: 'given.order', message: `this response and shape take orders that are multiples of ${step} only, up to 8` });
    }
    return found;
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts } = x;
    // Asked by the inputs themselves: a copy would be asked anew every time.
    const cascade = new Cascade(x, env.nominal.given, targetsOf(g));
    const all = cascade.sections;
    let needed = 0;
    for (const s of all) needed = Math.max(needed, bandwidthOf(s, g.shape));
    return late(cascade, {
      sections: all.length,
      gainBandwidthNeeded: g.gainBandwidthFactor * needed,
      resistorSpread: spreadOf(all, 'R'),
      capacitorSpread: spreadOf(all, 'C'),
      supplyCurrent: all.length * parts.U1.quiescentCurrent,
    });
  },
  checks,
  rails: {
    vcc: FILTER_RAIL,
  },
  signals: {
    in: {
      role: 'in',
      fills: FILTER_IN,
      back: { loadResistance: (c) => inputOf(c.x.given, (slot) => c.range(`${slot}.value`)), attenuationFrequency: (c) => c.range('attenuationFrequency') },
    },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        const g = c.x.given;
        const upper = g.shape === 'bandpass' ? c.pick('upperCutoff') : g.shape === 'lowpass' ? c.pick('halfPowerFrequency') : null;
        return handOn(c, incoming, {
          gain: c.pick('gain') ?? exactly(1),
          clips: c.pick('maximumSwing'),
          noise: 'banded',
          upper,
          ripple: c.pick('outputRipple') ?? exactly(0),
          typed: c.must('outputSwing'),
        });
      },
      attenuation: { in: (x, _env, frequency) => new Cascade(x).attenuation(frequency) },
    },
  },
  heat: (x, o) => ({ 'op amps': Math.max(0, x.given.supplyVoltage) * (o.supplyCurrent ?? 0) }),
  confirm: [
    { id: 'filter-capacitors', text: 'The capacitors of the sections are film or C0G: other ceramics lose value with voltage and temperature.' },
    { id: 'spare-op-amp', text: 'A spare op amp of a package is tied as a buffer at the signal ground.' },
  ],
  cautions: ['Sections of high quality ring when they are switched on: mute outputs that drive loudspeakers.'],
});

/** Largest over smallest of the parts of all sections. */
function spreadOf(all: readonly Section[], letter: 'R' | 'C'): number {
  let [least, most] = [Infinity, -Infinity];
  for (const s of all)
    for (const v of s[letter]) {
      if (!(v > 0)) continue;
      least = Math.min(least, v);
      most = Math.max(most, v);
    }
  return most / least;
}

/** What the first part of the first section loads its source with, where it does at low frequency. */
function inputOf<T>(g: Given, of: (slot: string) => T | null): T | null {
  const first = targetsOf(g)[0];
  const loads = g.shape !== 'highpass' && first?.quality !== null && g.topology === 'multiple-feedback';
  return loads ? of('R11') : null;
}

const NO_SECTION = none('there is no such section');
const FIRST = none('a section of first order has no quality');
const NO_EDGE = none('a band-pass has a centre and two edges');
const NO_CENTRE = none('only a band-pass has it');
const NO_FREQUENCY = none('no frequency is given where attenuation is wanted');
const NO_SIGNAL = none('there is no signal');
