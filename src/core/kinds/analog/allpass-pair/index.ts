import { none, type Value } from '../../../math/absent.ts';
import { clipsAt, FILTER_CARRIED, FILTER_IN, FILTER_RAIL, handOn, REFERENCE_REJECTION } from '../../../models/filter-stage.ts';
import { FILTER_AMP, rejectionAt } from '../../../models/opamp.ts';
import { CAP, suppressionOf } from '../../../models/quadrature.ts';
import { thermalNoise } from '../../../physics/noise.ts';
import { fromDb } from '../../../physics/network.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type Refusal } from '../../../stage/contract.ts';
import type { Given, Ingredients, OutcomeDef, SpreadLike } from '../../../stage/data.ts';
import { num } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { chainOf, CHAINS, corners, GRID, gridAt, idealError, offAt, type Chain, type Section } from './laws.ts';
import { size } from './sizing.ts';

const NUMBERS = [1, 2, 3, 4, 5, 6] as const;
type Number6 = (typeof NUMBERS)[number];
const there = (n: number) => (g: Given) => n <= (g.sections as number);
const r = (n: number) => ({ type: 'resistor', series: 'E96', tolerance: 0.01, doc: `section ${n}`, needed: there(n) }) as const;
const c = (n: number) => ({ type: 'capacitor', series: 'E6', tolerance: 0.01, doc: `section ${n}: film or C0G`, needed: there(n) }) as const;
const m = (n: number) =>
  ({ type: 'ratio', tolerance: 0.002, default: 1, doc: `section ${n}: feedback over input resistor, one network`, needed: there(n) }) as const;

type Each<Name extends string> = `${Name}${Chain}${Number6}`;
const each = <const Name extends string>(name: Name, def: (chain: Chain, n: number) => OutcomeDef): Record<Each<Name>, OutcomeDef> =>
  Object.fromEntries(CHAINS.flatMap((chain) => NUMBERS.map((n) => [`${name}${chain}${n}`, { ...def(chain, n), late: true }]))) as Record<
    Each<Name>,
    OutcomeDef
  >;
const eachReads = <const Name extends string>(name: Name, of: (s: Source, chain: Chain, index: number) => number | undefined) =>
  Object.fromEntries(CHAINS.flatMap((chain) => NUMBERS.map((n) => [`${name}${chain}${n}`, (s: Source) => of(s, chain, n - 1) ?? NO_SECTION]))) as Record<
    Each<Name>,
    (s: Source) => Value
  >;

const POINTS = Array.from({ length: GRID }, (_, i) => i);
const phases = POINTS.map((i) => `phaseAt${i}`);
const amplitudes = POINTS.map((i) => `amplitudeAt${i}`);
const hidden = (names: readonly string[], unit: 'deg' | 'dB') =>
  Object.fromEntries(names.map((name) => [name, { unit, title: name, doc: 'at a point of the band', hidden: true, late: true }])) as Record<never, OutcomeDef>;
/** Points of the band whose ends are searched, of those that look worst. */
const CLOSELY = 4;
const size2 = ({ low, high }: SpreadLike) => Math.max(Math.abs(low ?? 0), Math.abs(high ?? 0));

export const allpassPair = defineKind({
  id: 'allpass-pair',
  family: 'analog',
  group: 'Signal',
  title: 'All-pass 90 degree pair',
  aliases: ['phase-difference network', 'Hilbert pair', 'single-sideband phasing', 'image rejection', 'quadrature audio'],
  purpose: 'Two chains of first-order all-passes whose outputs stay 90 degrees apart over a band, with the suppression real parts allow.',
  given: {
    lowFrequency: num('Hz', 300, 'start of the band', { title: 'band from' }),
    highFrequency: num('Hz', 3000, 'end of the band', { title: 'band up to' }),
    sections: num('', 3, 'in each chain', { min: 1, max: 6, integer: true, title: 'sections a chain' }),
    suppression: num('dB', 25, 'wanted of the unwanted sideband', { title: 'suppression wanted' }),
    maximumPhaseError: num('deg', 6, 'over the band', { title: 'phase error allowed' }),
    supplyVoltage: num('V', 5, 'from rail to rail; the signal ground is half of it'),
    sourceResistance: num('ohm', 0, 'of what drives it', { min: 0 }),
    referenceRejection: REFERENCE_REJECTION,
  },
  parts: {
    RA1: r(1),
    RA2: r(2),
    RA3: r(3),
    RA4: r(4),
    RA5: r(5),
    RA6: r(6),
    RB1: r(1),
    RB2: r(2),
    RB3: r(3),
    RB4: r(4),
    RB5: r(5),
    RB6: r(6),
    CA1: c(1),
    CA2: c(2),
    CA3: c(3),
    CA4: c(4),
    CA5: c(5),
    CA6: c(6),
    CB1: c(1),
    CB2: c(2),
    CB3: c(3),
    CB4: c(4),
    CB5: c(5),
    CB6: c(6),
    MA1: m(1),
    MA2: m(2),
    MA3: m(3),
    MA4: m(4),
    MA5: m(5),
    MA6: m(6),
    MB1: m(1),
    MB2: m(2),
    MB3: m(3),
    MB4: m(4),
    MB5: m(5),
    MB6: m(6),
    U1: {
      type: 'device',
      doc: 'op amp, one a section',
      takes: 'op amp',
      params: {
        gainBandwidth: FILTER_AMP.gainBandwidth,
        voltageNoise: FILTER_AMP.voltageNoise,
        headroom: FILTER_AMP.headroom,
        quiescentCurrent: FILTER_AMP.quiescentCurrent,
        rippleRejection: FILTER_AMP.rippleRejection,
        rippleRejectionCorner: FILTER_AMP.rippleRejectionCorner,
        supplyMaximum: FILTER_AMP.supplyMaximum,
      },
      pieces: (g: Given) => 2 * (g.sections as number),
    },
  },
  carried: FILTER_CARRIED,
  outcomes: {
    ...each('targetCorner', (chain, n) => ({ unit: 'Hz', title: `chain ${chain}, section ${n}: corner wanted`, doc: 'of the equal-ripple pair' })),
    ...each('corner', (chain, n) => ({ unit: 'Hz', title: `chain ${chain}, section ${n}: corner`, doc: 'from its parts' })),
    idealPhaseError: { unit: 'deg', title: 'phase error of exact corners', doc: 'equal ripple over the band' },
    idealSuppression: { unit: 'dB', title: 'suppression of exact corners', doc: 'what the sections alone allow' },
    phaseError: { unit: 'deg', title: 'phase error', doc: 'largest over the band', derived: { largestOf: phases } },
    amplitudeError: { unit: 'dB', title: 'amplitude error', doc: 'largest of B against A over the band', derived: { largestOf: amplitudes } },
    suppression: {
      unit: 'dB',
      title: 'suppression',
      doc: 'least over the band, worst amplitude and worst phase together',
      derived: { made: (from: Ingredients) => leastSuppression(from) },
    },
    delayShift: { unit: 'deg', title: 'phase of the op amps', doc: 'at the end of the band, in each chain: it cancels between them' },
    outputNoise: { unit: 'V/rtHz', title: 'noise density at an output', doc: 'of all sections' },
    outputRipple: { unit: 'V', title: 'ripple at an output', doc: 'of supply, signal ground and signal, peak to peak' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of all op amps' },
    ...hidden(phases, 'deg'),
    ...hidden(amplitudes, 'dB'),
  },
  refuse: (x) => {
    const found: Refusal[] = [];
    if (x.given.highFrequency <= x.given.lowFrequency) found.push({ path: 'given.highFrequency', message: 'the band must end above its start' });
    return found;
  },
  size,
  evaluate: (x, env) => {
    const { given: g, parts, carried } = x;
    const design = env.nominal.given;
    const [a, b] = [chainOf('A', x), chainOf('B', x)];
    const ideal = idealError(g);
    const u = parts.U1;
    // Each section passes the supply's ripple once with a noise gain of about two, and those behind pass it on.
    const through = 2 * g.sections * fromDb(-rejectionAt(u.rippleRejection, u.rippleRejectionCorner, carried.rippleFrequency));
    let square = carried.sourceNoise === null ? thermalNoise(g.sourceResistance, x.ambient) ** 2 : carried.sourceNoise ** 2;
    for (let i = 0; i < g.sections; i++) {
      const ohms = (parts as unknown as Record<string, { value: number | null }>)[`RA${i + 1}`]!.value ?? 0;
      square += 4 * (u.voltageNoise ** 2 + thermalNoise(ohms, x.ambient) ** 2);
    }
    return late(
      { A: a, B: b, wanted: [g.lowFrequency, g.highFrequency, g.sections], at: (point) => offAt(a, b, gridAt(design, point)) },
      {
        idealPhaseError: ideal,
        idealSuppression: suppressionOf(0, ideal),
        delayShift: (2 * g.sections * Math.atan(g.highFrequency / u.gainBandwidth) * 180) / Math.PI,
        outputNoise: Math.sqrt(square),
        outputRipple: carried.supplyRipple * (through + fromDb(-g.referenceRejection)) + carried.signalRipple,
        supplyCurrent: 2 * g.sections * u.quiescentCurrent,
      },
    );
  },
  checks,
  rails: {
    vcc: FILTER_RAIL,
  },
  signals: {
    in: { role: 'in', fills: FILTER_IN, back: {} },
    outA: output(),
    outB: output(),
  },
  heat: (x, o) => ({ 'op amps': Math.max(0, x.given.supplyVoltage) * (o.supplyCurrent ?? 0) }),
  confirm: [{ id: 'batch', text: 'All capacitors of one value come from one batch, and the resistor pairs are networks.' }],
  cautions: [],
});

/** Both outputs carry the same but for their phase. */
function output() {
  return {
    role: 'out' as const,
    fills: {},
    down: (j: Parameters<typeof handOn>[0], { in: incoming }: Record<string, Parameters<typeof handOn>[1]>) =>
      handOn(j, incoming, {
        gain: exactly(1),
        clips: clipsAt(j),
        noise: j.pick('outputNoise'),
        upper: null,
        ripple: j.pick('outputRipple') ?? exactly(0),
        typed: null,
      }),
    attenuation: { in: () => 0 },
  };
}

interface Source {
  A: readonly Section[];
  B: readonly Section[];
  /** Band and count of sections that the corners are wanted for. */
  wanted: [low: number, high: number, sections: number];
  at: (point: number) => { phase: number; amplitude: number };
}
const late = lately({
  ...eachReads('targetCorner', (s, chain, i) => corners(...s.wanted)[chain][i]),
  ...eachReads('corner', (s, chain, i) => s[chain][i]?.corner),
  ...(Object.fromEntries(phases.map((name, i) => [name, (s: Source) => s.at(i).phase])) as Record<never, (s: Source) => number>),
  ...(Object.fromEntries(amplitudes.map((name, i) => [name, (s: Source) => s.at(i).amplitude])) as Record<never, (s: Source) => number>),
});

/** The least suppression over the band; of the points only those that look worst are searched. */
function leastSuppression({ out, plain }: Ingredients): SpreadLike {
  const rough = POINTS.map((i) => {
    const [p, a] = [plain(phases[i]!), plain(amplitudes[i]!)];
    return { i, end: suppressionOf(size2(a), size2(p)), nominal: suppressionOf(a.nominal ?? 0, p.nominal ?? 0), spread: p.low !== p.high || a.low !== a.high };
  });
  const nominal = Math.min(...rough.map((q) => q.nominal));
  const worst = [...rough].sort((a, b) => a.end - b.end).slice(0, CLOSELY);
  const low = Math.min(nominal, ...worst.map(({ i }) => suppressionOf(size2(out(amplitudes[i]!)), size2(out(phases[i]!)))));
  return { nominal, low, high: rough.some((q) => q.spread) ? CAP : nominal };
}

const NO_SECTION = none('there is no such section');
