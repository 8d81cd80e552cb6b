import { STATE_IDS, type StateId } from '../stage/contract.ts';
import { sharesOf } from './document.ts';
import type { StageSum, Sum } from './evaluate.ts';

/** Who takes what from a store, on average over the states. */
export interface Eater {
  stage: string;
  /** What the stage itself takes or loses, all copies, W. */
  power: number;
  /** Of what the store gives. */
  share: number;
}

/** A battery and what empties it. */
export interface Store {
  stage: string;
  /** Given on average over the states, own overhead included, W. */
  power: number;
  /** The same as a current, A. */
  current: number | null;
  /** Run time in s: at the cold, aged end and usual. Null where there is none. */
  lasts: { low: number | null; nominal: number | null };
  /** In order of size; together they take all of `power`. */
  eaters: Eater[];
  byState: Record<StateId, number>;
  /** Shares of time, as the battery reckons with them. */
  shares: Record<StateId, number>;
}

/**
 * What empties each battery of a board: the power of every stage behind it, averaged over the shares of time of the
 * states. Conservation: a stage that consumes takes what it draws, one that passes power on takes what it loses.
 */
export function energyOf(sum: Sum): Store[] {
  return sum.stages
    .filter((s) => s.kind.lasts)
    .map((s) => {
      const shares = sharesAt(sum, s);
      const behind = feeds(sum, s.id);
      const taken = new Map<string, number>();
      const byState = {} as Record<StateId, number>;
      for (const p of sum.power) {
        byState[p.state] = 0;
        const add = (stage: string, watts: number) => {
          // Power is that of the whole board; where the store is built several times, each bears its own part.
          taken.set(stage, (taken.get(stage) ?? 0) + (shares[p.state] * watts) / s.times);
          byState[p.state] += watts / s.times;
        };
        for (const h of p.heat) if (h.stage === s.id || (behind.has(h.stage) && passes(sum, h.stage))) add(h.stage, h.power);
        for (const r of p.rails)
          for (const c of r.consumers)
            if (behind.has(c.stage) && !passes(sum, c.stage) && r.provider && (r.provider === s.id || behind.has(r.provider))) add(c.stage, c.power);
      }
      const power = [...taken.values()].reduce((a, b) => a + b, 0);
      const lasts = s.judged.out(s.kind.lasts!.time);
      return {
        stage: s.id,
        power,
        current: s.judged.out(s.kind.lasts!.current).nominal,
        lasts: { low: lasts.low, nominal: lasts.nominal },
        byState,
        shares,
        eaters: [...taken]
          .map(([stage, watts]) => ({ stage, power: watts, share: power > 0 ? watts / power : 0 }))
          .filter((e) => e.power > 0)
          .sort((a, b) => b.power - a.power),
      };
    });
}

/** A battery on a board without states keeps the shares of time it was given itself. */
function sharesAt(sum: Sum, s: StageSum): Record<StateId, number> {
  const own = Object.values(s.kind.rails).find((port) => port.shares)?.shares;
  const board = sharesOf(sum.doc);
  return Object.fromEntries(STATE_IDS.map((id) => [id, (own && s.judged.range(own[id])?.nominal) ?? board[id]])) as Record<StateId, number>;
}

const passes = (sum: Sum, stage: string): boolean => sum.rails.some((r) => r.provider === stage);

/** Stages that hang on what a stage provides, at any depth. */
function feeds(sum: Sum, from: string): Set<string> {
  const found = new Set<string>();
  const visit = (stage: string): void => {
    for (const rail of sum.rails)
      if (rail.provider === stage)
        for (const c of rail.consumers)
          if (!found.has(c)) {
            found.add(c);
            visit(c);
          }
  };
  visit(from);
  return found;
}
