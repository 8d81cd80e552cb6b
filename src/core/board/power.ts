import { STATE_IDS, type RailPort, type StateId } from '../kinds/contract.ts';
import type { AnyInputs } from '../kinds/judged.ts';
import type { StageNode } from './node.ts';
import type { Rail, Wiring } from './wiring.ts';

/** Power of the whole board in one state, at nominal values. */
export interface StatePower {
  state: StateId;
  sources: { stage: string; current: number; power: number }[];
  /** Each rail: voltage, and what each consumer takes, all copies. */
  rails: {
    rail: string;
    provider: string | null;
    voltage: number | null;
    current: number;
    power: number;
    consumers: { stage: string; current: number; power: number }[];
  }[];
  /** Heat by stage and place, all copies, W. */
  heat: { stage: string; place: string; power: number }[];
  /** From all sources. */
  in: number;
  /** Reaches stages that only consume. */
  used: number;
  /** Lost in stages that pass power on. */
  lost: number;
}

const ROUNDS = 60;

interface Local {
  x: AnyInputs;
  o: Record<string, number>;
}

/**
 * Solves the board in each state at nominal values: voltages down, currents up, until settled. Power in equals power used
 * plus power lost, because every stage declares all its heat.
 */
export function powerByState(wiring: Wiring, nodes: readonly StageNode[]): StatePower[] {
  return STATE_IDS.map((state) => powerIn(state, wiring, nodes));
}

function powerIn(state: StateId, wiring: Wiring, nodes: readonly StageNode[]): StatePower {
  const local = new Map<StageNode, Local>(nodes.map((n) => [n, { x: deep(n.judged.env.nominal), o: {} }]));
  for (let round = 0, moved = true; round < ROUNDS && moved; round++) {
    moved = false;
    for (const node of wiring.order) moved = step(node, state, wiring, local) || moved;
    for (const node of [...wiring.order].reverse()) moved = step(node, state, wiring, local) || moved;
  }
  return summary(state, wiring, nodes, local);
}

function deep<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, deep(v)])) as T;
}

/** One evaluation of a stage in this state; true when an input moved or it is the first. */
function step(node: StageNode, state: StateId, wiring: Wiring, local: Map<StageNode, Local>): boolean {
  const me = local.get(node)!;
  let moved = Object.keys(me.o).length === 0;
  const set = (field: string, value: number) => {
    const where = field in me.x.given ? me.x.given : me.x.carried;
    if (where[field] === value || Math.abs(where[field] - value) <= 1e-12 * Math.abs(value)) return;
    where[field] = value;
    moved = true;
  };
  for (const [port, def] of Object.entries(node.kind.rails as Record<string, RailPort>)) {
    const rail = wiring.rails.get(node.doc.rails?.[port] ?? '');
    if (!rail) continue;
    if (def.role === 'provides') {
      if (def.fills.load && rail.consumers.length && rail.providers[0]?.node === node) set(def.fills.load, currentOf(rail, state, local));
      continue;
    }
    const provider = rail.providers[0];
    if (!provider || provider.node === node) continue;
    const out = local.get(provider.node)!.o;
    for (const meaning of ['voltage', 'trough', 'ripple'] as const) {
      const [field, ref] = [def.fills[meaning], provider.def.gives[meaning]];
      if (field && typeof ref === 'string' && out[ref] !== undefined) set(field, out[ref]);
    }
  }
  if (!moved || node.dead) return false;
  const results = node.kind.evaluate(me.x, node.judged.env as never) as Record<string, unknown>;
  me.o = Object.fromEntries(Object.entries(results).filter((e): e is [string, number] => typeof e[1] === 'number' && Number.isFinite(e[1])));
  return true;
}

function drawn(node: StageNode, def: RailPort, state: StateId, local: Map<StageNode, Local>): number {
  if (!def.draws || node.dead) return 0;
  const one = local.get(node)!.o[typeof def.draws === 'string' ? def.draws : def.draws[state]] ?? 0;
  return def.copiesCounted ? one : one * node.copies;
}

const currentOf = (rail: Rail, state: StateId, local: Map<StageNode, Local>): number =>
  rail.consumers.reduce((sum, c) => sum + drawn(c.node, c.def, state, local), 0);

function summary(state: StateId, wiring: Wiring, nodes: readonly StageNode[], local: Map<StageNode, Local>): StatePower {
  const power: StatePower = { state, sources: [], rails: [], heat: [], in: 0, used: 0, lost: 0 };
  for (const rail of wiring.rails.values()) {
    const provider = rail.providers[0];
    const voltage = provider ? (local.get(provider.node)!.o[provider.def.gives.voltage as string] ?? null) : null;
    const consumers = rail.consumers.map((c) => {
      const current = drawn(c.node, c.def, state, local);
      return { stage: c.node.doc.id, current, power: (voltage ?? 0) * current };
    });
    const current = consumers.reduce((sum, c) => sum + c.current, 0);
    power.rails.push({ rail: rail.name, provider: provider?.node.doc.id ?? null, voltage, current, power: (voltage ?? 0) * current, consumers });
  }
  for (const node of nodes) {
    const me = local.get(node)!;
    const ports = Object.entries(node.kind.rails as Record<string, RailPort>);
    const provides = ports.some(([, d]) => d.role === 'provides');
    const fed = ports.some(([port, d]) => d.role === 'consumes' && wiring.rails.get(node.doc.rails?.[port] ?? '')?.providers.length);
    if (node.dead) continue;
    if (node.kind.source) {
      const watts = node.kind.source(me.x, me.o) * node.copies;
      power.sources.push({ stage: node.doc.id, current: me.o.outputCurrent ?? 0, power: watts });
      power.in += watts;
    }
    if (!fed && !node.kind.source) continue;
    const factor = ports.some(([, d]) => d.copiesCounted) ? 1 : node.copies;
    const places = node.kind.heat?.(me.x, me.o, state, node.copies) ?? {};
    for (const [place, one] of Object.entries(places)) {
      if (!Number.isFinite(one)) continue;
      power.heat.push({ stage: node.doc.id, place, power: one * factor });
      if (provides) power.lost += one * factor;
    }
    if (!provides) power.used += power.rails.flatMap((r) => r.consumers).reduce((sum, c) => (c.stage === node.doc.id ? sum + c.power : sum), 0);
  }
  return power;
}
