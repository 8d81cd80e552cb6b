import { none } from '../../../math/absent.ts';
import { FILTER_CARRIED, FILTER_IN, FILTER_RAIL, handOn, REFERENCE_REJECTION } from '../../../models/filter-stage.ts';
import { FILTER_AMP } from '../../../models/opamp.ts';
import { exactly } from '../../../quantity/uncertain.ts';
import { defineKind, type Refusal } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num, openOhms } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { Notch, ratio } from './laws.ts';
import { size } from './sizing.ts';

const lifted = (g: Given) => g.topology === 'bootstrapped';

export const twinTNotch = defineKind({
  id: 'twin-t-notch',
  family: 'analog',
  group: 'Signal',
  title: 'Twin-T notch',
  aliases: ['notch filter', 'mains hum filter', 'band-stop', '50 Hz trap', '60 Hz trap', 'hum', 'buzz'],
  purpose: 'Removes one frequency, usually mains hum, and shows how deep it will really be with real parts.',
  given: {
    centreFrequency: num('Hz', 50, 'to be removed', { title: 'frequency to remove' }),
    mainsTolerance: num('ratio', 0.01, 'it wanders within ± this: 0.01 covers 99.5 % of a year on a large grid, 0.002 an ordinary day', {
      min: 0,
      title: 'it wanders by',
    }),
    topology: choice(['passive', 'bootstrapped'], 'passive', 'bootstrapped: narrower, with two buffers', 'circuit'),
    quality: num('', null, 'bootstrapped: notch frequency over half-power width', { min: 0.25, title: 'quality wanted' }),
    sourceResistance: num('ohm', 0, 'of what drives it', { min: 0 }),
    loadResistance: openOhms('on the network itself when passive, on the buffer when bootstrapped'),
    attenuation: num('dB', 30, 'wanted at the centre and where it wanders', { min: 0 }),
    passFrequency: num('Hz', null, 'nearest wanted signal', { title: 'nearest wanted frequency' }),
    maximumPassLoss: num('dB', 3, 'at the nearest wanted frequency', { title: 'loss allowed there' }),
    frequencyTolerance: num('ratio', 0.03, 'allowed relative error of the notch', { title: 'error allowed' }),
    supplyVoltage: num('V', 5, 'bootstrapped: from rail to rail; the signal ground is half of it'),
    bandLow: num('Hz', 20, 'start of the noise band', { title: 'noise from' }),
    bandHigh: num('Hz', 20000, 'end of the noise band', { title: 'noise up to' }),
    referenceRejection: REFERENCE_REJECTION,
  },
  parts: {
    R1: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'R, input to the T' },
    R2: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'R, T to the output' },
    R3: { type: 'resistor', tolerance: 0.01, doc: 'R/2 in the shunt: two of R in parallel', series: 'E96' },
    C1: { type: 'capacitor', series: 'E12', tolerance: 0.01, doc: 'C: film or C0G' },
    C2: { type: 'capacitor', series: 'E12', tolerance: 0.01, doc: 'C: film or C0G' },
    C3: { type: 'capacitor', tolerance: 0.01, doc: '2C in the shunt: two of C in parallel', series: 'E12' },
    R4: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'bootstrap divider, top', needed: lifted },
    R5: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'bootstrap divider, bottom', needed: lifted },
    U1: { type: 'device', doc: 'op amp of both buffers', takes: 'op amp', params: FILTER_AMP, needed: lifted, pieces: () => 2 },
  },
  carried: FILTER_CARRIED,
  outcomes: {
    gain: { unit: '', title: 'gain', doc: 'far from the notch, at DC', late: true },
    bootstrapRatio: { unit: 'ratio', title: 'bootstrap', doc: 'share of the output that drives the shunt legs' },
    notchFrequency: { unit: 'Hz', title: 'notch frequency', doc: 'of least output', late: true },
    notchDepth: { unit: 'dB', title: 'depth of the notch', doc: 'there, against DC', late: true, nullsAt: 120 },
    attenuation: { unit: 'dB', title: 'depth at the centre', doc: 'at the frequency to remove, against DC', late: true, nullsAt: 120 },
    bandAttenuation: { unit: 'dB', title: 'depth where it wanders', doc: 'the least of the middle and both ends', late: true, nullsAt: 120 },
    bandwidth: { unit: 'Hz', title: 'width', doc: 'between half powers', late: true },
    quality: { unit: '', title: 'quality', doc: 'notch frequency over width', late: true },
    passLoss: { unit: 'dB', title: 'loss at the wanted frequency', doc: 'against DC', late: true },
    outputNoise: { unit: 'V', title: 'noise at the output', doc: 'rms in the band', late: true },
    ownNoise: { unit: 'V', title: 'noise of its own', doc: 'rms in the band, without what drives it', late: true },
    outputRipple: { unit: 'V', title: 'ripple at the output', doc: 'of supply, signal ground and signal, peak to peak', late: true },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'of both buffers; none when passive' },
  },
  refuse: (x) => {
    const found: Refusal[] = [];
    if (x.given.bandHigh <= x.given.bandLow) found.push({ path: 'given.bandHigh', message: 'the noise band must end above its start' });
    return found;
  },
  size,
  evaluate: (x, env) =>
    late(new Notch(x, env.nominal.given), {
      bootstrapRatio: lifted(x.given) ? ratio(x) : PASSIVE,
      supplyCurrent: lifted(x.given) ? 2 * x.parts.U1.quiescentCurrent : 0,
    }),
  checks,
  rails: {
    vcc: { ...FILTER_RAIL, optional: (g) => !lifted(g) },
  },
  signals: {
    in: { role: 'in', fills: FILTER_IN, back: {} },
    out: {
      role: 'out',
      fills: { loadResistance: 'loadResistance' },
      down: (c, { in: incoming }) => {
        const g = c.x.given;
        const passive = !lifted(g);
        const upper = incoming?.bandwidth ?? null;
        return handOn(c, incoming, {
          gain: c.pick('gain') ?? exactly(1),
          clips: null,
          noise: 'banded',
          upper,
          ripple: c.pick('outputRipple') ?? exactly(0),
          dc: passive ? (incoming?.dc ?? null) : undefined,
          typed: null,
          sourceResistance: passive ? exactly(c.x.parts.R1.value + c.x.parts.R2.value + g.sourceResistance) : exactly(0),
        });
      },
      attenuation: { in: (x, env, frequency) => new Notch(x, env.given).attenuation(frequency) },
    },
  },
  heat: (x, o) => ({ buffers: lifted(x.given) ? Math.max(0, x.given.supplyVoltage) * (o.supplyCurrent ?? 0) : 0 }),
  confirm: [{ id: 'batch', text: 'R3 is two of R in parallel and C3 two of C, all of one batch: depth is a matter of match.' }],
  cautions: ['A notch protects nobody: hum on what touches a body asks for isolation to the standard that applies first, and a licensed practitioner decides.'],
});

const late = lately({
  gain: (n: Notch) => n.dc,
  notchFrequency: (n: Notch) => n.deepest,
  notchDepth: (n: Notch) => n.attenuation(n.deepest),
  attenuation: (n: Notch) => n.atCentre,
  bandAttenuation: (n: Notch) => n.overBand,
  bandwidth: (n: Notch) => n.width,
  quality: (n: Notch) => n.quality,
  passLoss: (n: Notch) => n.passLoss,
  outputNoise: (n: Notch) => n.noise(),
  ownNoise: (n: Notch) => n.noise(0),
  outputRipple: (n: Notch) => n.ripple,
});

const PASSIVE = none('a passive notch has no bootstrap');
