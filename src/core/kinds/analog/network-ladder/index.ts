import { FILTER_CARRIED, FILTER_IN, handOn } from '../../../models/filter-stage.ts';
import { toDb } from '../../../physics/network.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type Refusal } from '../../../stage/contract.ts';
import { num, openOhms } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { LadderNetwork } from './laws.ts';
import { branchesOf, named, type Nine } from './layout.ts';

const r = (n: Nine, value?: number) =>
  ({
    type: 'resistor',
    series: 'E24',
    tolerance: 0.01,
    optional: true,
    doc: 'in the list',
    needed: named(`R${n}`),
    ...(value ? { default: value } : {}),
  }) as const;
const l = (n: Nine) =>
  ({
    type: 'inductor',
    series: 'E12',
    tolerance: 0.1,
    optional: true,
    doc: 'in the list',
    needed: named(`L${n}`),
    params: { dcr: num('ohm', 0, undefined, { min: 0 }) },
  }) as const;
const c = (n: Nine, value?: number) =>
  ({
    type: 'capacitor',
    series: 'E12',
    tolerance: 0.05,
    optional: true,
    doc: 'in the list',
    needed: named(`C${n}`),
    params: { esr: num('ohm', 0, undefined, { min: 0 }) },
    ...(value ? { default: value } : {}),
  }) as const;

export const networkLadder = defineKind({
  id: 'network-ladder',
  family: 'analog',
  group: 'Signal',
  title: 'Ladder network (free list)',
  aliases: ['arbitrary filter', 'matching network', 'snubber', 'input filter', 'crossover leg', 'attenuator pad', 'escape hatch', 'any network'],
  purpose: 'Any cascade of series and shunt R, L and C given as a list, when no other kind fits.',
  given: {
    elements: {
      type: 'rows',
      title: 'branches',
      row: 'branch',
      least: 1,
      columns: { place: { choices: ['series', 'shunt'] }, join: { choices: ['series', 'parallel'], optional: true }, parts: { parts: true } },
      default: [
        { place: 'series', parts: ['R1'] },
        { place: 'shunt', parts: ['C1'] },
      ],
      doc: 'from source to load; the first letter of a part says what it is',
    },
    sourceResistance: num('ohm', 0, 'of what drives it', { min: 0 }),
    loadResistance: openOhms('of what follows'),
    frequency: num('Hz', 1000, 'where gain and impedances are stated', { title: 'stated at' }),
    bandLow: num('Hz', 20, 'for peak, cutoffs and noise', { title: 'band from' }),
    bandHigh: num('Hz', 20000, 'for peak, cutoffs and noise', { title: 'band up to' }),
    inputStep: num('V', 1, 'step at the input', { any: true, title: 'step' }),
    settlingBand: num('ratio', 0.01, 'of the final value; of the largest where that is nil', { above: 0, below: 1, title: 'settled within' }),
    minimumGainDb: num('dB', null, 'at the frequency', { any: true, title: 'least gain there' }),
    maximumGainDb: num('dB', null, 'at the frequency', { any: true, title: 'most gain there' }),
    maximumNoise: num('V', null, 'rms in the band'),
    minimumInputImpedance: num('ohm', null, 'at the frequency', { title: 'least input impedance' }),
    maximumOutputImpedance: num('ohm', null, 'anywhere in the band', { title: 'most output impedance' }),
    maximumSettlingTime: num('s', null, 'after the step'),
  },
  parts: {
    R1: r(1, 1000),
    R2: r(2),
    R3: r(3),
    R4: r(4),
    R5: r(5),
    R6: r(6),
    R7: r(7),
    R8: r(8),
    R9: r(9),
    L1: l(1),
    L2: l(2),
    L3: l(3),
    L4: l(4),
    L5: l(5),
    L6: l(6),
    L7: l(7),
    L8: l(8),
    L9: l(9),
    C1: c(1, 1e-7),
    C2: c(2),
    C3: c(3),
    C4: c(4),
    C5: c(5),
    C6: c(6),
    C7: c(7),
    C8: c(8),
    C9: c(9),
  },
  carried: FILTER_CARRIED,
  outcomes: {
    gainDb: { unit: 'dB', title: 'gain', doc: 'at the frequency, over the source', late: true },
    phaseShift: { unit: 'deg', title: 'phase', doc: 'at the frequency', late: true },
    dcGain: { unit: '', title: 'gain at DC', doc: 'far below the band', late: true },
    inputImpedance: { unit: 'ohm', title: 'input impedance', doc: 'at the frequency, behind the source', late: true },
    inputPhase: { unit: 'deg', title: 'phase of the input impedance', doc: 'of the input impedance', late: true },
    outputImpedance: { unit: 'ohm', title: 'output impedance', doc: 'at the frequency, without the load', late: true },
    outputPhase: { unit: 'deg', title: 'phase of the output impedance', doc: 'of the output impedance', late: true },
    largestOutputImpedance: { unit: 'ohm', title: 'largest output impedance', doc: 'in the band', late: true },
    peakGain: { unit: 'dB', title: 'highest gain', doc: 'in the band', late: true },
    peakFrequency: { unit: 'Hz', title: 'where it is highest', doc: 'in the band', late: true },
    lowerCutoff: { unit: 'Hz', title: 'lower half power', doc: 'below the peak', late: true },
    upperCutoff: { unit: 'Hz', title: 'upper half power', doc: 'above the peak', late: true },
    noiseDensity: { unit: 'V/rtHz', title: 'noise density', doc: 'at the frequency, with source and load', late: true },
    outputNoise: { unit: 'V', title: 'noise', doc: 'rms in the band', late: true },
    stepFinal: { unit: 'V', title: 'step ends at', doc: 'after all modes', late: true },
    stepPeak: { unit: 'V', title: 'step rises to', doc: 'largest value', late: true },
    overshoot: { unit: 'ratio', title: 'overshoot', doc: 'over the final value', late: true },
    riseTime: { unit: 's', title: 'rise time', doc: '10 to 90 %', late: true },
    settlingTime: { unit: 's', title: 'settling time', doc: 'until it stays inside its band', late: true },
  },
  refuse: (x) => {
    const g = x.given;
    const found: Refusal[] = [];
    if (g.elements.length === 0) found.push({ path: 'given.elements', message: 'a ladder has at least one branch' });
    const parts = x.parts as unknown as Record<string, { value: number | null } | undefined>;
    branchesOf(g).forEach((b, i) =>
      b.parts.forEach((ref, j) => {
        const path = `given.elements[${i}].parts[${j}]`;
        const known = parts[ref];
        if (known === undefined) found.push({ path, message: `“${ref}” is no part: R1 to R9, L1 to L9 and C1 to C9 are` });
        else if (!known.value) found.push({ path, message: `${ref} has no value: give it one under parts` });
      }),
    );
    if (g.bandHigh <= g.bandLow) found.push({ path: 'given.bandHigh', message: 'the band must end above its start' });
    if (g.inputStep === 0) found.push({ path: 'given.inputStep', message: 'a step is not nil' });
    return found;
  },
  evaluate: (x, env) => late(new LadderNetwork(x, env.nominal.given), {}),
  checks,
  rails: {},
  signals: {
    in: { role: 'in', fills: FILTER_IN, back: {} },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (j, { in: incoming }) => {
        const n = new LadderNetwork(j.x);
        const dc = incoming?.dc ?? null;
        const k = n.dc;
        const gain = exactly(n.top.level);
        return handOn(j, incoming, {
          gain,
          clips: null,
          noise: j.pick('noiseDensity'),
          upper: j.pick('upperCutoff'),
          ripple: exactly(j.x.carried.signalRipple * n.net.gain(n.out, j.x.carried.signalRippleFrequency ?? 100)),
          dc: dc && { nominal: dc.nominal * k, low: dc.low * k, high: dc.high * k },
          typed: null,
          sourceResistance: j.pick('outputImpedance'),
        });
      },
      attenuation: {
        in: (x, _env, frequency) => {
          const n = new LadderNetwork(x);
          return toDb(n.top.level / n.net.gain(n.out, frequency));
        },
      },
    },
  },
  confirm: [],
  cautions: ['A resonant peak is higher than the input: rate capacitors and coils for it.'],
});

const late = lately({
  gainDb: (n: LadderNetwork) => n.gainDb,
  phaseShift: (n: LadderNetwork) => n.phase,
  dcGain: (n: LadderNetwork) => n.dc,
  inputImpedance: (n: LadderNetwork) => n.input().magnitude,
  inputPhase: (n: LadderNetwork) => n.input().degrees,
  outputImpedance: (n: LadderNetwork) => n.output().magnitude,
  outputPhase: (n: LadderNetwork) => n.output().degrees,
  largestOutputImpedance: (n: LadderNetwork) => n.outputMost,
  peakGain: (n: LadderNetwork) => toDb(n.top.level),
  peakFrequency: (n: LadderNetwork) => n.top.frequency,
  lowerCutoff: (n: LadderNetwork) => n.cut('low'),
  upperCutoff: (n: LadderNetwork) => n.cut('high'),
  noiseDensity: (n: LadderNetwork) => n.density,
  outputNoise: (n: LadderNetwork) => n.noise,
  stepFinal: (n: LadderNetwork) => n.final,
  stepPeak: (n: LadderNetwork) => n.over.peak,
  overshoot: (n: LadderNetwork) => n.overshoot,
  riseTime: (n: LadderNetwork) => n.over.rise,
  settlingTime: (n: LadderNetwork) => n.over.settled,
});
