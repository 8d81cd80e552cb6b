import { impossible } from '../math/absent.ts';
import { STATE_IDS, type RailPort, type Ref, type SignalDown, type SignalPort, type StateId } from '../kinds/contract.ts';
import type { Judged } from '../kinds/judged.ts';
import { parallel } from '../physics/network.ts';
import { addRanges, exactly, scaleRange, toRange, type Range, type Uncertain } from '../quantity/uncertain.ts';
import { mustKind } from '../kinds/index.ts';
import { sharesOf, type BoardDoc } from './document.ts';
import { heatLinks } from './heat.ts';
import { differ, sameChoice, StageNode, type Link } from './node.ts';
import { replace, wire, type Rail, type Tap, type Wiring } from './wiring.ts';

const ROUNDS = 60;

/** Does all steps of a work that others do one at a time. */
export function finished<T>(steps: Iterator<void, T>): T {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** Carries voltages down and currents up until nothing moves. Returns false when it does not settle: the supply collapses. */
export function* settling(wiring: Wiring): Generator<void, boolean> {
  const around = new Map(wiring.order.map((n) => [n, neighbours(n, wiring)]));
  const look = (node: StageNode): boolean => {
    const now = around.get(node)!.reduce((sum, n) => sum + n.version, 0);
    if (node.seen === now) return false;
    node.seen = now;
    return relink(node, wiring);
  };
  const there = wiring.order;
  const back = [...wiring.order].reverse();
  for (let round = 0; round < ROUNDS; round++) {
    let moved = false;
    for (const nodes of [there, back]) {
      for (const node of nodes) {
        if (!look(node)) continue;
        moved = true;
        yield;
      }
    }
    if (moved) continue;
    // Rounds keep to the corners of the first; where it settles they have to hold.
    for (const node of there) {
      if (!node.confirm()) moved = true;
      yield;
    }
    if (!moved) return true;
  }
  for (const node of there) node.confirm();
  return false;
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
    probe.resize(node);
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
    if (!rail || def.role === 'battery') continue;
    if (def.role === 'provides') loadOf(node, def, rail, wiring, links);
    else dead = supplyOf(node, def, rail, links) ?? dead;
  }
  node.incoming = null;
  for (const [port, def] of Object.entries(node.kind.signals as Record<string, SignalPort>)) {
    if (def.role === 'in') hear(node, port, def, wiring, links);
    else listen(node, port, def, wiring, links);
  }
  heatLinks(node, wiring, links);
  meanwhile(node, wiring, links);
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

/** Resolves a port's reference: an outcome, given or parameter by name, or a function. */
function read(ref: Ref, c: Judged): Range | null {
  const value = typeof ref === 'string' ? c.pick(ref) : ref(c);
  return typeof value === 'number' ? exactly(value) : value;
}

/** Down a rail: voltage, ripple, noise, limit. Returns why the rail does not stand, where it does not. */
function supplyOf(node: StageNode, def: RailPort, rail: Rail, links: Map<string, Link>) {
  const provider = rail.providers[0];
  if (!provider || provider.node === node) return null;
  const c = provider.node.judged;
  const from = `rail ${rail.name}`;
  const gives = provider.def.gives;
  const out = c.spread(gives.voltage!);
  const { dead } = provider.node;
  if (out.nominal === null || dead) return impossible(`its rail “${rail.name}” does not stand: ${(dead ?? out.absent)?.reason ?? 'no voltage'}`);
  // Who draws from a rail below ground sees volts between two poles: their magnitude.
  const below = out.nominal < 0;
  const [bottom, top] = below ? [negative(out.high), negative(out.low)] : [out.low, out.high];
  const nominal = Math.abs(out.nominal);
  const low = bottom ?? provider.def.collapsed?.(c) ?? 0;
  for (const [meaning, field] of Object.entries(def.fills) as [keyof RailPort['gives'], string][]) {
    if (meaning === 'voltage') links.set(field, { range: { nominal, low: Math.min(low, nominal), high: top ?? nominal }, from });
    else if (gives[meaning] !== undefined) {
      const range = read(gives[meaning]!, c) ?? partial(gives[meaning]!, c, meaning === 'trough' ? low : null);
      if (range) links.set(field, { range: below && LEVELS.has(meaning) ? mirrored(range) : range, from });
    }
  }
  return null;
}

/** What is measured against ground. */
export const LEVELS: ReadonlySet<keyof RailPort['gives']> = new Set(['voltage', 'trough', 'noLoad']);
export const negative = (v: number | null): number | null => (v === null ? null : -v);
export const mirrored = (r: Range): Range => ({ nominal: -r.nominal, low: -r.high, high: -r.low });

/** Whether a rail lies below ground: its provider makes it so, or passes on what does. */
export function belowGround(rail: Rail, wiring: Wiring, above: ReadonlySet<Rail> = new Set()): boolean {
  const provider = rail.providers[0];
  if (!provider || above.has(rail)) return false;
  if ((provider.node.judged.spread(provider.def.gives.voltage!).nominal ?? 0) < 0) return true;
  const path = new Set([...above, rail]);
  return [...wiring.rails.values()].some((r) => r.consumers.some((c) => c.node === provider.node) && belowGround(r, wiring, path));
}

/** A carried value one end of which lies outside its formula's region: that end takes the stand-in. */
function partial(ref: Ref, c: Judged, low: number | null): Range | null {
  if (typeof ref !== 'string') return null;
  const s = c.out(ref);
  if (s.nominal === null) return null;
  return { nominal: s.nominal, low: s.low ?? Math.min(low ?? s.nominal, s.nominal), high: s.high ?? s.nominal };
}

/** Up a rail: currents, surge, capacitance and voltage limits of all consumers. */
function loadOf(node: StageNode, def: RailPort, rail: Rail, wiring: Wiring, links: Map<string, Link>): void {
  if (rail.consumers.length === 0 || rail.providers[0]?.node !== node) return;
  const from = `what draws from ${rail.name}`;
  const { fills } = def;
  if (fills.load) links.set(fills.load, { range: spanOfStates(rail, wiring), from });
  if (def.shares && node.board.states?.length) {
    const shares = sharesOf(node.board);
    for (const state of STATE_IDS) links.set(def.shares[state], { range: exactly(shares[state]), from: 'the states of the board' });
  }
  if (def.loads && !isLooped(rail, wiring)) for (const state of STATE_IDS) links.set(def.loads[state], { range: loadInState(rail, wiring, state), from });
  const each = (meaning: 'capacitance' | 'minimum' | 'maximum' | 'absoluteMaximum') =>
    rail.consumers.flatMap((c) => {
      const ref = c.def.gives[meaning];
      const range = ref === undefined || c.node.dead ? null : read(ref, c.node.judged);
      return range ? [range] : [];
    });
  const typed = (field: string): Range | null => {
    const value = node.doc.given?.[field] ?? (node.kind.given as Record<string, { default: Uncertain | null }>)[field]?.default;
    return value === null || value === undefined ? null : toRange(value as Uncertain);
  };
  const surge = fills.surge ? surgeOn(rail, wiring) : null;
  if (surge) links.set(fills.surge!, { range: surge, from });
  if (fills.capacitance && each('capacitance').length)
    links.set(fills.capacitance, { range: [typed(fills.capacitance) ?? exactly(0), ...each('capacitance')].reduce(addRanges), from });
  // Limits take the stricter of typed and linked.
  const strict = (meaning: 'minimum' | 'maximum' | 'absoluteMaximum', pick: (a: Range, b: Range) => Range) => {
    const field = fills[meaning];
    const linked = each(meaning);
    if (!field || !linked.length) return;
    const own = typed(field);
    links.set(field, { range: [...(own ? [own] : []), ...linked].reduce(pick), from });
  };
  strict('minimum', (a, b) => (b.high > a.high ? b : a));
  strict('maximum', (a, b) => (b.low < a.low ? b : a));
  strict('absoluteMaximum', (a, b) => (b.low < a.low ? b : a));
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
    const drawn = node.draw(tap.def, def.fills.load ?? null, passed, 'peak');
    if (typeof tap.def.draws === 'string') return drawn ?? passed;
    // What is told by state has no current for any other load: in proportion to that at peak.
    const peak = loadInState(rail, wiring, 'peak');
    return drawn && peak.nominal > 0 ? scaleRange(passed, drawn.nominal / peak.nominal) : passed;
  }
  return null;
}

/** Load of a rail in one state, all consumers with their copies, A. */
export function loadInState(rail: Rail, wiring: Wiring, state: StateId): Range {
  return rail.consumers
    .map((c) => {
      const provides = Object.entries(c.node.kind.rails as Record<string, RailPort>).find(([, d]) => d.role === 'provides' && d.fills.load);
      const below = provides && wiring.rails.get(c.node.doc.rails?.[provides[0]] ?? '');
      const load = below && below.providers[0]?.node === c.node && below.consumers.length ? loadInState(below, wiring, state) : null;
      return c.node.draw(c.def, provides?.[1].fills.load ?? null, load, state) ?? exactly(0);
    })
    .reduce(addRanges, exactly(0));
}

/** {least state, typical, greatest state}: the load a provider is designed for. States without a share count too. */
function spanOfStates(rail: Rail, wiring: Wiring): Range {
  if (isLooped(rail, wiring)) return exactly(0);
  const byState = STATE_IDS.map((s) => loadInState(rail, wiring, s));
  return {
    nominal: byState[STATE_IDS.indexOf('typical')]!.nominal,
    low: Math.min(...byState.map((r) => r.low)),
    high: Math.max(...byState.map((r) => r.high)),
  };
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
  const incoming = node.incoming;
  const known = node.carries.get(port);
  if (known && known.version === node.version && known.incoming === incoming) return known.down;
  const asked = new Map<string, Range>();
  const down = carrying(def.down(node.judged as never, incoming), (frequency) => {
    const key = `${frequency.nominal} ${frequency.low} ${frequency.high}`;
    let answer = asked.get(key);
    if (!answer) asked.set(key, (answer = addRanges(incoming ? incoming.attenuation(frequency) : exactly(0), node.ownAttenuation(port, frequency))));
    return answer;
  });
  node.carries.set(port, { version: node.version, incoming, down });
  return down;
}

/** Down a signal: levels, source resistance, noise, ripple, and the path's transfer. */
function hear(node: StageNode, port: string, def: SignalPort, wiring: Wiring, links: Map<string, Link>): void {
  const wire = wiring.wires.find((w) => w.to === node && w.toPort === port);
  if (!wire || wire.from === node) return;
  const down = signalDown(wire.from, wire.fromPort);
  node.incoming = down;
  const from = `${wire.from.title}`;
  const brings: Partial<Record<keyof SignalPort['fills'], Range | null>> = {
    voltage: down.dc,
    nominal: down.dc && exactly(down.dc.nominal),
    low: down.dc && exactly(down.dc.low),
    high: down.dc && exactly(down.dc.high),
    sourceResistance: down.sourceResistance,
    noise: down.noise,
    ripple: down.ripple,
    rippleFrequency: down.rippleFrequency === null ? null : exactly(down.rippleFrequency),
  };
  for (const [meaning, field] of Object.entries(def.fills) as [keyof SignalPort['fills'], string][]) {
    const range = brings[meaning];
    if (range) links.set(field, { range, from });
  }
  for (const [field, f] of Object.entries(def.path ?? {})) {
    const value = f(down, (ref) => node.judged.range(ref));
    const range = typeof value === 'number' ? exactly(value) : value;
    if (range) links.set(field, { range, from });
  }
}

/** Up a signal: what the listeners load it with and ask of it. */
function listen(node: StageNode, port: string, def: SignalPort, wiring: Wiring, links: Map<string, Link>): void {
  const listeners = wiring.wires.filter((w) => w.from === node && w.fromPort === port && w.to !== node);
  if (!listeners.length) return;
  const from = listeners.map((w) => w.to.title).join(', ');
  const all = (meaning: keyof NonNullable<SignalPort['back']>) =>
    listeners.flatMap((w) => {
      const ref = w.def.back?.[meaning];
      const range = ref === undefined ? null : read(ref, w.to.judged);
      return range ? [range] : [];
    });
  const set = (meaning: keyof NonNullable<SignalPort['back']>, join: (a: Range, b: Range) => Range, own = false) => {
    const field = def.fills[meaning];
    const typed = own && field ? node.doc.given?.[field] : undefined;
    const ranges = [...(typed === undefined || typed === null ? [] : [toRange(typed as Uncertain)]), ...all(meaning)];
    if (field && all(meaning).length) links.set(field, { range: ranges.reduce(join), from });
  };
  set('loadResistance', (a, b) => ({ nominal: parallel(a.nominal, b.nominal), low: parallel(a.low, b.low), high: parallel(a.high, b.high) }));
  set('bias', addRanges);
  set('fullScale', (a, b) => (b.low < a.low ? b : a));
  set('resolution', (a, b) => (b.high > a.high ? b : a));
  set('maximum', (a, b) => (b.low < a.low ? b : a), true);
  set('attenuationFrequency', (a, b) => (b.low < a.low ? b : a), true);
}
