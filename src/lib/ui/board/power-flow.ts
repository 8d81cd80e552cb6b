import { sankey, type SankeyLink, type SankeyNode } from 'd3-sankey';
import type { RailSum, Sum } from '../../../core/board/evaluate.ts';
import type { StatePower } from '../../../core/board/power.ts';
import { foldFlow, level, type Edge, type Opened } from './fold-flow.ts';

/** A stage in the flow: a bar as high as the power that reaches it, what it loses at the foot. */
export interface FlowNode {
  id: string;
  x: number;
  y: number;
  height: number;
  watts: number;
  /** Heat in passing power on, W, and its share of the bar. */
  lost: number;
  lostHeight: number;
  /** The rail it provides. */
  rail: RailSum | null;
  /** Only takes. */
  load: boolean;
  /** How many stages are folded behind it, and which small loads it stands for. */
  behind: number;
  small: readonly string[];
}
export interface Ribbon {
  from: string;
  to: string;
  rail: string;
  /** Fills a battery, instead of feeding what hangs on the rail. */
  charge: boolean;
  watts: number;
  width: number;
  /** Middles of its two ends. */
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
export interface PowerFlow {
  width: number;
  height: number;
  nodes: FlowNode[];
  ribbons: Ribbon[];
  /** Whether something is folded. */
  folded: boolean;
}

export const BAR = 3;
/** Three lines of words above each bar, and room for what falls out of the one before. */
const HEAD = 52;
const GAP = 80;
/** Words beside the last bars, by their length. */
const [TAIL, LETTER] = [110, 7.6];
const LEAST = 90;
const MOST = 190;
/** What is higher than this, px, scrolls by itself, so that the other panels stay near. */
export const TALL = 620;

type Node = SankeyNode<{ id: string; fixedValue: number }, { rail: string }>;
type Link = SankeyLink<{ id: string; fixedValue: number }, { rail: string }>;

/**
 * Power from sources to loads in one state: ribbon width is power, and what a stage loses leaves it at the foot, so that in
 * every bar what comes in is what goes on plus heat. The flow of a large board is folded but for what is `opened`. Null where
 * nothing flows or stages feed each other in a circle.
 */
export function powerFlow(sum: Sum, power: StatePower, width: number, opened: Opened = new Set()): PowerFlow | null {
  const all = power.rails.flatMap((r) =>
    r.provider === null ? [] : r.consumers.filter((c) => c.power > 0).map((c) => ({ source: r.provider!, target: c.stage, value: c.power, rail: r.rail })),
  );
  if (!all.length || isCircular(all)) return null;
  const charged = [...all, ...power.charges.map((c) => ({ source: c.stage, target: c.battery, value: c.power, rail: c.rail }))];
  const { edges: links, behind, small } = foldFlow(isCircular(charged) ? all : charged, opened);
  const ids = [...new Set(links.flatMap((l) => [l.source, l.target]))];
  const places = new Map(sum.stages.map((s, i) => [s.id, i]));
  const order = (id: string) => places.get(small.get(id)?.[0] ?? id)!;
  const into = (id: string) => links.reduce((w, l) => w + (l.target === id ? l.value : 0), 0);
  const outOf = (id: string) => links.reduce((w, l) => w + (l.source === id ? l.value : 0), 0);
  /** What a battery is charged with is stored: it neither goes on nor leaves as heat. */
  const given = (id: string) => power.sources.find((s) => s.stage === id)?.power ?? into(id);
  const watts = (id: string) => Math.max(given(id), into(id), outOf(id));
  const tail = Math.min(width * 0.32, Math.max(TAIL, ...ids.filter((id) => outOf(id) === 0).map((id) => (sum.byId.get(id)?.title.length ?? 14) * LETTER + 34)));
  const columns = depth(links);
  const most = Math.max(...[...Array(columns).keys()].map((c) => ids.filter((id) => level(id, links) === c).length));
  const body = Math.min(MOST, LEAST + 14 * ids.length);
  const height = body + most * GAP;
  const layout = sankey<{ id: string; fixedValue: number }, { rail: string }>()
    .nodeId((n) => n.id)
    .nodeWidth(BAR)
    .nodePadding(GAP)
    .nodeAlign((n) => level(n.id, links))
    .nodeSort((a, b) => order(a.id) - order(b.id))
    .extent([
      [1, HEAD],
      [width - tail, height - 22],
    ]);
  const laid = layout({ nodes: ids.map((id) => ({ id, fixedValue: watts(id) })), links: links.map((l) => ({ ...l })) });
  if (height > TALL) {
    topped(laid.nodes);
    layout.update(laid);
  }
  const nodes = laid.nodes.map((n: Node): FlowNode => {
    const all = watts(n.id);
    const gone = outOf(n.id);
    const tall = n.y1! - n.y0!;
    const lost = gone > 0 ? Math.max(0, given(n.id) - gone) : 0;
    const rail = sum.rails.find((r) => r.provider === n.id) ?? null;
    return {
      id: n.id,
      x: n.x0!,
      y: n.y0!,
      height: tall,
      watts: all,
      lost,
      lostHeight: all > 0 ? (tall * lost) / all : 0,
      rail,
      load: gone === 0 && !behind.has(n.id),
      behind: behind.get(n.id) ?? 0,
      small: small.get(n.id) ?? [],
    };
  });
  const ribbons = laid.links.map((l: Link): Ribbon => {
    const [from, to] = [l.source as Node, l.target as Node];
    const charge = power.charges.some((c) => c.stage === from.id && c.battery === to.id);
    return { from: from.id, to: to.id, rail: l.rail, charge, watts: l.value, width: l.width!, x0: from.x1!, y0: l.y0!, x1: to.x0!, y1: l.y1! };
  });
  return { width, height, nodes, ribbons, folded: behind.size > 0 || small.size > 0 };
}

/** In a flow too tall to be seen whole every stage stands beside the first it feeds, so that the sources are seen first. */
function topped(nodes: Node[]): void {
  for (const n of [...nodes].sort((a, b) => b.x0! - a.x0!)) {
    const fed = n.sourceLinks!.map((l) => (l.target as Node).y0!);
    if (!fed.length) continue;
    const tall = n.y1! - n.y0!;
    n.y0 = Math.min(n.y0!, ...fed);
    n.y1 = n.y0 + tall;
  }
}

const depth = (links: readonly Edge[]): number => 1 + Math.max(...links.map((l) => level(l.target, links)));

function isCircular(links: readonly Edge[]): boolean {
  const reaches = (from: string, wanted: string, seen: ReadonlySet<string>): boolean =>
    links.some((l) => l.source === from && (l.target === wanted || (!seen.has(l.target) && reaches(l.target, wanted, new Set([...seen, l.target])))));
  return links.some((l) => reaches(l.target, l.source, new Set([l.target])) || l.source === l.target);
}

/** A ribbon as an outline between its two ends. */
export function ribbonPath({ x0, y0, x1, y1, width }: Ribbon): string {
  const half = Math.max(0.5, width / 2);
  const middle = (x0 + x1) / 2;
  return `M${x0} ${y0 - half}C${middle} ${y0 - half} ${middle} ${y1 - half} ${x1} ${y1 - half}V${y1 + half}C${middle} ${y1 + half} ${middle} ${y0 + half} ${x0} ${y0 + half}Z`;
}

/** Heat falling out at the foot of a bar: as wide at its top as the loss is high, turned downwards. */
export function dropPath(n: FlowNode): string {
  const top = n.y + n.height - n.lostHeight;
  const x = n.x + BAR;
  const w = Math.max(1.5, n.lostHeight);
  return `M${x} ${top}C${x + 14 + w} ${top} ${x + 14 + w} ${top} ${x + 14 + w} ${top + w + 12}H${x + 14}C${x + 14} ${top + w} ${x + 10} ${top + w} ${x} ${top + w}Z`;
}
