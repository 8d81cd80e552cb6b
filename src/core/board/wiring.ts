import { railPorts, signalPorts } from '../stage/ports.ts';
import type { Carries, RailPort, SignalPort } from '../stage/contract.ts';
import { moved } from './link.ts';
import type { StageNode } from './node.ts';

export interface Finding {
  severity: 'must' | 'should' | 'note';
  stage: string | null;
  /** The check it comes from, where it does. */
  check?: string;
  /** The pin of the controller it is about. */
  pin?: string;
  /** Checks that follow from it and are told with it. */
  follows?: readonly string[];
  /** Worked out when somebody reads it. */
  text: string;
}

export interface Tap {
  node: StageNode;
  port: string;
  def: RailPort;
}
export interface Rail {
  name: string;
  providers: Tap[];
  consumers: Tap[];
}
export interface Wire {
  from: StageNode;
  fromPort: string;
  to: StageNode;
  toPort: string;
  def: SignalPort;
}

export interface Wiring {
  rails: Map<string, Rail>;
  wires: Wire[];
  /** Heatsinks and enclosures with what is mounted on or stands inside them. */
  shelters: Map<StageNode, StageNode[]>;
  /** Sources first. */
  order: StageNode[];
  findings: Finding[];
  /** Some stages feed each other in a circle. */
  looped: boolean;
}

/** How often a stage stands before one of another: as often as its module, unless both are in it. */
export const modulesBefore = (node: StageNode, other: StageNode): number => (node.doc.module && node.doc.module === other.doc.module ? 1 : node.times);
/** The same with the copies it has in its module. */
export const copiesBefore = (node: StageNode, other: StageNode): number => node.copies * modulesBefore(node, other);

/** Reads rails and signals off the stages, orders them sources first, and names what is missing, doubled or circular. */
export function wire(nodes: readonly StageNode[]): Wiring {
  const findings: Finding[] = [];
  const rails = readRails(nodes);
  const wires = readWires(nodes, findings);
  for (const rail of rails.values()) {
    const users = rail.consumers.map((c) => c.node.title).join(', ');
    if (rail.providers.length === 0) {
      for (const c of rail.consumers)
        findings.push({
          severity: 'must',
          stage: c.node.doc.id,
          text: `Nothing provides the rail “${rail.name}” that ${c.node.title} draws from. Add a supply for it, or choose another rail.`,
        });
    }
    if (rail.providers.length > 1) {
      const names = rail.providers.map((p) => p.node.title).join(' and ');
      findings.push({
        severity: 'must',
        stage: rail.providers[1]!.node.doc.id,
        text: `${names} both provide the rail “${rail.name}”${users ? ` (used by ${users})` : ''}: the higher one feeds back into the other, on or off. Give one of them another rail, or put a diode or a switch between.`,
      });
    }
    for (const p of rail.providers) {
      for (const c of rail.consumers) if (leavesModule(p.node, c.node)) findings.push(outside(p.node, c.node, `the rail “${rail.name}”`));
      if (p.node.copies > 1)
        findings.push({
          severity: 'must',
          stage: p.node.doc.id,
          text: `${p.node.title} provides “${rail.name}” and stands for ${p.node.copies} copies. Providers in parallel do not share their load by themselves: make it one, give each copy its own rail, or make it and what hangs on it a module that is built ${p.node.copies} times.`,
        });
    }
  }
  for (const w of wires) if (leavesModule(w.from, w.to)) findings.push(outside(w.from, w.to, 'its signal'));
  const shelters = readShelters(nodes, findings);
  const { order, looped } = sort(nodes, rails, wires);
  if (looped.length) {
    const names = looped.map((n) => n.title).join(', ');
    for (const node of looped)
      findings.push({
        severity: 'must',
        stage: node.doc.id,
        text: `${names} feed each other in a loop, so none of them can start. Feed one of them from outside the loop.`,
      });
  }
  return { rails, wires, shelters, order, findings, looped: looped.length > 0 };
}

/** Nothing outside a module that is built several times can say which of them it means. */
const leavesModule = (from: StageNode, to: StageNode): boolean => from.times > 1 && from.doc.module !== to.doc.module;
const outside = (from: StageNode, to: StageNode, what: string): Finding => ({
  severity: 'must',
  stage: to.doc.id,
  text: `${to.title} takes ${what} from ${from.title}, which is built ${from.times} times in the module “${from.doc.module}”, and is not part of it. Put ${to.title} into the module, or ${from.title} out of it.`,
});

/** Puts one stage's node in the place of another. */
export function replace(wiring: Wiring, old: StageNode, now: StageNode): void {
  moved.times++;
  // A rail of its own, so that what is known of the old one is not taken for it.
  const tapped = (tap: Tap): Tap => (tap.node === old ? { ...tap, node: now } : tap);
  for (const name of new Set(Object.values(old.doc.rails ?? {}))) {
    const rail = wiring.rails.get(name);
    if (rail) wiring.rails.set(name, { ...rail, providers: rail.providers.map(tapped), consumers: rail.consumers.map(tapped) });
  }
  for (const w of wiring.wires) {
    if (w.from === old) w.from = now;
    if (w.to === old) w.to = now;
  }
  const swapped = (n: StageNode) => (n === old ? now : n);
  wiring.order = wiring.order.map(swapped);
  if (wiring.shelters.size) wiring.shelters = new Map([...wiring.shelters].map(([shelter, members]) => [swapped(shelter), members.map(swapped)]));
}

/** Who stands inside or on whom. The only enclosure of a board holds everything that does not say otherwise. */
function readShelters(nodes: readonly StageNode[], findings: Finding[]): Map<StageNode, StageNode[]> {
  const shelters = new Map(nodes.filter((n) => n.kind.shelter).map((n) => [n, [] as StageNode[]]));
  const boxes = [...shelters.keys()].filter((n) => n.kind.shelter!.link === 'inside');
  for (const node of nodes) {
    const { mount, inside } = node.doc;
    const box = inside ?? (boxes.length === 1 && boxes[0] !== node && !node.kind.outdoors ? boxes[0]!.doc.id : undefined);
    for (const [link, id] of [
      ['mount', mount],
      ['inside', box],
    ] as const) {
      if (id === undefined) continue;
      const at = [...shelters.keys()].find((s) => s.doc.id === id && s.kind.shelter!.link === link && s !== node);
      const what = link === 'mount' ? 'a heatsink' : 'an enclosure';
      const say = (text: string) => findings.push({ severity: 'must', stage: node.doc.id, text });
      if (!at)
        say(`${node.title} is to be ${link === 'mount' ? 'mounted on' : 'inside'} “${id}”, which is not ${what} of this board. Choose another one, or none.`);
      else if (link === 'mount' && !node.kind.warm?.some((w) => w.sink))
        say(`${node.title} has no device that can be mounted on ${at.title}. Take the link off.`);
      else shelters.get(at)!.push(node);
    }
  }
  for (const [sink, mounted] of shelters) {
    const shelter = sink.kind.shelter!;
    if (shelter.link !== 'mount') continue;
    const devices = mounted.reduce((n, m) => n + copiesBefore(m, sink), 0);
    if (devices > shelter.slots.length)
      findings.push({
        severity: 'must',
        stage: sink.doc.id,
        text: `${sink.title} has places for ${shelter.slots.length} devices, and ${devices} are mounted on it (${mounted.map((m) => m.title).join(', ')}). Add a second heatsink.`,
      });
  }
  return shelters;
}

function readRails(nodes: readonly StageNode[]): Map<string, Rail> {
  const rails = new Map<string, Rail>();
  for (const node of nodes) {
    for (const [port, def] of railPorts(node.kind)) {
      const name = node.doc.rails?.[port];
      if (!name || def.role === 'battery') continue;
      let rail = rails.get(name);
      if (!rail) rails.set(name, (rail = { name, providers: [], consumers: [] }));
      (def.role === 'provides' ? rail.providers : rail.consumers).push({ node, port, def });
    }
  }
  return rails;
}

/** What a wire carries, in a sentence. */
const ON_WIRE: Readonly<Record<Carries | 'voltage', string>> = {
  voltage: 'a voltage',
  event: 'when something happens',
  readings: 'readings',
  air: 'a flow of air',
  winding: 'a wound part',
  gate: 'the drive of a gate',
  switched: 'a switched current',
};

function readWires(nodes: readonly StageNode[], findings: Finding[]): Wire[] {
  const byId = new Map(nodes.map((n) => [n.doc.id, n]));
  const wires: Wire[] = [];
  for (const node of nodes) {
    for (const [port, def] of signalPorts(node.kind)) {
      const ref = node.doc.signals?.[port];
      if (def.role !== 'in' || !ref) continue;
      const [id, fromPort] = ref.split('.') as [string, string];
      const from = byId.get(id);
      if (!from)
        findings.push({
          severity: 'must',
          stage: node.doc.id,
          text: `${node.title} listens to “${ref}”, but there is no stage “${id}”. Choose another signal, or disconnect it.`,
        });
      else {
        const sort = from.kind.signals[fromPort]?.carries;
        if (sort !== def.carries)
          findings.push({
            severity: 'must',
            stage: node.doc.id,
            text: `“${port}” of ${node.title} hears ${ON_WIRE[def.carries ?? 'voltage']}, but “${ref}” carries ${ON_WIRE[sort ?? 'voltage']}. Choose another signal, or disconnect it.`,
          });
        wires.push({ from, fromPort, to: node, toPort: port, def });
      }
    }
  }
  return wires;
}

/** Topological order by what feeds what; among equals the order of the document. */
function sort(nodes: readonly StageNode[], rails: ReadonlyMap<string, Rail>, wires: readonly Wire[]) {
  const feeds = new Map<StageNode, Set<StageNode>>(nodes.map((n) => [n, new Set()]));
  for (const rail of rails.values()) for (const c of rail.consumers) if (rail.providers[0]) feeds.get(c.node)!.add(rail.providers[0].node);
  for (const w of wires) feeds.get(w.to)!.add(w.from);
  const order: StageNode[] = [];
  const left = new Set(nodes);
  for (;;) {
    const next = [...left].find((n) => [...feeds.get(n)!].every((f) => !left.has(f)));
    if (!next) break;
    left.delete(next);
    order.push(next);
  }
  const looped = onCycle(left, feeds);
  return { order: [...order, ...left], looped };
}

/** Of the stages that could not be ordered, those that reach themselves; the others only hang behind a loop. */
function onCycle(left: ReadonlySet<StageNode>, feeds: ReadonlyMap<StageNode, Set<StageNode>>): StageNode[] {
  const reaches = (from: StageNode): boolean => {
    const seen = new Set<StageNode>();
    const stack = [...feeds.get(from)!];
    while (stack.length) {
      const n = stack.pop()!;
      if (n === from) return true;
      if (seen.has(n) || !left.has(n)) continue;
      seen.add(n);
      stack.push(...feeds.get(n)!);
    }
    return false;
  };
  return [...left].filter(reaches);
}
