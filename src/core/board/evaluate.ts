import { liveFindings } from './live.ts';
import { controllerFindings, controllerSupply, onController } from './controller.ts';
import { thresholdFindings } from './thresholds.ts';
import { railPorts } from '../stage/ports.ts';
import type { CheckDef, Kind, Offer, RailPort, Ref, SignalDown, SignalPort, StateId } from '../stage/contract.ts';
import { isCondition, judge, passes, type CheckResult } from '../stage/judge.ts';
import type { Judged } from '../stage/judged.ts';
import { mustTitle } from '../stage/titles.ts';
import { lazily } from '../math/lazily.ts';
import { formatMargin, formatText } from '../quantity/format.ts';
import { exactly, hasSpread, mirrored, toRange, type Range, type Uncertain } from '../quantity/uncertain.ts';
import { equal } from './changes.ts';
import { ambientOf, comfortOf, deratingOf, sameAround, sharesOf, type BoardDoc, type StageDoc } from './document.ts';
import { heatPaths, type HeatPath } from './heat.ts';
import type { Link } from './link.ts';
import type { StageNode, Wishes } from './node.ts';
import { curesOf } from './remedies.ts';
import { powerByState, type StatePower } from './power.ts';
import { isLimit, RAIL_LINKS, read, seen, SIGNAL_LINKS } from './links.ts';
import { askedOf } from './loads.ts';
import { finished, settledBoard, settlingBoard, type SettledBoard } from './settle.ts';
import { belowGround } from './below-ground.ts';
import { signalDown } from './signals.ts';
import { sizeWell } from './sizing.ts';
import type { ResolvedPart } from './stage-inputs.ts';
import type { Spread } from '../tolerance/study.ts';
import type { Finding, Wire, Wiring } from './wiring.ts';

/** One stage of an evaluated board. */
export interface StageSum {
  id: string;
  title: string;
  doc: StageDoc;
  kind: Kind;
  copies: number;
  /** How often its module is built. */
  times: number;
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
  /** An end is null where the rail is not as designed there, all of them where it does not stand. */
  voltage: Pick<Spread, 'nominal' | 'low' | 'high'>;
  /** What its consumers see, also where that is not as designed; null where it does not stand. */
  stands: Range | null;
  /** Why the voltage, or an end of it, is not known. */
  reason?: string;
  /** Peak to peak. */
  ripple: Range;
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
  /** Peak of what moves around the level, V; null where nothing is said to. */
  amplitude: number | null;
  /** The least it may be: the quietest signal. */
  quietest: number | null;
  noise: number | null;
  ripple: number;
  sourceResistance: number | null;
  gain: number;
  /** All that the signal carries there. */
  carried: SignalDown | null;
  /** Clipping: the most that may stand here. */
  clips: number | null;
  /** At a converter: one LSB. */
  lsb: number | null;
  /** At an end: noise that it makes itself, V rms, and whether somebody hears it. */
  ownNoise: number | null;
  heard: boolean;
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
    for (const node of nodes) node.judgeAsBoard();
    const stages: StageSum[] = [];
    for (const node of wiring.order) {
      const same = known(node);
      if (!same) yield* looking(node);
      stages.push(same ?? stageSum(node, doc));
      yield;
    }
    const power = yield* powerByState(wiring);
    const rails = railSums(wiring, power);
    const findings = [
      ...wiring.findings,
      ...collapse(settled.stands),
      ...stages.flatMap(checkFindings),
      ...nodes.flatMap(linkFindings),
      ...openConnections(nodes),
      ...thresholdFindings(stages),
      ...liveFindings(stages, rails),
      ...controllerFindings(doc, stages, controllerSupply(doc, wiring)),
    ];
    const sum: Sum = { doc, complete: true, ...indexed(stages, doc), rails, chains: chains(wiring), power, findings };
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
    if (doc.stages.length !== was.stages.length || !sameAround(doc, was)) return null;
    if (!doc.stages.every((s, i) => s === was.stages[i] || sameLinks(s, was.stages[i]!))) return null;
    const byId = new Map(settled.nodes.map((n) => [n.doc.id, n]));
    const stages = sum.stages.map((old) => {
      const stage = doc.stages.find((s) => s.id === old.id)!;
      if (stage === old.doc) return old;
      const node = byId.get(stage.id)!.with(stage);
      if (node.open) sizeWell(node);
      node.judgeAsBoard();
      return stageSum(node, doc);
    });
    return { ...sum, doc, complete: false, ...indexed(stages, doc) };
  }
}

const sameLinks = (a: StageDoc, b: StageDoc): boolean =>
  a.id === b.id && (['kind', 'rails', 'signals', 'mount', 'inside', 'copies', 'module'] as const).every((key) => equal(a[key], b[key]));

const indexed = (stages: StageSum[], doc: BoardDoc) => ({ stages, byId: new Map(stages.map((s) => [s.id, s])), tightest: tightestOf(stages, doc) });

/** Combinations of values for a stage of a board, the best first. @throws when the stage is not on the board: a slip in the caller */
export function searchValues(doc: BoardDoc, stage: string, wishes: Wishes): Offer[] {
  const node = settledBoard(doc).nodes.find((n) => n.doc.id === stage);
  if (!node) throw new Error(`no stage "${stage}"`);
  return node.search(wishes);
}

/** The ends that checks ask for, looked for one after another: what takes long on a stage of many checks. */
function* looking(node: StageNode): Generator<void> {
  for (const def of Object.values(node.kind.checks as Record<string, CheckDef>)) {
    if (typeof def.value !== 'string' || (def.applies && !def.applies(node.judged))) continue;
    node.judged.out(def.value);
    yield;
  }
}

function stageSum(node: StageNode, doc: BoardDoc): StageSum {
  const rules = { derating: deratingOf(doc), comfort: comfortOf(doc) };
  const kept = node.kept();
  const checks = judge(node.kind, node.judged, rules, (check, cures) => curesOf(kept(), check, cures, rules));
  return {
    id: node.doc.id,
    title: node.title,
    doc: node.doc,
    kind: node.kind,
    copies: node.copies,
    times: node.times,
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
  return checks.reduce<CheckResult | null>((least, c) => (least && byMargin(c, least) >= 0 ? least : c), null);
}

/** What fails without a number mostly follows from what fails with one, so it comes after it. */
const rank = (c: CheckResult): number => (c.margin !== null ? c.margin : c.status === 'fail' ? -1e-6 : c.status === 'unknown' ? -1e-9 : 1e9);
/** Tightest first. */
export const byMargin = (a: CheckResult, b: CheckResult): number => rank(a) - rank(b);

/** The margin to look at first: notes and what has been waived with a reason do not count. */
function tightestOf(stages: readonly StageSum[], doc: BoardDoc): Sum['tightest'] {
  const waived = (stage: string, check: string) => (doc.waivers ?? []).some((w) => w.stage === stage && w.check === check);
  let tightest: Sum['tightest'] = null;
  for (const s of stages) {
    const check = worst(s.checks.filter((c) => c.severity !== 'note' && !isCondition(c) && !waived(s.id, c.id)));
    if (check && !(tightest && byMargin(check, tightest.check) >= 0)) tightest = { stage: s.id, check };
  }
  return tightest;
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
  const failing = s.checks.filter((c) => !passes(c.status));
  // A stage whose rail does not stand says so once.
  const dead = s.judged.dead;
  if (dead && failing.length) {
    const severity = failing.some((c) => c.severity === 'must') ? 'must' : 'should';
    const text = `${s.title}: nothing is known of it, because ${dead.reason}.`;
    return [{ severity, stage: s.id, check: failing[0]!.id, follows: failing.slice(1).map((c) => c.title), text }];
  }
  // What follows from a failure that weighs as much is told with it.
  const rootOf = (c: CheckResult) => failing.find((r) => r.id === c.follows && (r.severity === 'must' || c.severity !== 'must'));
  return failing
    .filter((c) => !rootOf(c))
    .map((c) => {
      const follows = failing.filter((f) => rootOf(f) === c).map((f) => f.title);
      const finding: Finding = { severity: c.severity, stage: s.id, check: c.id, ...(follows.length ? { follows } : {}), text: '' };
      lazily(finding, 'text', () => findingText(s, c, c.help, follows));
      return finding;
    });
}

/** A finding in words: what is wrong, what would help, and what follows from it. */
export const findingText = (s: { title: string }, c: CheckResult, help: string, follows: readonly string[] = []): string =>
  [reached(s, c), help, ...(follows.length ? [`From this follow: ${follows.join(', ')}.`] : [])].filter((part) => part !== '').join(' ');

/** What, how much, and the limit. */
function reached(s: { title: string }, c: CheckResult): string {
  const cause = c.reason ?? 'it cannot work here';
  if (c.status === 'unknown') return `${s.title}: ${c.title} is not known${c.reason ? ` (${c.reason})` : ''}.`;
  if (c.value === null || c.limit === null) return `${s.title}: ${c.title} has no value: ${cause}.`;
  if (isCondition(c)) return `${s.title}: ${c.title} is not as it should be (${c.from}).`;
  const limit = c.window
    ? `it should be ${formatText(c.window.target, c.unit, 3)} ± ${formatText(c.window.band, c.unit, 3)}`
    : `the limit is ${formatText(c.limit, c.unit, 3)}`;
  const margin = c.margin === null ? '' : ` (${formatMargin(c.margin)} %)`;
  return `${s.title}: ${c.title} reaches ${formatText(c.value, c.unit, 4)}; ${limit}${margin}.`;
}

const told = new WeakMap<StageNode, { version: number; offers: readonly Offer[]; findings: Finding[] }>();

/** What links bring that the kind refuses is impossible, not invalid. Typed values a link overrides are worth a note. */
function linkFindings(node: StageNode): Finding[] {
  const known = told.get(node);
  if (known?.version === node.version && known.offers === node.offers) return known.findings;
  const findings = foundInLinks(node);
  told.set(node, { version: node.version, offers: node.offers, findings });
  return findings;
}

function foundInLinks(node: StageNode): Finding[] {
  const stage = node.doc.id;
  const refused = node.refusals().map((r): Finding => ({ severity: 'must', stage, text: `${node.title}: ${r.message}` }));
  const fields = node.kind.given as Record<string, { unit: never }>;
  const limitsOf = (ports: Record<string, { fills: Partial<Record<string, string>> }>, links: Parameters<typeof isLimit>[0]) =>
    Object.values(ports).flatMap((p) => Object.entries(p.fills).flatMap(([meaning, field]) => (isLimit(links, meaning) ? [field!] : [])));
  const limits = new Set([...limitsOf(node.kind.rails as never, RAIL_LINKS), ...limitsOf(node.kind.signals as never, SIGNAL_LINKS)]);
  const overridden = [...node.links].flatMap(([name, link]): Finding[] => {
    const typed = node.doc.given?.[name];
    if (typed === undefined || typed === null || limits.has(name) || !(name in fields)) return [];
    if (typeof typed === 'boolean') {
      const linked = link.range.nominal > 0.5;
      return typed === linked
        ? []
        : [
            {
              severity: 'note',
              stage,
              text: `${node.title}: you entered ${typed ? 'yes' : 'no'} for ${mustTitle(node.kind, 'given', name)}, but ${link.from} says ${linked ? 'yes' : 'no'}, which counts.`,
            },
          ];
    }
    if (typeof typed !== 'number' && !(typeof typed === 'object' && 'nominal' in typed)) return [];
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
        text: `${node.title}: you entered ${formatText(own.nominal, unit)} for ${mustTitle(node.kind, 'given', name)}, but ${link.from} brings ${formatText(link.range.nominal, unit)}, which counts.`,
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
    railPorts(node.kind).flatMap(([port, def]): Finding[] => {
      if (node.doc.rails?.[port] || node.doc.signals?.[port] || def.role === 'battery') return [];
      // What the controller brings it instead.
      if (!def.draws && onController(node) && Object.values(def.fills).every((field) => node.links.has(field))) return [];
      if (def.role === 'consumes' && (def.optional === true || def.optional?.(node.inputs.x.given))) return [];
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
    const gives: RailPort['gives'] = provider?.def.gives ?? {};
    const pick = (ref: Ref | undefined): Range | null => (c && ref !== undefined ? read(ref, c) : null);
    const at = (state: StateId) => power.find((p) => p.state === state)?.rails.find((r) => r.rail === rail.name)?.current ?? 0;
    const below = belowGround(rail, wiring);
    const out = c ? c.spread(gives.voltage!) : { nominal: null, low: null, high: null };
    const turned = below && (out.nominal ?? 0) > 0;
    const [least, most] = [askedOf(rail, 'minimum')?.high ?? null, askedOf(rail, 'maximum')?.low ?? null];
    const lost = out.nominal === null || out.low === null || out.high === null;
    return {
      name: rail.name,
      provider: provider?.node.doc.id ?? null,
      // A stage that takes the rail at two ports is one consumer.
      consumers: [...new Set(rail.consumers.map((t) => t.node.doc.id))],
      below,
      voltage: turned
        ? { nominal: negative(out.nominal), low: negative(out.high), high: negative(out.low) }
        : { nominal: out.nominal, low: out.low, high: out.high },
      stands: c && provider && !provider.node.dead ? turn(seen(gives.voltage!, c), turned) : null,
      ...(lost ? { reason: ('absent' in out && out.absent?.reason) || 'nothing provides it' } : {}),
      ripple: pick(gives.ripple) ?? exactly(0),
      rippleFrequency: pick(gives.rippleFrequency)?.nominal ?? null,
      current: { asleep: at('asleep'), idle: at('idle'), typical: at('typical'), peak: at('peak') },
      limit: pick(gives.currentLimit)?.low ?? null,
      minimum: below ? negative(most) : least,
      maximum: below ? negative(least) : most,
    };
  });
}

const negative = (v: number | null): number | null => (v === null ? null : -v);
const turn = (r: Range | null, turned: boolean): Range | null => (r && turned ? mirrored(r) : r);

/** Every way of a signal from a stage that nothing drives to one that drives nothing, as levels. */
function chains(wiring: Wiring): ChainPoint[][] {
  const levels = wiring.wires.filter((w) => !w.def.carries);
  const ends = [...new Set(levels.map((w) => w.to))].filter((n) => !levels.some((w) => w.from === n));
  return ends.flatMap((end) => pathsTo(end, levels, wiring));
}

/** More ways through a board than anybody reads. */
const MOST_WAYS = 64;

function pathsTo(end: StageNode, levels: readonly Wire[], wiring: Wiring): ChainPoint[][] {
  const found: ChainPoint[][] = [];
  const walk = (node: StageNode, behind: readonly ChainPoint[], seen: ReadonlySet<StageNode>): void => {
    const into = levels.filter((w) => w.to === node && !seen.has(w.from));
    if (!into.length) found.push([...behind]);
    for (const w of into) {
      if (found.length >= MOST_WAYS) return;
      const points = node === end ? [arriving(node, w.toPort)] : behind;
      walk(w.from, [leaving(w.from, w.fromPort, wiring), ...points], new Set([...seen, w.from]));
    }
  };
  walk(end, [], new Set([end]));
  return found;
}

function point(node: StageNode, port: string, d: SignalDown | null): ChainPoint {
  return {
    stage: node.doc.id,
    title: node.title,
    port,
    low: d?.dc?.low ?? null,
    nominal: d?.dc?.nominal ?? null,
    high: d?.dc?.high ?? null,
    amplitude: d?.amplitude?.high ?? null,
    quietest: d?.amplitude?.low ?? null,
    noise: d?.noise && d.noiseBandwidth ? d.noise.nominal * Math.sqrt(d.noiseBandwidth.nominal) : null,
    ripple: d?.ripple.high ?? 0,
    sourceResistance: d?.sourceResistance?.nominal ?? null,
    gain: d?.gain ?? 1,
    carried: d,
    clips: null,
    lsb: null,
    ownNoise: null,
    heard: false,
  };
}

function leaving(node: StageNode, port: string, wiring: Wiring): ChainPoint {
  const taker = wiring.wires.find((w) => w.from === node && w.fromPort === port);
  const back = taker?.def.back?.maximum ?? taker?.def.back?.fullScale;
  const down = signalDown(node, port);
  const own = down.clips?.low ?? null;
  return { ...point(node, port, down), clips: own ?? (back === undefined ? null : (read(back, taker!.to.judged)?.low ?? null)) };
}

function arriving(node: StageNode, port: string): ChainPoint {
  const base = point(node, port, node.incoming[port] ?? null);
  const ends = (node.kind.signals as Record<string, SignalPort>)[port]?.ends;
  const own = (name: string | undefined) => (name === undefined ? null : (read(name, node.judged)?.nominal ?? null));
  return {
    ...base,
    clips: own(ends?.clips),
    lsb: own(ends?.lsb),
    noise: own(ends?.noise) ?? base.noise,
    ownNoise: ends?.own?.(node.judged) ?? null,
    heard: ends?.heard ?? false,
  };
}

/** Average over the states of a figure known in each. */
export function average(sum: Sum, figure: (p: StatePower) => number): number {
  const shares = sharesOf(sum.doc);
  return sum.power.reduce((total, p) => total + shares[p.state] * figure(p), 0);
}
