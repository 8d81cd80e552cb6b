import { isAbsent } from '../math/absent.ts';
import { STATE_IDS, type StateId, type WarmDevice } from '../stage/contract.ts';
import type { AnyInputs } from '../stage/data.ts';
import { exactly, scaleRange, type Range } from '../quantity/uncertain.ts';
import type { Results } from '../tolerance/corners.ts';
import type { Study } from '../tolerance/study.ts';
import { rangeOf, type Laid } from './laid.ts';
import { AMBIENT, type Link } from './link.ts';
import type { StageNode } from './node.ts';
import { copiesBefore, modulesBefore, type Wiring } from './wiring.ts';

/**
 * The finite results of a stage, and what stands where one has no number as designed; not what is late. A view: who asks wants a few
 * of many, and asks at every point of every state.
 */
export const finite = (results: Results, late: ReadonlySet<string>): Record<string, number> =>
  new Proxy(results, {
    get: (all, name) => {
      if (typeof name !== 'string' || late.has(name)) return undefined;
      const value = all[name];
      const seen = isAbsent(value) ? value.stand : value;
      return typeof seen === 'number' && Number.isFinite(seen) ? seen : undefined;
    },
  }) as Record<string, number>;

/** Whose heat it is. */
type Heated = Pick<StageNode, 'kind' | 'copies' | 'times' | 'dead'>;

/** Heat of all copies of a stage by place, on the whole board, W, with its inputs as they stand and the results that are finite. */
export function heatByPlace(node: Heated, x: AnyInputs, results: Record<string, number>, state: StateId): [place: string, watts: number][] {
  const all: [string, number][] = [];
  eachPlace(node, x, results, state, (place, watts) => all.push([place, watts]));
  return all;
}

function eachPlace(node: Heated, x: AnyInputs, results: Record<string, number>, state: StateId, take: (place: string, watts: number) => void): void {
  if (node.dead || !node.kind.heat) return;
  const places = node.kind.heat(x, results, state, node.copies);
  for (const place in places) if (Number.isFinite(places[place])) take(place, places[place]! * node.copies * node.times);
}

/** Heat of all copies of a stage in a state, W. A stage outside its region cannot cool anything. */
export function heatOf(node: Heated, x: AnyInputs, results: Record<string, number>, state: StateId): number {
  let sum = 0;
  eachPlace(node, x, results, state, (_, watts) => (sum += Math.max(0, watts)));
  return sum;
}

/** Heat of a stage, W: least in the coolest state, typical, and most in the hottest, each at its worst end by plain corners. */
function warmth(node: StageNode): Range {
  if (node.dead || !node.kind.heat) return exactly(0);
  const known = warmths.get(node.judged.study);
  if (known) return known;
  node.tell(heats);
  const { study } = node.judged;
  const usual = study.nominal[USUAL] as number;
  const range = { nominal: usual, low: Math.min(usual, study.plain(LEAST_HEAT).low ?? usual), high: Math.max(usual, study.plain(MOST_HEAT).high ?? usual) };
  warmths.set(study, range);
  return range;
}

/** Of studies that were asked before. */
const warmths = new WeakMap<Study, Range>();

const USUAL = 'heat, usual';
const LEAST_HEAT = 'heat, least';
const MOST_HEAT = 'heat, most';

/** Heat of all copies among the results of a stage: in the typical state, the coolest and the hottest, W. */
function heats(node: Laid, results: Results): Results {
  const found = finite(results, node.late);
  let [least, most, usual] = [Infinity, -Infinity, 0];
  for (const state of STATE_IDS) {
    const watts = heatOf(node, node.inputs.x, found, state);
    if (watts < least) least = watts;
    if (watts > most) most = watts;
    if (state === 'typical') usual = watts;
  }
  results[USUAL] = usual;
  results[LEAST_HEAT] = least;
  results[MOST_HEAT] = most;
  return results;
}

/** What heat links bring to a stage: the air around it, the sink under its device, and, to an enclosure or a sink, the heat it takes up. */
export function heatLinks(node: StageNode, { shelters }: Wiring, links: Map<string, Link>): void {
  for (const [shelter, members] of shelters) {
    if (shelter === node) takeUp(node, members, links);
    else if (members.includes(node)) bring(node, shelter, links);
  }
}

function takeUp(node: StageNode, members: readonly StageNode[], links: Map<string, Link>): void {
  const shelter = node.kind.shelter!;
  if (!members.length) return;
  if (shelter.link === 'inside') {
    const all = members.map((m) => scaleRange(warmth(m), modulesBefore(m, node) / m.times));
    const from = 'the stages inside';
    const sum = all.reduce((a, b) => ({ nominal: a.nominal + b.nominal, low: a.low + b.low, high: a.high + b.high }), exactly(0));
    links.set(shelter.heat, { range: sum, from });
    const each = members.map((m, i) => scaleRange(all[i]!, 1 / copiesBefore(m, node)));
    links.set(shelter.hottest, { range: each.reduce((a, b) => (b.high > a.high ? b : a)), from: 'the hottest of them' });
    return;
  }
  const devices = members.flatMap((m) => Array.from({ length: copiesBefore(m, node) }, () => m));
  devices.slice(0, shelter.slots.length).forEach((member, i) => {
    const device = member.kind.warm!.find((w) => w.sink)!;
    const slot = shelter.slots[i]!;
    const put = (param: string, range: Range | null) => range && links.set(`${slot}.${param}`, { range, from: member.title });
    const c = member.judged;
    put('dissipation', member.dead ? exactly(0) : clamped(rangeOf(c.physical(device.dissipation))));
    put('junctionToCase', device.junctionToCase === undefined ? null : c.range(device.junctionToCase));
    put('caseToSink', device.caseToSink === undefined ? null : c.range(device.caseToSink));
    put('maximumJunction', c.range(device.limit));
  });
}

const clamped = (r: Range | null): Range => (r ? { nominal: Math.max(0, r.nominal), low: Math.max(0, r.low), high: Math.max(0, r.high) } : exactly(0));

function bring(node: StageNode, from: StageNode, links: Map<string, Link>): void {
  const shelter = from.kind.shelter!;
  const there = rangeOf(from.judged.out(shelter.temperature));
  if (!there) return;
  if (shelter.link === 'inside') {
    if (node.doc.given?.ambient === undefined) links.set(AMBIENT, { range: there, from: from.title });
    return;
  }
  const device = node.kind.warm!.find((w) => w.sink)!;
  const watts = rangeOf(node.judged.physical(device.dissipation));
  if (watts) links.set(device.sink!, { range: shared(there, from.ambient, watts), from: from.title });
}

/**
 * Resistance that, with a device's own heat alone, lifts the sink as far as all devices on it do together, K/W. The high
 * end is that at the greatest heat, which is what a junction is judged by.
 */
function shared(sink: Range, air: Range, watts: Range): Range {
  const at = (end: 'nominal' | 'high') => (watts[end] > 0 ? Math.max((sink[end] - air[end]) / watts[end], LEAST) : LEAST);
  const [nominal, high] = [at('nominal'), at('high')];
  return { nominal, low: Math.min(nominal, high), high: Math.max(nominal, high) };
}
/** A sink is never quite without resistance. */
const LEAST = 1e-6;

/** One point on the way of the heat, at the worst end: where, and how warm. */
export interface HeatPoint {
  name: 'outside' | 'inside' | 'sink' | 'case' | 'junction';
  temperature: number;
}
/** The way heat takes from a device to the air, worst case. */
export interface HeatPath {
  device: WarmDevice;
  points: HeatPoint[];
  limit: number;
  watts: number;
}

/** From outside to the junction of each warm device of a stage, °C, hottest state and worst ends. Empty where it cannot be told. */
export function heatPaths(node: StageNode, outside: Range): HeatPath[] {
  const c = node.judged;
  return (node.kind.warm ?? []).flatMap((device): HeatPath[] => {
    const [junction, watts] = [c.out(device.junction).high, c.out(device.dissipation).high];
    const limit = c.range(device.limit)?.low;
    if (junction === null || watts === null || limit === undefined) return [];
    const ohms = (ref: string | undefined) => (ref === undefined ? null : (c.range(ref)?.high ?? null));
    const inner = ohms(device.junctionToCase);
    const under = device.sink !== undefined && c.range(device.sink) ? ohms(device.caseToSink) : null;
    const box = junction - watts * (inner ?? 0);
    const points: (HeatPoint | null)[] = [
      { name: 'outside', temperature: outside.high },
      node.links.has(AMBIENT) ? { name: 'inside', temperature: node.ambient.high } : null,
      under === null ? null : { name: 'sink', temperature: box - watts * under },
      inner === null ? null : { name: 'case', temperature: box },
      { name: 'junction', temperature: junction },
    ];
    return [{ device, points: points.filter((p) => p !== null), limit, watts }];
  });
}
