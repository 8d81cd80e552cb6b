import { impossible } from '../math/absent.ts';
import { STATE_IDS, type RailMeaning, type RailPort, type SignalDown, type SignalPort, type StateId } from '../stage/contract.ts';
import { addRanges, exactly, scaleRange, toRange, type Range, type Uncertain } from '../quantity/uncertain.ts';
import { mustKind } from '../kinds/index.ts';
import { sharesOf, type BoardDoc } from './document.ts';
import { heatLinks } from './heat.ts';
import { RAIL_LINKS, read, seen, SIGNAL_LINKS, type Carried } from './links.ts';
import { differ, sameChoice, StageNode, type Link, type Load } from './node.ts';
import { sizeWell } from './sizing.ts';
import { replace, wire, type Rail, type Tap, type Wiring } from './wiring.ts';

/** Rounds in which links agree. Near the most that a cable can bring they close in slowly; what is in a loop never does. */
const ROUNDS = 400;
const LOOPED_ROUNDS = 60;

/** Does all steps of a work that others do one at a time. */
export function finished<T>(steps: Iterator<void, T>): T {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/**
 * Carries voltages down and currents up until nothing moves. Where no voltage is found at which source and loads agree, the
 * stages that still move are lost: nothing is known of them, and of what hangs on them. False when any is.
 */
export function* settling(wiring: Wiring): Generator<void, boolean> {
  for (const node of wiring.order) node.lost = null;
  const rounds = wiring.looped ? LOOPED_ROUNDS : ROUNDS;
  const moving = yield* rounding(wiring, rounds);
  if (!moving.length) return true;
  for (const node of moving) [node.lost, node.seen] = [COLLAPSES, -1];
  // What is lost moves no more; the rest finds its place around it.
  yield* rounding(wiring, LOOPED_ROUNDS);
  for (const node of wiring.order) node.confirm();
  return false;
}

const NOTHING_LEFT = impossible('nothing is left of its voltage');
const COLLAPSES = impossible('the supply collapses: no voltage is found where source and loads agree');

/** Rounds until nothing moves; the stages that moved in the last one. */
function* rounding(wiring: Wiring, rounds: number): Generator<void, StageNode[]> {
  const around = new Map(wiring.order.map((n) => [n, neighbours(n, wiring)]));
  const look = (node: StageNode): boolean => {
    const now = around.get(node)!.reduce((sum, n) => sum + n.version, 0);
    if (node.seen === now) return false;
    node.seen = now;
    return relink(node, wiring);
  };
  const there = wiring.order;
  const back = [...wiring.order].reverse();
  const moved = new Set<StageNode>();
  for (let round = 0; round < rounds; round++) {
    moved.clear();
    for (const nodes of [there, back]) {
      for (const node of nodes) {
        if (!look(node)) continue;
        moved.add(node);
        yield;
      }
    }
    if (moved.size) continue;
    // Rounds keep to the corners of the first; where it settles they have to hold.
    for (const node of there) {
      if (!node.confirm()) moved.add(node);
      yield;
    }
    if (!moved.size) return [];
  }
  return [...moved];
}

export interface SettledBoard {
  doc: BoardDoc;
  nodes: StageNode[];
  wiring: Wiring;
  stands: boolean;
  /**
   * The stages as they came to be: first as they are before open parts were sized with their limits known, then sized,
   * then sized again where what they have to bear had grown. The last are the nodes.
   */
  passes: StageNode[][];
}

/** Sizing one stage moves what others were sized for; so often at most they are looked at again. */
const PASSES = 3;

/**
 * A board's stages, sized where they were open, with their links settled. `stands` is false when the supply
 * collapses. Stages of the board as it was `before` are taken over where nothing about them changed.
 */
export function* settlingBoard(doc: BoardDoc, before?: SettledBoard): Generator<void, SettledBoard> {
  const same = before && before.doc.conditions === doc.conditions && before.doc.policy === doc.policy && before.doc.states === doc.states;
  const known = (pass: number) => new Map((same ? (before.passes[pass] ?? []) : []).map((n) => [n.doc, n]));
  const roughs = known(0);
  const rough: StageNode[] = [];
  for (const stage of doc.stages) {
    rough.push(roughs.get(stage)?.again() ?? new StageNode(doc, stage, mustKind(stage.kind)));
    yield;
  }
  const passes = [rough];
  let wiring = wire(rough);
  const open = rough.some((n) => n.open);
  if (open) for (const node of rough) node.roughly();
  let stands = yield* settling(wiring);
  for (let pass = 1; open && pass <= PASSES; pass++) {
    const last = passes.at(-1)!;
    if (pass > 1 && !last.some((n) => n.outgrown)) break;
    const probes = yield* sizing(last, wiring.order);
    const changed = last.some((n) => !sameChoice(n.chosen, probes.get(n)!.chosen));
    if (pass > 1 && !changed) {
      for (const node of last) node.offers = probes.get(node)!.offers;
      break;
    }
    const earlier = known(pass);
    const nodes = last.map((node) => probes.get(node)!.become(earlier.get(node.doc)));
    passes.push(nodes);
    wiring = wire(nodes);
    stands = yield* settling(wiring);
  }
  return { doc, nodes: passes.at(-1)!, wiring, stands, passes };
}

/** Copies with their open parts sized, sources first, each among those before it as they were sized: what they send is what it is sized for. */
function* sizing(nodes: readonly StageNode[], order: readonly StageNode[]): Generator<void, Map<StageNode, StageNode>> {
  const halfway = wire(nodes);
  const probes = new Map<StageNode, StageNode>();
  for (const node of order) {
    const probe = node.probe();
    replace(halfway, node, probe);
    relink(probe, halfway);
    probe.resize(node, sizeWell);
    probes.set(node, probe);
    yield;
  }
  return probes;
}

export const settledBoard = (doc: BoardDoc): SettledBoard => finished(settlingBoard(doc));

/** The stages whose results this one's links are made of: providers, everything its rails feed, and both ends of its signals. */
function neighbours(node: StageNode, wiring: Wiring): StageNode[] {
  const found = new Set<StageNode>([node]);
  const below = (n: StageNode): void => {
    for (const rail of wiring.rails.values()) {
      if (rail.providers[0]?.node !== n) continue;
      for (const c of rail.consumers) {
        if (found.has(c.node)) continue;
        found.add(c.node);
        below(c.node);
      }
    }
  };
  below(node);
  for (const rail of wiring.rails.values()) if (rail.providers[0] && rail.consumers.some((c) => c.node === node)) found.add(rail.providers[0].node);
  // Upstream all the way: a signal carries the whole path so far.
  const above = (n: StageNode): void => {
    for (const w of wiring.wires) {
      if (w.to !== n || found.has(w.from)) continue;
      found.add(w.from);
      above(w.from);
    }
  };
  above(node);
  for (const w of wiring.wires) if (w.from === node) found.add(w.to);
  for (const other of starters(node, wiring)) found.add(other);
  for (const [shelter, members] of wiring.shelters) {
    if (shelter === node) for (const m of members) found.add(m);
    else if (members.includes(node)) found.add(shelter);
  }
  return [...found];
}

/** Brings a stage's links up to date; true when something moved. */
function relink(node: StageNode, wiring: Wiring): boolean {
  const links = new Map<string, Link>();
  let dead: StageNode['dead'] = null;
  for (const [port, def] of Object.entries(node.kind.rails as Record<string, RailPort>)) {
    const rail = wiring.rails.get(node.doc.rails?.[port] ?? '');
    if (def.role === 'battery' && def.loop && node.doc.rails?.[port])
      links.set(def.loop, { range: exactly(Number(descends(node, node.doc.rails[port]!, wiring))), from: 'how the rails hang together' });
    if (def.role === 'battery') drainOf(node, def, wiring, port, links);
    if (!rail || def.role === 'battery') continue;
    if (def.role === 'provides') loadOf(node, def, rail, wiring, links);
    else dead = supplyOf(node, def, rail, links) ?? dead;
  }
  node.incoming = {};
  for (const [port, def] of Object.entries(node.kind.signals as Record<string, SignalPort>)) {
    if (def.role === 'in') arrive(node, port, def, wiring, links);
    else askBack(node, port, def, wiring, links);
  }
  heatLinks(node, wiring, links);
  meanwhile(node, wiring, links);
  dead = node.lost ?? dead;
  if (!differ(node.links, links, node) && (node.dead === null) === (dead === null)) return false;
  node.links = links;
  node.dead = dead;
  node.relay();
  return true;
}

/** The other starters on a stage's rail. */
function starters(node: StageNode, wiring: Wiring): StageNode[] {
  if (!node.kind.startUp) return [];
  const rails = [...wiring.rails.values()].filter((r) => r.consumers.some((c) => c.node === node));
  return rails.flatMap((r) => r.consumers.map((c) => c.node)).filter((n) => n !== node && n.kind.startUp && !n.dead);
}

/** What the source carries already while a stage starts: others that rise at the same time or run by then, each at its high. */
function meanwhile(node: StageNode, wiring: Wiring, links: Map<string, Link>): void {
  const own = node.kind.startUp;
  const others = starters(node, wiring);
  if (!own || !others.length || node.doc.given?.[own.before] !== undefined) return;
  const high = (n: StageNode, name: string) => n.judged.out(name).high ?? 0;
  const [opens, closes] = [node.judged.out(own.start).low, node.judged.out(own.ready).high];
  if (opens === null || closes === null) return;
  const sum = others.reduce((total, n) => {
    const their = n.kind.startUp!;
    const [from, to] = [n.judged.out(their.start).low, n.judged.out(their.ready).high];
    if (from === null || to === null || from > closes) return total;
    const running = high(n, their.running);
    return total + (to < opens ? running : Math.max(running, high(n, their.inrush)));
  }, 0);
  links.set(own.before, { range: exactly(sum), from: 'the others that start on this rail' });
}

/** Whether what feeds a stage comes, through any stages, from a rail. */
function descends(node: StageNode, from: string, wiring: Wiring, seen: ReadonlySet<StageNode> = new Set()): boolean {
  if (seen.has(node)) return false;
  const path = new Set([...seen, node]);
  return Object.entries(node.kind.rails as Record<string, RailPort>).some(([port, def]) => {
    const name = node.doc.rails?.[port];
    if (def.role !== 'consumes' || !name) return false;
    const provider = wiring.rails.get(name)?.providers[0]?.node;
    return name === from || (provider !== undefined && descends(provider, from, wiring, path));
  });
}

/** Down a rail: voltage, ripple, noise, limit. Returns why the rail does not stand, where it does not. */
function supplyOf(node: StageNode, def: RailPort, rail: Rail, links: Map<string, Link>) {
  const provider = rail.providers[0];
  if (!provider || provider.node === node) return null;
  const c = provider.node.judged;
  const from = `rail ${rail.name}`;
  const gives = provider.def.gives;
  const out = c.physical(gives.voltage!);
  const { dead } = provider.node;
  const gone = out.nominal !== null && out.nominal <= 0 && !provider.def.signed ? NOTHING_LEFT : null;
  if (out.nominal === null || gone || dead)
    return impossible(`its rail “${rail.name}” does not stand: ${(dead ?? gone ?? out.absent)?.reason ?? 'no voltage'}`);
  // Who draws from a rail below ground sees volts between two poles: their magnitude.
  const below = out.nominal < 0;
  for (const [meaning, field] of Object.entries(def.fills) as [RailMeaning, string][]) {
    const ref = gives[meaning];
    const range = ref === undefined ? null : seen(ref, c);
    if (range) links.set(field, { range: stricter(RAIL_LINKS[meaning], node, field, below && RAIL_LINKS[meaning].level ? mirrored(range) : range), from });
  }
  return null;
}

/** What a link brings beside what is typed in its field, by the rule of its meaning. */
function stricter(carried: Carried, node: StageNode, field: string, linked: Range): Range {
  const typed = carried.typed && typedIn(node, field, carried.typed.own === true);
  if (!typed) return linked;
  return carried.typed!.as === 'added' ? addRanges(typed, linked) : carried.join!(typed, linked);
}

/** What is typed in a given, or stands there as the kind's own. */
function typedIn(node: StageNode, field: string, own: boolean): Range | null {
  const value = node.doc.given?.[field] ?? (own ? (node.kind.given as Record<string, { default: Uncertain | null }>)[field]?.default : undefined);
  return value === null || value === undefined ? null : toRange(value as Uncertain);
}

export const negative = (v: number | null): number | null => (v === null ? null : -v);
export const mirrored = (r: Range): Range => ({ nominal: -r.nominal, low: -r.high, high: -r.low });

/** Whether a rail lies below ground: its provider makes it so, or passes on what does. */
export function belowGround(rail: Rail, wiring: Wiring, above: ReadonlySet<Rail> = new Set()): boolean {
  const provider = rail.providers[0];
  if (!provider || above.has(rail)) return false;
  if ((provider.node.judged.physical(provider.def.gives.voltage!).nominal ?? 0) < 0) return true;
  const path = new Set([...above, rail]);
  return [...wiring.rails.values()].some((r) => r.consumers.some((c) => c.node === provider.node) && belowGround(r, wiring, path));
}

/** What is drawn on average from the battery that a stage charges. */
function drainOf(node: StageNode, def: RailPort, wiring: Wiring, port: string, links: Map<string, Link>): void {
  const rail = wiring.rails.get(node.doc.rails?.[port] ?? '');
  if (!def.fills.load || !rail?.providers.length || !rail.consumers.length || isLooped(rail, wiring)) return;
  const shares = sharesOf(node.board);
  const mean = STATE_IDS.map((state) => scaleRange(loadInState(rail, wiring, state).range, shares[state])).reduce(addRanges, exactly(0));
  links.set(def.fills.load, { range: mean, from: `what draws from ${rail.name}` });
}

/** Up a rail: currents, surge, capacitance and voltage limits of all consumers. */
function loadOf(node: StageNode, def: RailPort, rail: Rail, wiring: Wiring, links: Map<string, Link>): void {
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
    if (linked) links.set(field, { range: stricter(carried, node, field, linked), from });
  }
}

/** What the consumers of a rail ask of it together; null where none does. */
export function askedOf(rail: Rail, meaning: RailMeaning): Range | null {
  const all = rail.consumers.flatMap((c) => {
    const ref = c.def.gives[meaning];
    const range = ref === undefined || c.node.dead ? null : read(ref, c.node.judged);
    return range ? [range] : [];
  });
  return all.length ? all.reduce(RAIL_LINKS[meaning].join!) : null;
}

/** What all that hangs on a rail draws while it starts, A; null where nothing tells. */
function surgeOn(rail: Rail, wiring: Wiring, above: ReadonlySet<StageNode> = new Set()): Range | null {
  const all = rail.consumers.flatMap((c) => {
    const ref = c.def.gives.surge;
    const range = c.node.dead ? null : ref === undefined ? surgeThrough(c, wiring, above) : read(ref, c.node.judged);
    return range ? [range] : [];
  });
  return all.length ? all.reduce(addRanges) : null;
}

/**
 * What a stage that passes power on draws while what hangs behind it starts, A: the surge there, as far as its current limit
 * lets it through, by the efficiency it has at that load. Null where nothing behind it surges.
 */
function surgeThrough(tap: Tap, wiring: Wiring, above: ReadonlySet<StageNode>): Range | null {
  const { node } = tap;
  if (node.dead || above.has(node)) return null;
  const path = new Set([...above, node]);
  for (const [port, def] of Object.entries(node.kind.rails as Record<string, RailPort>)) {
    const rail = wiring.rails.get(node.doc.rails?.[port] ?? '');
    if (def.role !== 'provides' || !rail || rail.providers[0]?.node !== node) continue;
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
  for (const [port, def] of Object.entries(node.kind.rails as Record<string, RailPort>)) {
    const rail = def.role === 'provides' && def.fills.load ? wiring.rails.get(node.doc.rails?.[port] ?? '') : undefined;
    if (rail && rail.providers[0]?.node === node && rail.consumers.length) return rail;
  }
  return null;
}

/** Share of a load that is worth following while it rises with its rail. */
const WORTH = 1e-3;

/** Load of a rail in one state, all consumers with their copies, A, and how it rises with the rail. */
export function loadInState(rail: Rail, wiring: Wiring, state: StateId): Load {
  const behind = (c: Tap): Load | null => {
    const below = railBelow(c.node, wiring);
    return below ? loadInState(below, wiring, state) : null;
  };
  const all = rail.consumers.map((c) => ({ c, load: behind(c) }));
  const draws = all.map(({ c, load }) => c.node.draw(c.def, load, state) ?? exactly(0));
  const range = draws.reduce(addRanges, exactly(0));
  const provider = rail.providers[0];
  const volts = provider ? voltsOf(provider) : null;
  if (!volts || volts.high <= volts.low) return { range };
  const follows = all.map(({ c, load }) => !!load?.rising || c.node.rises(c.def, state, WORTH * range.high));
  if (!follows.some(Boolean)) return { range };
  const at = (v: number) =>
    all.map(({ c, load }, i) => (follows[i] ? (c.node.draw(c.def, load, state, v) ?? draws[i]!) : draws[i]!)).reduce(addRanges, exactly(0));
  return { range, rising: { volts, low: at(volts.low), nominal: at(volts.nominal), high: at(volts.high) } };
}

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
    const all = rail.consumers.map((c) => {
      const below = railBelow(c.node, wiring);
      const draw = c.node.draw(c.def, below ? loadInState(below, wiring, state) : null, state) ?? exactly(0);
      return { draw, kept: keepsPower(c, wiring, state) };
    });
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

/** Share of what a port draws that keeps its power when the voltage falls. */
function keepsPower(tap: Tap, wiring: Wiring, state: StateId): number {
  const { keepsPower: rule } = tap.def;
  if (rule === undefined || rule === true) return rule ? 1 : 0;
  if (typeof rule === 'function') return Number(rule(tap.node.inputs.x));
  const below = railBelow(tap.node, wiring);
  if (!below) return 0;
  const draws = below.consumers.map((c) => {
    const deeper = railBelow(c.node, wiring);
    return { amps: c.node.draw(c.def, deeper ? loadInState(deeper, wiring, state) : null, state)?.nominal ?? 0, kept: keepsPower(c, wiring, state) };
  });
  const total = draws.reduce((sum, d) => sum + d.amps, 0);
  return total > 0 ? draws.reduce((sum, d) => sum + d.amps * d.kept, 0) / total : 0;
}

/** Whether a rail's load depends on itself. */
function isLooped(rail: Rail, wiring: Wiring, above: ReadonlySet<Rail> = new Set()): boolean {
  if (above.has(rail)) return true;
  const path = new Set([...above, rail]);
  return rail.consumers.some((c) =>
    Object.entries(c.node.kind.rails as Record<string, RailPort>).some(([port, d]) => {
      const below = d.role === 'provides' ? wiring.rails.get(c.node.doc.rails?.[port] ?? '') : undefined;
      return below !== undefined && isLooped(below, wiring, path);
    }),
  );
}

/** What an output carries where it says nothing. */
const SILENT: SignalDown = {
  dc: null,
  sourceResistance: null,
  noise: null,
  noiseBandwidth: null,
  bandwidth: null,
  ripple: exactly(0),
  rippleFrequency: null,
  gain: 1,
  reservoir: null,
  attenuation: () => exactly(0),
};

/** What an output carries: what it says of itself, and the transfer of the path so far. One shape, whatever is said. */
export const carrying = (own: Partial<SignalDown>, attenuation: SignalDown['attenuation']): SignalDown => ({
  dc: own.dc ?? null,
  sourceResistance: own.sourceResistance ?? null,
  noise: own.noise ?? null,
  noiseBandwidth: own.noiseBandwidth ?? null,
  bandwidth: own.bandwidth ?? null,
  ripple: own.ripple ?? SILENT.ripple,
  rippleFrequency: own.rippleFrequency ?? null,
  gain: own.gain ?? 1,
  reservoir: own.reservoir ?? null,
  attenuation,
});

/** What a stage's output carries. */
export function signalDown(node: StageNode, port: string): SignalDown {
  const def = node.kind.signals[port];
  if (!def?.down || node.dead) return SILENT;
  const incoming = Object.values(node.incoming);
  const known = node.carries.get(port);
  if (known && known.version === node.version && known.incoming.length === incoming.length && known.incoming.every((d, i) => d === incoming[i]))
    return known.down;
  const asked = new Map<string, Range>();
  const inputs = { ...node.incoming };
  const down = carrying(def.down(node.judged as never, inputs), (frequency) => {
    const key = `${frequency.nominal} ${frequency.low} ${frequency.high}`;
    let answer = asked.get(key);
    if (!answer) asked.set(key, (answer = pathAttenuation(inputs, def, (input) => node.ownAttenuation(port, input, frequency), frequency)));
    return answer;
  });
  node.carries.set(port, { version: node.version, incoming, down });
  return down;
}

/** The least of what the paths through a stage's inputs take off, dB: what passes where most does. */
export function pathAttenuation(
  incoming: Readonly<Record<string, SignalDown | undefined>>,
  out: SignalPort,
  own: (input: string) => Range,
  frequency: Range,
): Range {
  const inputs = new Set([...Object.keys(out.attenuation ?? {}), ...Object.keys(incoming)]);
  const paths = [...inputs].map((input) => addRanges(incoming[input]?.attenuation(frequency) ?? exactly(0), own(input)));
  if (paths.length === 0) return exactly(0);
  return paths.reduce((a, b) => ({ nominal: Math.min(a.nominal, b.nominal), low: Math.min(a.low, b.low), high: Math.min(a.high, b.high) }));
}

/** What a signal brings of each meaning. */
export const BRINGS: Readonly<Partial<Record<keyof SignalPort['fills'], (down: SignalDown) => Range | null>>> = {
  voltage: (d) => d.dc,
  nominal: (d) => d.dc && exactly(d.dc.nominal),
  low: (d) => d.dc && exactly(d.dc.low),
  high: (d) => d.dc && exactly(d.dc.high),
  sourceResistance: (d) => d.sourceResistance,
  noise: (d) => d.noise,
  ripple: (d) => d.ripple,
  rippleFrequency: (d) => (d.rippleFrequency === null ? null : exactly(d.rippleFrequency)),
};

/** Down a signal: levels, source resistance, noise, ripple, and the path's transfer. */
function arrive(node: StageNode, port: string, def: SignalPort, wiring: Wiring, links: Map<string, Link>): void {
  const wire = wiring.wires.find((w) => w.to === node && w.toPort === port);
  if (!wire || wire.from === node) return;
  const down = signalDown(wire.from, wire.fromPort);
  node.incoming[port] = down;
  const from = `${wire.from.title}`;
  for (const [meaning, field] of Object.entries(def.fills) as [keyof SignalPort['fills'], string][]) {
    const range = BRINGS[meaning]?.(down);
    if (range) links.set(field, { range, from });
  }
  for (const [field, f] of Object.entries(def.path ?? {})) {
    const value = f(down, (ref) => node.judged.range(ref));
    const range = typeof value === 'number' ? exactly(value) : value;
    if (range) links.set(field, { range, from });
  }
}

/** Up a signal: what those who take it load it with and ask of it. */
function askBack(node: StageNode, port: string, def: SignalPort, wiring: Wiring, links: Map<string, Link>): void {
  const takers = wiring.wires.filter((w) => w.from === node && w.fromPort === port && w.to !== node);
  if (!takers.length) return;
  const from = takers.map((w) => w.to.title).join(', ');
  for (const [meaning, field] of Object.entries(def.fills) as [keyof NonNullable<SignalPort['back']>, string][]) {
    const carried = SIGNAL_LINKS[meaning];
    if (carried.way !== 'back') continue;
    const all = takers.flatMap((w) => {
      const ref = w.def.back?.[meaning];
      const range = ref === undefined || w.to.dead ? null : read(ref, w.to.judged);
      return range ? [range] : [];
    });
    if (all.length) links.set(field, { range: stricter(carried, node, field, all.reduce(carried.join!)), from });
  }
}
