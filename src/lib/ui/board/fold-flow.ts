/** Power that goes from one stage to another on a rail. */
export interface Edge {
  source: string;
  target: string;
  value: number;
  rail: string;
}

/** Bars that were unfolded, or all of them. */
export type Opened = ReadonlySet<string> | 'all';

export interface Folded {
  edges: Edge[];
  /** How many stages are folded behind one. */
  behind: ReadonlyMap<string, number>;
  /** Small loads on one rail that are drawn as one, by the name of their bar. */
  small: ReadonlyMap<string, readonly string[]>;
}

/** Bars one can take in at a glance: a flow with more is folded. */
const GLANCE = 18;
/** A load below such a share of all power is small, and so many of them on one rail are drawn as one: as small a share as serves. */
const [SMALL, MANY] = [[0.01, 0.03, 0.1], 3] as const;

/**
 * The flow of a large board with what lies deepest folded into the stage before it, and the small loads of a rail into one,
 * until it can be taken in at a glance. What is in `opened` stays open.
 */
export function foldFlow(edges: readonly Edge[], opened: Opened): Folded {
  const ids = new Set(edges.flatMap((e) => [e.source, e.target]));
  if (ids.size <= GLANCE || opened === 'all') return { edges: [...edges], behind: new Map(), small: new Map() };
  const { share, depth } = glance(edges);
  const { merged, small } = mergeSmall(edges, share, opened);
  return cut(merged, depth, opened, small);
}

/** How small and how deep what is folded must be, whatever is open: so that nothing else moves when something is opened. */
function glance(edges: readonly Edge[]): { share: number; depth: number } {
  const none: ReadonlySet<string> = new Set();
  for (const share of SMALL) {
    const { merged } = mergeSmall(edges, share, none);
    for (let depth = Math.max(...merged.map((e) => level(e.source, merged))); depth > 0; depth--)
      if (visible(merged, depth, none).size <= GLANCE) return { share, depth };
  }
  return { share: SMALL.at(-1)!, depth: 1 };
}

/** The small loads of each rail as one bar, where there are enough of them and nobody opened it. */
function mergeSmall(edges: readonly Edge[], share: number, opened: ReadonlySet<string>): { merged: Edge[]; small: Map<string, string[]> } {
  const passes = new Set(edges.map((e) => e.source));
  const total = edges.filter((e) => !edges.some((o) => o.target === e.source)).reduce((sum, e) => sum + e.value, 0);
  const small = new Map<string, string[]>();
  for (const rail of new Set(edges.map((e) => e.rail))) {
    const few = edges.filter((e) => e.rail === rail && !passes.has(e.target) && e.value < share * total);
    if (few.length >= MANY && !opened.has(`small ${rail}`))
      small.set(
        `small ${rail}`,
        few.map((e) => e.target),
      );
  }
  const merged: Edge[] = edges.filter((e) => !small.get(`small ${e.rail}`)?.includes(e.target));
  for (const [id, members] of small) {
    const all = edges.filter((e) => id === `small ${e.rail}` && members.includes(e.target));
    merged.push({ ...all[0]!, target: id, value: all.reduce((sum, e) => sum + e.value, 0) });
  }
  return { merged, small };
}

/** How many stages power has passed before this one. */
export function level(id: string, edges: readonly Pick<Edge, 'source' | 'target'>[]): number {
  return Math.max(0, ...edges.filter((e) => e.target === id).map((e) => 1 + level(e.source, edges)));
}

const isFolded = (id: string, edges: readonly Edge[], depth: number, opened: ReadonlySet<string>) => !opened.has(id) && level(id, edges) >= depth;

/** What is reached from the sources without passing a folded stage. */
function visible(edges: readonly Edge[], depth: number, opened: ReadonlySet<string>): Set<string> {
  const found = new Set<string>();
  const walk = (id: string): void => {
    if (found.has(id)) return;
    found.add(id);
    if (isFolded(id, edges, depth, opened)) return;
    for (const e of edges) if (e.source === id) walk(e.target);
  };
  for (const e of edges) if (!edges.some((o) => o.target === e.source)) walk(e.source);
  return found;
}

function cut(edges: readonly Edge[], depth: number, opened: ReadonlySet<string>, small: Map<string, string[]>): Folded {
  const shown = visible(edges, depth, opened);
  const below = (id: string, found = new Set<string>()): Set<string> => {
    for (const e of edges) {
      if (e.source !== id || found.has(e.target)) continue;
      found.add(e.target);
      below(e.target, found);
    }
    return found;
  };
  const count = (id: string) => [...below(id)].reduce((n, b) => n + (small.get(b)?.length ?? 1), 0);
  const behind = new Map([...shown].filter((id) => edges.some((e) => e.source === id) && isFolded(id, edges, depth, opened)).map((id) => [id, count(id)]));
  return { edges: edges.filter((e) => shown.has(e.source) && shown.has(e.target) && !behind.has(e.source)), behind, small };
}
