import { railPorts, signalPorts } from '../stage/ports.ts';
import { impossible } from '../math/absent.ts';
import type { RailMeaning, RailPort } from '../stage/contract.ts';
import { exactly, mirrored } from '../quantity/uncertain.ts';
import { belowGround } from './below-ground.ts';
import { mustKind } from '../kinds/index.ts';
import { sameAround, type BoardDoc } from './document.ts';
import { controllerLinks, controllerRail, onController } from './controller.ts';
import { heatLinks } from './heat.ts';
import { RAIL_LINKS, seen, withTyped } from './links.ts';
import { allDrawn, drainOf, loadOf } from './loads.ts';
import { Alike } from './alike.ts';
import { differ, type Link } from './link.ts';
import { StageNode } from './node.ts';
import { arrive, askBack } from './signals.ts';
import { sizeWell } from './sizing.ts';
import { sameChoice } from './stage-inputs.ts';
import { replace, wire, type Rail, type Wiring } from './wiring.ts';

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
  /** What was worked out, for stages that stand alike here or in the next evaluation. */
  alike: Alike;
}

/** Sizing one stage moves what others were sized for; so often at most they are looked at again. */
const PASSES = 3;

/**
 * A board's stages, sized where they were open, with their links settled. `stands` is false when the supply
 * collapses. Stages of the board as it was `before` are taken over where nothing about them changed.
 */
export function* settlingBoard(doc: BoardDoc, before?: SettledBoard): Generator<void, SettledBoard> {
  const same = before && sameAround(before.doc, doc);
  const alike = same ? before.alike : new Alike();
  if (same) alike.turn(before.passes.flat());
  const known = (pass: number) => new Map((same ? (before.passes[pass] ?? []) : []).map((n) => [n.doc, n]));
  const roughs = known(0);
  const rough: StageNode[] = [];
  for (const stage of doc.stages) {
    rough.push(roughs.get(stage)?.again() ?? new StageNode(doc, stage, mustKind(stage.kind), null, { alike }));
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
  return { doc, nodes: passes.at(-1)!, wiring, stands, passes, alike };
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
  for (const rail of wiring.rails.values()) {
    const watched = rail.consumers.some((c) => c.node === node && Object.keys(c.def.fills).some((m) => RAIL_LINKS[m as RailMeaning].whole));
    if (watched && rail.providers[0]) below(rail.providers[0].node);
  }
  for (const rail of wiring.rails.values()) if (rail.providers[0] && rail.consumers.some((c) => c.node === node)) found.add(rail.providers[0].node);
  const fed = onController(node) && controllerRail(node.board, wiring)?.providers[0]?.node;
  if (fed) found.add(fed);
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
  for (const [port, def] of railPorts(node.kind)) {
    const rail = wiring.rails.get(node.doc.rails?.[port] ?? '');
    if (def.role === 'battery' && def.loop && node.doc.rails?.[port])
      links.set(def.loop, { range: exactly(Number(descends(node, node.doc.rails[port]!, wiring))), from: 'how the rails hang together' });
    if (def.role === 'battery') drainOf(node, def, wiring, port, links);
    if (!rail || def.role === 'battery') continue;
    if (def.role === 'provides') loadOf(node, def, rail, wiring, links);
    else dead = supplyOf(node, def, rail, wiring, links) ?? dead;
  }
  node.incoming = {};
  for (const [port, def] of signalPorts(node.kind)) {
    if (def.role === 'in') arrive(node, port, def, wiring, links);
    else askBack(node, port, def, wiring, links);
  }
  controllerLinks(node, wiring, links);
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
  return railPorts(node.kind).some(([port, def]) => {
    const name = node.doc.rails?.[port];
    if (def.role !== 'consumes' || !name) return false;
    const provider = wiring.rails.get(name)?.providers[0]?.node;
    return name === from || (provider !== undefined && descends(provider, from, wiring, path));
  });
}

/** Down a rail: voltage, ripple, noise, limit. Returns why the rail does not stand, where it does not. */
function supplyOf(node: StageNode, def: RailPort, rail: Rail, wiring: Wiring, links: Map<string, Link>) {
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
  const turned = def.role === 'consumes' && def.signed ? !below && belowGround(rail, wiring) : below;
  for (const [meaning, field] of Object.entries(def.fills) as [RailMeaning, string][]) {
    const ref = gives[meaning];
    const { whole } = RAIL_LINKS[meaning];
    const range = whole ? whole(allDrawn(rail, wiring)) : ref === undefined ? null : seen(ref, c);
    if (range) links.set(field, { range: withTyped(RAIL_LINKS[meaning], node, field, turned && RAIL_LINKS[meaning].level ? mirrored(range) : range), from });
  }
  return null;
}
