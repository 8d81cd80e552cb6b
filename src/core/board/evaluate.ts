import type { Kind, Offer, RailPort, Ref, SignalDown, SignalPort, StateId } from '../kinds/contract.ts';
import { isCondition, judge, type CheckResult } from '../kinds/judge.ts';
import type { Judged } from '../kinds/judged.ts';
import { humanise } from '../kinds/words.ts';
import { formatMargin, formatText } from '../quantity/format.ts';
import { hasSpread, toRange, type Range, type Uncertain } from '../quantity/uncertain.ts';
import { equal } from './changes.ts';
import { ambientOf, comfortOf, deratingOf, methodOf, sharesOf, type BoardDoc, type StageDoc } from './document.ts';
import { heatPaths, type HeatPath } from './heat.ts';
import type { Link, StageNode, Wishes } from './node.ts';
import { powerByState, type StatePower } from './power.ts';
import { belowGround, finished, mirrored, negative, settledBoard, settlingBoard, signalDown, type SettledBoard } from './settle.ts';
import type { ResolvedPart } from './stage-inputs.ts';
import type { Finding, Wiring } from './wiring.ts';

/** One stage of an evaluated board. */
export interface StageSum {
  id: string;
  title: string;
  doc: StageDoc;
  kind: Kind;
  copies: number;
  judged: Judged;
  checks: CheckResult[];
  parts: ResolvedPart[];
  offers: Offer[];
  links: ReadonlyMap<string, Link>;
  /** The way of the heat of each warm device, worst case. */
  heat: HeatPath[];
  tightest: CheckResult | null;
}

export interface RailSum {
  name: string;
  provider: string | null;
  consumers: string[];
  /** Below ground: voltages are negative, and who draws from it sees their magnitude. */
  below: boolean;
  voltage: Range | null;
  ripple: number;
  rippleFrequency: number | null;
  current: Record<StateId, number>;
  /** What the provider can give, A. */
  limit: number | null;
  /** The window in which all consumers work, the trough of the ripple included. */
  minimum: number | null;
  maximum: number | null;
}

/** A stage along a signal chain: what leaves its output, or for the last one what arrives. */
export interface ChainPoint {
  stage: string;
  title: string;
  port: string;
  low: number | null;
  nominal: number | null;
  high: number | null;
  noise: number | null;
  ripple: number;
  sourceResistance: number | null;
  gain: number;
  /** Clipping: the most that may stand here. */
  clips: number | null;
  /** At a converter: one LSB. */
  lsb: number | null;
}

export interface Sum {
  doc: BoardDoc;
  /** Whether everything the last edit reaches has been added up again. */
  complete: boolean;
  /** Sources first. */
  stages: StageSum[];
  byId: ReadonlyMap<string, StageSum>;
  rails: RailSum[];
  chains: ChainPoint[][];
  power: StatePower[];
  findings: Finding[];
  tightest: { stage: string; check: CheckResult } | null;
}

/**
 * The board as one sum: size what is open with limits known, settle voltages and currents, then judge every stage at its
 * worst ends. One readable pass. Throws only on a bug: the document has been validated.
 */
export const evaluateBoard = (doc: BoardDoc): Sum => finished(new Evaluator().steps(doc));

/**
 * `evaluateBoard` for a board that is being edited: stages whose document and surroundings stayed are not computed again.
 * Documents are never changed in place, so that a stage is the same when it is the same object.
 */
export class Evaluator {
  #last: { settled: SettledBoard; sum: Sum; versions: ReadonlyMap<StageNode, number> } | null = null;

  evaluate(doc: BoardDoc): Sum {
    return finished(this.steps(doc));
  }

  /** The same in steps of a few milliseconds at most; a work that is left off half-way does no harm. */
  *steps(doc: BoardDoc): Generator<void, Sum> {
    const last = this.#last;
    const settled = yield* settlingBoard(doc, last?.settled);
    const { nodes, wiring } = settled;
    const known = (node: StageNode) => (last?.versions.get(node) === node.version ? last.sum.byId.get(node.doc.id) : undefined);
    for (const node of nodes) node.judgeBy(methodOf(doc));
    const stages: StageSum[] = [];
    for (const node of wiring.order) {
      stages.push(known(node) ?? stageSum(node, doc));
      yield;
    }
    const power = yield* powerByState(wiring);
    const findings = [
      ...wiring.findings,
      ...collapse(settled.stands),
      ...stages.flatMap(checkFindings),
      ...nodes.flatMap(linkFindings),
      ...openConnections(nodes),
    ];
    const sum: Sum = { doc, complete: true, ...indexed(stages, doc), rails: railSums(wiring, power), chains: chains(wiring), power, findings };
    this.#last = { settled, sum, versions: new Map(nodes.map((n) => [n, n.version])) };
    return sum;
  }

  /**
   * What can be told at once of a board some of whose stages were changed inside: these stages anew in the surroundings they
   * had, everything else as it was. Null where stages, links or conditions changed.
   */
  atOnce(doc: BoardDoc): Sum | null {
    const last = this.#last;
    if (!last) return null;
    const { settled, sum } = last;
    const was = settled.doc;
    if (doc.stages.length !== was.stages.length || doc.conditions !== was.conditions || doc.policy !== was.policy || doc.states !== was.states) return null;
    if (!doc.stages.every((s, i) => s === was.stages[i] || sameLinks(s, was.stages[i]!))) return null;
    const byId = new Map(settled.nodes.map((n) => [n.doc.id, n]));
    const stages = sum.stages.map((old) => {
      const stage = doc.stages.find((s) => s.id === old.id)!;
      if (stage === old.doc) return old;
      const node = byId.get(stage.id)!.with(stage);
      if (node.open) node.size();
      node.judgeBy(methodOf(doc));
      return stageSum(node, doc);
    });
    return { ...sum, doc, complete: false, ...indexed(stages, doc) };
  }
}

const sameLinks = (a: StageDoc, b: StageDoc): boolean =>
  a.id === b.id && (['kind', 'rails', 'signals', 'mount', 'inside', 'copies'] as const).every((key) => equal(a[key], b[key]));

const indexed = (stages: StageSum[], doc: BoardDoc) => ({ stages, byId: new Map(stages.map((s) => [s.id, s])), tightest: tightestOf(stages, doc) });

/** Combinations of values for a stage of a board, the best first. @throws when the stage is not on the board: a slip in the caller */
export function searchValues(doc: BoardDoc, stage: string, wishes: Wishes): Offer[] {
  const node = settledBoard(doc).nodes.find((n) => n.doc.id === stage);
  if (!node) throw new Error(`no stage "${stage}"`);
  return node.search(wishes);
}

function stageSum(node: StageNode, doc: BoardDoc): StageSum {
  const checks = judge(node.kind, node.judged, { derating: deratingOf(doc), comfort: comfortOf(doc) });
  return {
    id: node.doc.id,
    title: node.title,
    doc: node.doc,
    kind: node.kind,
    copies: node.copies,
    judged: node.judged,
    checks,
    parts: node.inputs.parts,
    offers: node.offers,
    links: node.links,
    heat: heatPaths(node, ambientOf(node.board)),
    tightest: worst(checks),
  };
}

/** The check nearest to or furthest beyond its limit; one that fails without a margin comes first, an unknown one after that. */
export function worst(checks: readonly CheckResult[]): CheckResult | null {
  return [...checks].sort(byMargin)[0] ?? null;
}

/** What fails without a number mostly follows from what fails with one, so it comes after it. */
const rank = (c: CheckResult): number => (c.margin !== null ? c.margin : c.status === 'fail' ? -1e-6 : c.status === 'unknown' ? -1e-9 : 1e9);
/** Tightest first. */
export const byMargin = (a: CheckResult, b: CheckResult): number => rank(a) - rank(b);

/** The margin to look at first: notes and what has been waived with a reason do not count. */
function tightestOf(stages: readonly StageSum[], doc: BoardDoc): Sum['tightest'] {
  const waived = (stage: string, check: string) => (doc.waivers ?? []).some((w) => w.stage === stage && w.check === check);
  const all = stages.flatMap((s) =>
    s.checks.filter((c) => c.severity !== 'note' && !isCondition(c) && !waived(s.id, c.id)).map((check) => ({ stage: s.id, check })),
  );
  return all.sort((a, b) => byMargin(a.check, b.check))[0] ?? null;
}

const collapse = (stands: boolean): Finding[] =>
  stands
    ? []
    : [
        {
          severity: 'must',
          stage: null,
          text: 'The supply collapses: as the rails sag the loads draw more, and no voltage is found where both agree. Lower the load, shorten the wiring, or raise the supply.',
        },
      ];

function checkFindings(s: StageSum): Finding[] {
  return s.checks
    .filter((c) => c.status === 'fail' || c.status === 'unknown')
    .map((c) => ({ severity: c.severity, stage: s.id, check: c.id, text: sentence(s, c) }));
}

/** What, how much, the limit and what would help. */
export function sentence(s: { title: string }, c: CheckResult): string {
  const cause = c.reason ?? 'it cannot work here';
  if (c.status === 'unknown') return `${s.title}: ${c.title} is not known${c.reason ? ` (${c.reason})` : ''}. ${c.help}`.trim();
  if (c.value === null || c.limit === null) return `${s.title}: ${c.title} has no value: ${cause}. ${c.help}`.trim();
  if (isCondition(c)) return `${s.title}: ${c.title} is not as it should be (${c.from}). ${c.help}`;
  const limit = c.window
    ? `it should be ${formatText(c.window.target, c.unit, 3)} ± ${formatText(c.window.band, c.unit, 3)}`
    : `the limit is ${formatText(c.limit, c.unit, 3)}`;
  const margin = c.margin === null ? '' : ` (${formatMargin(c.margin)} %)`;
  return `${s.title}: ${c.title} reaches ${formatText(c.value, c.unit, 4)}; ${limit}${margin}. ${c.help}`.trim();
}

/** What links bring that the kind refuses is impossible, not invalid. Typed values a link overrides are worth a note. */
function linkFindings(node: StageNode): Finding[] {
  const stage = node.doc.id;
  const refused = node.refusals().map((r): Finding => ({ severity: 'must', stage, text: `${node.title}: ${r.message}` }));
  const fields = node.kind.given as Record<string, { unit: never }>;
  const limits = new Set(
    [...Object.values(node.kind.rails as Record<string, RailPort>), ...Object.values(node.kind.signals as Record<string, SignalPort>)].flatMap((p) =>
      ['capacitance', 'minimum', 'maximum', 'absoluteMaximum', 'attenuationFrequency'].map((m) => (p.fills as Record<string, string>)[m] ?? ''),
    ),
  );
  const overridden = [...node.links].flatMap(([name, link]): Finding[] => {
    const typed = node.doc.given?.[name];
    if (typed === undefined || typed === null || limits.has(name) || !(name in fields)) return [];
    const own = toRange(typed as Uncertain);
    const beyond = hasSpread(own)
      ? link.range.nominal < own.low || link.range.nominal > own.high
      : Math.abs(link.range.nominal - own.nominal) > 1e-9 * Math.abs(own.nominal);
    if (!beyond) return [];
    const unit = fields[name]!.unit;
    return [
      {
        severity: 'note',
        stage,
        text: `${node.title}: you entered ${formatText(own.nominal, unit)} for ${humanise(name)}, but ${link.from} brings ${formatText(link.range.nominal, unit)}, which counts.`,
      },
    ];
  });
  const unsized =
    node.kind.size && node.offers.length === 0 && node.inputs.parts.some((p) => p.open)
      ? [{ severity: 'must' as const, stage, text: `${node.title}: no buyable values were found for its open parts. Enter them, or change what is wanted.` }]
      : [];
  return [...refused, ...overridden, ...unsized];
}

/** Ports a stage cannot do without that lead nowhere. */
function openConnections(nodes: readonly StageNode[]): Finding[] {
  if (nodes.length < 2) return [];
  return nodes.flatMap((node) =>
    Object.entries(node.kind.rails as Record<string, RailPort>).flatMap(([port, def]): Finding[] => {
      if (node.doc.rails?.[port] || node.doc.signals?.[port] || def.role === 'battery') return [];
      if (def.role === 'provides')
        return [{ severity: 'note', stage: node.doc.id, text: `${node.title} provides a rail that has no name yet, so nothing can draw from it.` }];
      return [
        {
          severity: 'note',
          stage: node.doc.id,
          text: `${node.title} is not connected to a rail at “${port}”; it is judged with the voltage entered on its sheet.`,
        },
      ];
    }),
  );
}

function railSums(wiring: Wiring, power: readonly StatePower[]): RailSum[] {
  return [...wiring.rails.values()].map((rail): RailSum => {
    const provider = rail.providers[0];
    const c = provider?.node.judged;
    const pick = (ref: Ref | undefined): Range | null => {
      if (!c || ref === undefined) return null;
      const value = typeof ref === 'string' ? c.pick(ref) : ref(c);
      return typeof value === 'number' ? { nominal: value, low: value, high: value } : value;
    };
    const gives: RailPort['gives'] = provider?.def.gives ?? {};
    const need = (meaning: 'minimum' | 'maximum') =>
      rail.consumers.flatMap((t) => {
        const ref = t.def.gives[meaning];
        if (ref === undefined || t.node.dead) return [];
        const v = typeof ref === 'string' ? t.node.judged.pick(ref) : ref(t.node.judged);
        return v === null ? [] : [typeof v === 'number' ? v : meaning === 'minimum' ? v.high : v.low];
      });
    const at = (state: StateId) => power.find((p) => p.state === state)?.rails.find((r) => r.rail === rail.name)?.current ?? 0;
    const below = belowGround(rail, wiring);
    const voltage = pick(gives.voltage);
    const [needed, stood] = [need('minimum'), need('maximum')];
    const [least, most] = [needed.length ? Math.max(...needed) : null, stood.length ? Math.min(...stood) : null];
    return {
      name: rail.name,
      provider: provider?.node.doc.id ?? null,
      consumers: rail.consumers.map((t) => t.node.doc.id),
      below,
      voltage: below && voltage && voltage.nominal > 0 ? mirrored(voltage) : voltage,
      ripple: pick(gives.ripple)?.high ?? 0,
      rippleFrequency: pick(gives.rippleFrequency)?.nominal ?? null,
      current: { asleep: at('asleep'), idle: at('idle'), typical: at('typical'), peak: at('peak') },
      limit: pick(gives.currentLimit)?.low ?? null,
      minimum: below ? negative(most) : least,
      maximum: below ? negative(least) : most,
    };
  });
}

/** Every chain from a stage that nothing drives to one that drives nothing, as levels. */
function chains(wiring: Wiring): ChainPoint[][] {
  const levels = wiring.wires.filter((w) => !w.def.event);
  const ends = [...new Set(levels.map((w) => w.to))].filter((n) => !levels.some((w) => w.from === n));
  return ends.map((end) => {
    const points: ChainPoint[] = [];
    const seen = new Set<StageNode>();
    for (let node: StageNode | undefined = end, port = ''; node && !seen.has(node);) {
      seen.add(node);
      const last = node === end;
      points.unshift(last ? arriving(node) : leaving(node, port, wiring));
      const w = wiring.wires.find((c) => c.to === node);
      [node, port] = w ? [w.from, w.fromPort] : [undefined, ''];
    }
    return points;
  });
}

function point(node: StageNode, port: string, d: SignalDown | null): ChainPoint {
  return {
    stage: node.doc.id,
    title: node.title,
    port,
    low: d?.dc?.low ?? null,
    nominal: d?.dc?.nominal ?? null,
    high: d?.dc?.high ?? null,
    noise: d?.noise && d.noiseBandwidth ? d.noise.nominal * Math.sqrt(d.noiseBandwidth.nominal) : null,
    ripple: d?.ripple.high ?? 0,
    sourceResistance: d?.sourceResistance?.nominal ?? null,
    gain: d?.gain ?? 1,
    clips: null,
    lsb: null,
  };
}

function leaving(node: StageNode, port: string, wiring: Wiring): ChainPoint {
  const listener = wiring.wires.find((w) => w.from === node && w.fromPort === port);
  const back = listener?.def.back?.maximum ?? listener?.def.back?.fullScale;
  const clips = back === undefined ? null : typeof back === 'string' ? listener!.to.judged.nominal(back) : back(listener!.to.judged);
  return { ...point(node, port, signalDown(node, port)), clips: clips === null ? null : typeof clips === 'number' ? clips : clips.low };
}

function arriving(node: StageNode): ChainPoint {
  const base = point(node, 'in', node.incoming);
  const own = node.result('inputNoise');
  return { ...base, clips: node.result('fullScale'), lsb: node.result('lsb'), noise: own ?? base.noise };
}

/** Average over the states of a figure known in each. */
export function average(sum: Sum, figure: (p: StatePower) => number): number {
  const shares = sharesOf(sum.doc);
  return sum.power.reduce((total, p) => total + shares[p.state] * figure(p), 0);
}
