import { railPorts } from '../stage/ports.ts';
import { STATE_IDS, type RailMeaning, type RailPort, type StateId } from '../stage/contract.ts';
import { addRanges, exactly, mirrored, scaleRange, type Range } from '../quantity/uncertain.ts';
import { sharesOf } from './document.ts';
import { RAIL_LINKS, read, repeated, seen, withTyped } from './links.ts';
import { moved, type Link, type Load } from './link.ts';
import type { StageNode } from './node.ts';
import { copiesBefore, modulesBefore, type Rail, type Tap, type Wiring } from './wiring.ts';

// What a rail carries upwards: the currents of all that hangs on it, and what it asks of its source.

/** What is drawn on average, or in the state in which it charges, from the battery that a stage charges. */
export function drainOf(node: StageNode, def: RailPort, wiring: Wiring, port: string, links: Map<string, Link>): void {
  const rail = wiring.rails.get(node.doc.rails?.[port] ?? '');
  if (!def.fills.load || !rail?.providers.length || !rail.consumers.length || isLooped(rail, wiring)) return;
  const shares = drainShares(node, def);
  const mean = STATE_IDS.map((state) => scaleRange(loadInState(rail, wiring, state).range, shares[state])).reduce(addRanges, exactly(0));
  links.set(def.fills.load, { range: mean, from: `what draws from ${rail.name}` });
}

/** The time in which a battery that a stage charges is drawn from, by state. */
export function drainShares(node: StageNode, def: RailPort): Readonly<Record<StateId, number>> {
  const during = def.during?.(node.inputs.x) ?? 'always';
  return during === 'always' ? sharesOf(node.board) : { asleep: 0, idle: 0, typical: 0, peak: 0, [during]: 1 };
}

/** Up a rail: currents, surge, capacitance and voltage limits of all consumers. */
export function loadOf(node: StageNode, def: RailPort, rail: Rail, wiring: Wiring, links: Map<string, Link>): void {
  if (rail.consumers.length === 0 || rail.providers[0]?.node !== node) return;
  const from = `what draws from ${rail.name}`;
  const { fills } = def;
  if (fills.load) {
    const all = spanOfStates(rail, wiring);
    const kept = fills.power ? keptPower(rail, wiring) : null;
    links.set(fills.load, { ...(kept ? { range: kept.current } : all), from });
    if (kept) links.set(fills.power!, { range: kept.power, from });
  }
  if (def.shares && node.board.states?.length) {
    const shares = sharesOf(node.board);
    for (const state of STATE_IDS) links.set(def.shares[state], { range: exactly(shares[state]), from: 'the states of the board' });
  }
  if (def.loads && !isLooped(rail, wiring)) for (const state of STATE_IDS) links.set(def.loads[state], { range: loadInState(rail, wiring, state).range, from });
  for (const [meaning, field] of Object.entries(fills) as [RailMeaning, string][]) {
    const carried = RAIL_LINKS[meaning];
    if (carried.way !== 'back' || field === fills.load || field === fills.power) continue;
    const linked = meaning === 'surge' ? surgeOn(rail, wiring) : askedOf(rail, meaning);
    if (linked) links.set(field, { range: withTyped(carried, node, field, linked), from });
  }
}

/** All that is drawn from a rail, over its states, A: what is told to who watches it. */
export const allDrawn = (rail: Rail, wiring: Wiring): Range => spanOfStates(rail, wiring).range;

/** What the consumers of a rail ask of it together; null where none does. */
export function askedOf(rail: Rail, meaning: RailMeaning): Range | null {
  const all = rail.consumers.flatMap((c) => {
    const ref = c.def.gives[meaning];
    const range = ref === undefined || c.node.dead ? null : read(ref, c.node.judged);
    return range ? [repeated(RAIL_LINKS[meaning], range, timesAsked(c, rail))] : [];
  });
  return all.length ? all.reduce(RAIL_LINKS[meaning].join!) : null;
}

/** How often what one copy of a consumer asks stands before one of its providers. */
export const timesAsked = ({ node, def }: Tap, rail: Rail): number => {
  const provider = rail.providers[0]?.node ?? node;
  return def.copiesCounted ? modulesBefore(node, provider) : copiesBefore(node, provider);
};

/** What all that hangs on a rail draws while it starts, A; null where nothing tells. */
function surgeOn(rail: Rail, wiring: Wiring, above: ReadonlySet<StageNode> = new Set()): Range | null {
  const all = rail.consumers.flatMap((c) => {
    const ref = c.def.gives.surge;
    const range = c.node.dead ? null : ref === undefined ? surgeThrough(c, wiring, above) : read(ref, c.node.judged);
    return range ? [scaleRange(range, timesSurging(c, rail))] : [];
  });
  return all.length ? all.reduce(addRanges) : null;
}

/** How often the surge of a consumer stands before one of its providers: what passes through it is that of its copies already. */
export const timesSurging = (tap: Tap, rail: Rail): number =>
  tap.def.gives.surge === undefined ? modulesBefore(tap.node, rail.providers[0]?.node ?? tap.node) : timesAsked(tap, rail);

/**
 * What a stage that passes power on draws while what hangs behind it starts, A: the surge there, as far as its current limit
 * lets it through, by the efficiency it has at that load. Null where nothing behind it surges.
 */
function surgeThrough(tap: Tap, wiring: Wiring, above: ReadonlySet<StageNode>): Range | null {
  const { node } = tap;
  if (node.dead || above.has(node)) return null;
  const path = new Set([...above, node]);
  for (const { rail, def } of provided(node, wiring)) {
    const surge = surgeOn(rail, wiring, path);
    if (!surge || surge.high <= 0) continue;
    const most = def.gives.currentLimit === undefined ? null : read(def.gives.currentLimit, node.judged);
    const passed = most ? { nominal: Math.min(surge.nominal, most.nominal), low: Math.min(surge.low, most.low), high: Math.min(surge.high, most.high) } : surge;
    const drawn = node.draw(tap.def, { range: passed }, 'peak');
    if (typeof tap.def.draws === 'string') return drawn ?? passed;
    // What is told by state has no current for any other load: in proportion to that at peak.
    const peak = loadInState(rail, wiring, 'peak').range;
    return drawn && peak.nominal > 0 ? scaleRange(passed, drawn.nominal / peak.nominal) : passed;
  }
  return null;
}

/** The rail a stage provides with its load told in one field, where it has one that others draw from. */
export function railBelow(node: StageNode, wiring: Wiring): Rail | null {
  for (const [port, def] of railPorts(node.kind)) {
    const rail = def.fills.load ? standsFor(node, port, def, wiring) : undefined;
    if (rail?.consumers.length) return rail;
  }
  return null;
}

/** The rail that a stage stands for at a port. */
function standsFor(node: StageNode, port: string, def: RailPort, wiring: Wiring): Rail | undefined {
  const rail = def.role === 'provides' ? wiring.rails.get(node.doc.rails?.[port] ?? '') : undefined;
  return rail?.providers[0]?.node === node ? rail : undefined;
}

/** The rails a stage stands for, each with its port. */
export const provided = (node: StageNode, wiring: Wiring): { rail: Rail; def: RailPort }[] =>
  railPorts(node.kind).flatMap(([port, def]) => {
    const rail = standsFor(node, port, def, wiring);
    return rail ? [{ rail, def }] : [];
  });

/** Share of a load that is worth following while it rises with its rail. */
const WORTH = 1e-3;

/** Loads by rail and state, as long as nothing on the rail or behind it moves. */
const known = new WeakMap<Rail, { stamp: number; loads: Partial<Record<StateId, Load>> }>();

const stamps = new WeakMap<Rail, { at: number; stamp: number }>();

/** Grows whenever the provider of a rail or anything behind it is looked at anew: versions only grow. */
function stampOf(rail: Rail, wiring: Wiring): number {
  const before = stamps.get(rail);
  if (before?.at === moved.times) return before.stamp;
  let stamp = rail.providers[0]?.node.version ?? 0;
  for (const c of rail.consumers) {
    stamp += c.node.version;
    const below = railBelow(c.node, wiring);
    if (below) stamp += stampOf(below, wiring);
  }
  stamps.set(rail, { at: moved.times, stamp });
  return stamp;
}

/** Load of a rail in one state, all consumers with their copies, A, and how it rises with the rail. */
function loadInState(rail: Rail, wiring: Wiring, state: StateId): Load {
  const stamp = stampOf(rail, wiring);
  let here = known.get(rail);
  if (here?.stamp !== stamp) known.set(rail, (here = { stamp, loads: {} }));
  return (here.loads[state] ??= workedOut(rail, wiring, state));
}

function workedOut(rail: Rail, wiring: Wiring, state: StateId): Load {
  const all = rail.consumers.map((c) => ({ c, load: loadBehind(c, wiring, state) }));
  const drawn = ({ c, load }: (typeof all)[number], volts?: number) => {
    const one = c.node.draw(c.def, load, state, volts);
    return one && rail.providers[0] ? scaleRange(one, modulesBefore(c.node, rail.providers[0].node)) : one;
  };
  const draws = all.map((a) => drawn(a) ?? exactly(0));
  const range = draws.reduce(addRanges, exactly(0));
  const provider = rail.providers[0];
  const volts = provider ? voltsOf(provider) : null;
  if (!volts || volts.high <= volts.low) return { range };
  const follows = all.map(({ c, load }) => !!load?.rising || c.node.rises(c.def, state, WORTH * range.high));
  if (!follows.some(Boolean)) return { range };
  const at = (v: number) => all.map((a, i) => (follows[i] ? (drawn(a, v) ?? draws[i]!) : draws[i]!)).reduce(addRanges, exactly(0));
  return { range, rising: { volts, low: at(volts.low), nominal: at(volts.nominal), high: at(volts.high) } };
}

/** What hangs, in a state, on the rail that a consumer provides itself. */
function loadBehind(tap: Tap, wiring: Wiring, state: StateId): Load | null {
  const below = railBelow(tap.node, wiring);
  return below ? loadInState(below, wiring, state) : null;
}

/** What a consumer draws in a state, with what hangs behind it, as one of its providers sees it, A. */
const drawnBy = (tap: Tap, from: StageNode, wiring: Wiring, state: StateId): Range =>
  scaleRange(tap.node.draw(tap.def, loadBehind(tap, wiring, state), state) ?? exactly(0), modulesBefore(tap.node, from));

/** Magnitude of a rail's voltage as its consumers see it. */
function voltsOf(provider: Tap): Range | null {
  const range = provider.node.dead ? null : seen(provider.def.gives.voltage!, provider.node.judged);
  return range && (range.nominal < 0 ? mirrored(range) : range);
}

/** Loads by state as one: least state, typical, greatest state. States without a share count too. */
function spanning(byState: readonly Range[]): Range {
  return {
    nominal: byState[STATE_IDS.indexOf('typical')]!.nominal,
    low: Math.min(...byState.map((r) => r.low)),
    high: Math.max(...byState.map((r) => r.high)),
  };
}

/** {least state, typical, greatest state}: the load a provider is designed for. */
function spanOfStates(rail: Rail, wiring: Wiring): Load {
  if (isLooped(rail, wiring)) return { range: exactly(0) };
  const byState = STATE_IDS.map((s) => loadInState(rail, wiring, s));
  const range = spanning(byState.map((l) => l.range));
  const volts = byState.find((l) => l.rising)?.rising!.volts;
  if (!volts) return { range };
  const at = (knot: 'low' | 'nominal' | 'high') => spanning(byState.map((l) => l.rising?.[knot] ?? l.range));
  return { range, rising: { volts, low: at('low'), nominal: at('nominal'), high: at('high') } };
}

/** What of a rail's load keeps its power when the voltage falls, W, and the rest, A. */
function keptPower(rail: Rail, wiring: Wiring): { current: Range; power: Range } {
  const provider = rail.providers[0]!;
  const volts = voltsOf(provider);
  if (!volts || isLooped(rail, wiring)) return { current: exactly(0), power: exactly(0) };
  const parts = STATE_IDS.map((state) => {
    const all = rail.consumers.map((c) => ({
      draw: drawnBy(c, provider.node, wiring, state),
      kept: keepsPower(c, wiring, (tap, from) => drawnBy(tap, from, wiring, state).nominal),
    }));
    const sum = (of: (a: (typeof all)[number]) => Range) => all.map(of).reduce(addRanges, exactly(0));
    return {
      current: sum(({ draw, kept }) => scaleRange(draw, 1 - kept)),
      // A power that is kept draws most at the lowest voltage.
      power: sum(({ draw, kept }) => ({ nominal: draw.nominal * volts.nominal * kept, low: draw.low * volts.high * kept, high: draw.high * volts.low * kept })),
    };
  });
  const power = spanning(parts.map((p) => p.power));
  const ordered = { nominal: power.nominal, low: Math.min(power.low, power.nominal), high: Math.max(power.high, power.nominal) };
  return { current: spanning(parts.map((p) => p.current)), power: ordered };
}

/** Share of what a port draws that keeps its power when the voltage falls; `drawn` tells what a consumer draws from a provider, A. */
export function keepsPower(tap: Tap, wiring: Wiring, drawn: (tap: Tap, from: StageNode) => number): number {
  const { keepsPower: rule } = tap.def;
  if (rule === undefined || rule === true) return rule ? 1 : 0;
  if (typeof rule === 'function') return Number(rule(tap.node.inputs.x));
  const below = railBelow(tap.node, wiring);
  if (!below) return 0;
  let [total, kept] = [0, 0];
  for (const c of below.consumers) {
    const amps = drawn(c, tap.node);
    total += amps;
    kept += amps * keepsPower(c, wiring, drawn);
  }
  return total > 0 ? kept / total : 0;
}

const loops = new WeakMap<Rail, boolean>();

/** Whether a rail's load depends on itself. */
function isLooped(rail: Rail, wiring: Wiring): boolean {
  let looped = loops.get(rail);
  if (looped === undefined) loops.set(rail, (looped = loopsBack(rail, wiring)));
  return looped;
}

function loopsBack(rail: Rail, wiring: Wiring, above: ReadonlySet<Rail> = new Set()): boolean {
  if (above.has(rail)) return true;
  const path = new Set([...above, rail]);
  return rail.consumers.some((c) =>
    railPorts(c.node.kind).some(([port, d]) => {
      const below = d.role === 'provides' ? wiring.rails.get(c.node.doc.rails?.[port] ?? '') : undefined;
      return below !== undefined && loopsBack(below, wiring, path);
    }),
  );
}
