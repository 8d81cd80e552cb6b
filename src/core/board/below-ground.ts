import type { Rail, Wiring } from './wiring.ts';

/** Whether a rail lies below ground: its provider makes it so, or passes on what does. */
export function belowGround(rail: Rail, wiring: Wiring, above: ReadonlySet<Rail> = new Set()): boolean {
  const provider = rail.providers[0];
  if (!provider || above.has(rail)) return false;
  if ((provider.node.judged.physical(provider.def.gives.voltage!).nominal ?? 0) < 0) return true;
  const path = new Set([...above, rail]);
  return [...wiring.rails.values()].some((r) => r.consumers.some((c) => c.node === provider.node) && belowGround(r, wiring, path));
}
