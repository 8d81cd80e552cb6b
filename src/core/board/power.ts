import { railPorts } from '../stage/ports.ts';
import { STATE_IDS, type StateId } from '../stage/contract.ts';
import { finite, heatByPlace } from './heat.ts';
import { BoardPoint } from './point.ts';
import type { Wiring } from './wiring.ts';

/** Power of the whole board in one state, at nominal values. */
export interface StatePower {
  state: StateId;
  sources: { stage: string; current: number; power: number }[];
  /** Each rail: voltage and current of one of them, and the power of all where its module is built several times. */
  rails: {
    rail: string;
    provider: string | null;
    voltage: number | null;
    current: number;
    power: number;
    consumers: { stage: string; current: number; power: number }[];
  }[];
  /** What chargers put into the batteries they charge, W: part of what they use. */
  charges: { stage: string; battery: string; rail: string; power: number }[];
  /** Heat by stage and place, all copies, W. */
  heat: { stage: string; place: string; power: number }[];
  /** From all sources. */
  in: number;
  /** Reaches stages that only consume. */
  used: number;
  /** Lost in stages that pass power on. */
  lost: number;
}

/** Power in equals power out to the last digit shown. */
const AGREEMENT = { rounds: 60, relative: 1e-12, averages: 3 };

/**
 * Solves the board in each state at nominal values: voltages down, currents up, until settled. Power in equals power used
 * plus power lost, because every stage declares all its heat.
 */
export function* powerByState(wiring: Wiring): Generator<void, StatePower[]> {
  const point = new BoardPoint(wiring, AGREEMENT, false);
  const power: StatePower[] = [];
  point.renew();
  for (const state of STATE_IDS) {
    point.solve(state);
    power.push(summary(state, wiring, point));
    // Whoever looks in between, or leaves off, finds the nominal board.
    point.rest();
    yield;
  }
  return power;
}

function summary(state: StateId, wiring: Wiring, point: BoardPoint): StatePower {
  const power: StatePower = { state, sources: [], rails: [], charges: [], heat: [], in: 0, used: 0, lost: 0 };
  for (const rail of wiring.rails.values()) {
    const provider = rail.providers[0];
    const voltage = provider ? point.volts(point.cell(provider.node), provider.def) : null;
    const built = provider?.node.times ?? 1;
    // A stage that takes the rail at two ports is one consumer.
    const taken = new Map<string, number>();
    for (const c of rail.consumers) taken.set(c.node.doc.id, (taken.get(c.node.doc.id) ?? 0) + (provider ? point.drawn(c, provider.node, state) : 0));
    const consumers = [...taken].map(([stage, current]) => ({ stage, current, power: Math.abs(voltage ?? 0) * current * built }));
    const current = consumers.reduce((sum, c) => sum + c.current, 0);
    power.rails.push({
      rail: rail.name,
      provider: provider?.node.doc.id ?? null,
      voltage,
      current,
      power: Math.abs(voltage ?? 0) * current * built,
      consumers,
    });
  }
  const takenBy = new Map<string, number>();
  for (const r of power.rails) for (const c of r.consumers) takenBy.set(c.stage, (takenBy.get(c.stage) ?? 0) + c.power);
  const ownOf = new Map<string | null, StatePower['rails']>();
  for (const r of power.rails) ownOf.set(r.provider, [...(ownOf.get(r.provider) ?? []), r]);
  for (const { node, o, x } of point.cells) {
    const ports = railPorts(node.kind);
    const provides = ports.some(([, d]) => d.role === 'provides');
    const fed = ports.some(([port, d]) => d.role === 'consumes' && wiring.rails.get(node.doc.rails?.[port] ?? '')?.providers.length);
    const own = ownOf.get(node.doc.id) ?? [];
    const given = own.reduce((sum, r) => sum + r.power, 0);
    // What nothing feeds works from what is typed: with a load on its rail it stands for a source that is not on the board.
    if (node.dead || (!fed && !node.kind.source && given === 0)) continue;
    const results = finite(o, node.late);
    const heat = heatByPlace(node, x, results, state);
    const loaded = own.some((r) => r.consumers.length);
    const drawn = own.reduce((sum, r) => sum + r.current, 0);
    const taken = takenBy.get(node.doc.id) ?? 0;
    const lost = heat.reduce((sum, [, watts]) => sum + watts, 0);
    let source: { current: number; power: number } | null = null;
    if (node.kind.source) {
      const watts = node.kind.source(x, results, state, drawn / node.copies) * node.copies * node.times;
      const volts = Math.abs(own[0]?.voltage ?? 0);
      source = { current: results.outputCurrent ?? (volts > 0 ? watts / volts / node.times : drawn), power: watts };
    } else if (!fed) source = { current: drawn, power: given + lost };
    else if (node.kind.driven) {
      const beside = given + lost - taken;
      source = { current: drawn, power: Math.max(0, beside) };
      if (loaded && beside < 0) heat.push(['drive', -beside]);
    }
    if (source) {
      power.sources.push({ stage: node.doc.id, ...source });
      power.in += source.power;
    }
    for (const [port, d] of ports) {
      const rail = d.role === 'battery' ? wiring.rails.get(node.doc.rails?.[port] ?? '') : undefined;
      const battery = rail?.providers[0]?.node.doc.id;
      if (battery && taken > lost) power.charges.push({ stage: node.doc.id, battery, rail: rail.name, power: taken - lost });
    }
    // With nobody on its rail a provider bears the load typed on its own sheet.
    if (!provides) power.used += taken + (source?.power ?? 0);
    else if (!loaded) power.used += taken + (source?.power ?? 0) - lost - given;
    for (const [place, watts] of heat) {
      power.heat.push({ stage: node.doc.id, place, power: watts });
      if (provides) power.lost += watts;
    }
  }
  return power;
}
