import { from, less, more } from '../../../stage/cures.ts';
import { HEATSINKS } from '../../../quantity/stock.ts';
import { isAbsent, impossible, none } from '../../../math/absent.ts';
import { airHeat, airDensityRatio } from '../../../physics/convection.ts';
import { defineKind, type CheckDef, type Help } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { say } from '../../../stage/words.ts';
import { channels, leaving, riseOf } from './solve.ts';

export const SLOTS = ['Q1', 'Q2', 'Q3', 'Q4'] as const;

const device = <const D extends number | null>(dissipation: D) => ({
  dissipation: num('W', dissipation, dissipation === null ? 'null: nothing there' : 'average', { min: 0 }),
  junctionToCase: num('K/W', 2, undefined, { min: 0 }),
  caseToSink: num('K/W', 0.5, 'grease 0.3–0.5 K/W, insulating pad 1–2 K/W', { min: 0 }),
  maximumJunction: num('degC', 125, undefined, { any: true }),
});

const junctionCheck = (i: 1 | 2 | 3 | 4): CheckDef<`junction${1 | 2 | 3 | 4}`> => ({
  title: `junction of Q${i}`,
  value: `junction${i}`,
  sense: 'temperature',
  limit: (c) => c.range(`Q${i}.maximumJunction`),
  from: `highest junction temperature of Q${i}`,
  applies: (c) => c.x.parts[`Q${i}`].dissipation !== null,
  severity: 'must',
  help: SINK,
});

/** With a known figure a better one; more length, fins or moving air get there with a shape. */
const SINK: Help = [
  from(less('H1.sinkToAmbient'), HEATSINKS),
  more('H1.length'),
  more('given.airSpeed'),
  'Less heat, more devices to share it, or no insulating pads; more length, fins or moving air make a better sink.',
];

export const heatsink = defineKind({
  id: 'heatsink',
  family: 'thermal',
  group: 'Heat',
  title: 'Heatsink',
  aliases: [
    'heat sink',
    'cool a hot regulator',
    'cool a hot transistor',
    'thermal resistance',
    'cooling',
    'junction temperature',
    'plate',
    'fins',
    'derating curve',
  ],
  purpose: 'Junctions of up to four devices on one sink, from a known figure or a plate or fin geometry, in still or moving air, steady and pulsed.',
  given: {
    style: choice(['known', 'plate', 'finned'], 'known', 'known: the figure of H1 counts'),
    orientation: choice(['vertical', 'horizontal'], 'vertical', 'of a plate; fins are taken as vertical'),
    airSpeed: num('m/s', 0, 'along the length, between the fins; 0 still', { min: 0 }),
    altitude: num('m', 0, undefined, { min: 0, max: 10000 }),
    pulsePower: num('W', 0, 'repeated pulses in Q1, included in its average', { min: 0 }),
    pulseWidth: num('s', 0.001),
    period: num('s', 0.01),
    maximumTouch: num('degC', 60, 'guidance; limits by material and contact time are in IEC 62368-1', { any: true }),
    ambient: num('degC', null, 'from the board; inside the enclosure when there is one', { any: true }),
  },
  parts: {
    H1: {
      type: 'device',
      takes: 'heatsink',
      doc: 'heatsink',
      params: {
        sinkToAmbient: num('K/W', 10, 'style known: in still air at sea level'),
        width: num('m', 0.05),
        length: num('m', 0.05, 'along the air flow'),
        finCount: num('count', 8, undefined, { min: 1, integer: true }),
        finHeight: num('m', 0.02),
        finThickness: num('m', 0.0015),
        conductivity: num('W/(m K)', 200),
        emissivity: num('ratio', 0.85, 'anodised or painted 85 %, bare 10 %', { min: 0, max: 1 }),
        mass: num('kg', 0.05, undefined, { min: 0 }),
      },
    },
    Q1: { type: 'device', bought: false, doc: 'device', params: { ...device(1), thermalTime: num('s', 0.01, 'junction-case time constant') } },
    Q2: { type: 'device', bought: false, doc: 'second device', params: device(null) },
    Q3: { type: 'device', bought: false, doc: 'third device', params: device(null) },
    Q4: { type: 'device', bought: false, doc: 'fourth device', params: device(null) },
  },
  outcomes: {
    totalDissipation: { unit: 'W', title: 'heat into the sink' },
    sinkToAmbient: { unit: 'K/W', title: 'sink to air', doc: 'at this power' },
    sinkTemperature: { unit: 'degC', title: 'sink' },
    junction1: { unit: 'degC', title: 'junction of Q1' },
    junction2: { unit: 'degC', title: 'junction of Q2' },
    junction3: { unit: 'degC', title: 'junction of Q3' },
    junction4: { unit: 'degC', title: 'junction of Q4' },
    junctionTemperature: { unit: 'degC', title: 'hottest junction' },
    junctionPeak: { unit: 'degC', title: 'Q1 at the end of a pulse' },
    sinkNeeded: { unit: 'K/W', title: 'sink needed', doc: 'largest sinkToAmbient that keeps all junctions; null when none does' },
    filmCoefficient: { unit: 'W/(m2 K)', title: 'film of air', doc: 'convection only; null for a known sink' },
    radiationShare: { unit: 'ratio', title: 'share that is radiated' },
    finEfficiency: { unit: 'ratio', title: 'fin efficiency' },
    airDensityRatio: { unit: 'ratio', title: 'density of the air' },
    airWarming: { unit: 'K', title: 'air warms by', doc: 'on its way between the fins, blown; the far end of the sink sees it' },
    junctionFarEnd: { unit: 'degC', title: 'hottest junction at the far end', doc: 'in the air that the sink itself has warmed' },
    sinkTimeConstant: { unit: 's', title: 'time constant of the sink' },
  },
  refuse: ({ given: g, parts: { H1 } }) => {
    if (g.style !== 'finned') return [];
    if (H1.finCount < 2) return [{ path: 'parts.H1.finCount', message: 'a finned sink has at least two fins.' }];
    return H1.width - H1.finCount * H1.finThickness > 0
      ? []
      : [{ path: 'parts.H1.finCount', message: `${H1.finCount} fins of ${say(H1.finThickness, 'm')} leave no gap on ${say(H1.width, 'm')}.` }];
  },
  evaluate: ({ given: g, parts, ambient }) => {
    const { H1, Q1 } = parts;
    const devices = SLOTS.map((s) => parts[s]);
    const watts = devices.reduce((sum, d) => sum + (d.dissipation ?? 0), 0);
    const density = airDensityRatio(g.altitude);
    const known = g.style === 'known';
    const fits = known || g.style === 'plate' || (H1.finCount > 1 && H1.width > H1.finCount * H1.finThickness);
    const rise = known ? (watts * H1.sinkToAmbient) / Math.sqrt(density) : fits ? riseOf(g, H1, watts, ambient) : null;
    const resistance = known ? H1.sinkToAmbient / Math.sqrt(density) : watts === 0 ? NO_HEAT : rise === null ? TOO_HOT : rise / watts;
    const sink = rise === null ? null : ambient + rise;
    const out = known || rise === null || watts === 0 ? null : leaving(g, H1, rise, ambient);
    const junction = (d: (typeof devices)[number]) =>
      d.dissipation === null ? EMPTY : sink === null ? TOO_HOT : sink + d.dissipation * (d.junctionToCase + d.caseToSink);
    const each = devices.map(junction);
    const hottest = each.reduce<number>((a, b) => (typeof b === 'number' ? Math.max(a, b) : a), -Infinity);
    const need = Math.min(
      ...devices.flatMap((d) => (d.dissipation === null ? [] : [(d.maximumJunction - ambient - d.dissipation * (d.junctionToCase + d.caseToSink)) / watts])),
    );
    const blown = g.style === 'finned' && g.airSpeed > 0 && channels(H1) > 0;
    const warming = blown ? watts / airHeat(g.airSpeed * channels(H1), ambient, density) : STILL;
    const duty = g.pulseWidth / g.period;
    const mean = (Q1.dissipation ?? 0) - g.pulsePower * duty;
    const heating = (1 - Math.exp(-g.pulseWidth / Q1.thermalTime)) / (1 - Math.exp(-g.period / Q1.thermalTime));
    return {
      totalDissipation: watts,
      sinkToAmbient: resistance,
      sinkTemperature: sink ?? TOO_HOT,
      junction1: each[0]!,
      junction2: each[1]!,
      junction3: each[2]!,
      junction4: each[3]!,
      junctionTemperature: hottest > -Infinity ? hottest : sink === null ? TOO_HOT : sink,
      junctionPeak:
        sink === null
          ? TOO_HOT
          : g.pulsePower === 0
            ? each[0]!
            : duty > 1 || mean < 0
              ? NO_PULSE
              : sink + (Q1.dissipation ?? 0) * Q1.caseToSink + mean * Q1.junctionToCase + g.pulsePower * Q1.junctionToCase * heating,
      sinkNeeded: watts === 0 ? NO_HEAT : need > 0 ? need : NO_SINK,
      filmCoefficient: out ? out.film : known ? KNOWN : watts === 0 ? NO_HEAT : TOO_HOT,
      radiationShare: out ? out.radiation / watts : known ? KNOWN : watts === 0 ? NO_HEAT : TOO_HOT,
      finEfficiency: out ? (out.efficiency ?? NO_FINS) : known ? KNOWN : watts === 0 ? NO_HEAT : TOO_HOT,
      airDensityRatio: density,
      airWarming: warming,
      junctionFarEnd: isAbsent(warming) ? warming : sink === null ? TOO_HOT : (hottest > -Infinity ? hottest : sink) + warming,
      sinkTimeConstant: typeof resistance === 'number' ? H1.mass * 900 * resistance : resistance,
    };
  },
  checks: {
    'junction-1': junctionCheck(1),
    'junction-2': junctionCheck(2),
    'junction-3': junctionCheck(3),
    'junction-4': junctionCheck(4),
    'junction-peak': {
      title: 'junction of Q1 in a pulse',
      value: 'junctionPeak',
      sense: 'temperature',
      limit: (c) => c.range('Q1.maximumJunction'),
      from: 'highest junction temperature of Q1',
      applies: (c) => c.x.given.pulsePower > 0,
      severity: 'must',
      help: [less('given.pulseWidth'), less('given.pulsePower'), 'A larger die takes longer pulses.'],
    },
    'air-warming': {
      title: 'hottest junction at the far end',
      value: 'junctionFarEnd',
      sense: 'temperature',
      limit: (c) => {
        const all = SLOTS.flatMap((s) => (c.x.parts[s].dissipation === null ? [] : [c.must(`${s}.maximumJunction`)]));
        return all.length ? all.reduce((a, b) => (b.low < a.low ? b : a)) : null;
      },
      from: 'lowest of the highest junction temperatures',
      applies: (c) => c.x.given.style === 'finned' && c.x.given.airSpeed > 0,
      severity: 'should',
      help: [more('given.airSpeed'), more('H1.finHeight'), 'Mount the hottest device where the air comes in.'],
    },
    touch: {
      title: 'touching the sink',
      value: 'sinkTemperature',
      sense: 'temperature',
      limit: (c) => c.range('maximumTouch'),
      from: 'guidance for metal that is touched',
      severity: 'should',
      help: [from(less('H1.sinkToAmbient'), HEATSINKS), 'Guard it, or mark it hot.'],
    },
  },
  rails: {},
  signals: {},
  shelter: { link: 'mount', slots: SLOTS, temperature: 'sinkTemperature' },
  confirm: [
    { id: 'insulation', text: 'Each tab is insulated from the sink, or the sink may be at that potential and nothing touches it.' },
    { id: 'fins', text: 'The fins stand vertical in the built-in position, with free air above and below.' },
  ],
  cautions: [
    'A sink may be live through a device’s tab, and it burns skin above 60 °C: insulate, guard or mark it.',
    'Electrolytics beside a sink age twice as fast for every 10 K.',
  ],
});

const STILL = none('nothing blows through its fins');
const EMPTY = none('no device is mounted there');
const NO_HEAT = none('nothing heats the sink');
const KNOWN = none('the sink’s figure is taken as given');
const NO_FINS = none('a plate has no fins');
const TOO_HOT = impossible('the sink cannot give off this heat below a thousand kelvin');
const NO_SINK = impossible('no heatsink keeps all junctions within their limits');
const NO_PULSE = impossible('the pulses alone are more than the average, or longer than their period');
