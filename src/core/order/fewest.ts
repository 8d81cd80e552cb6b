import type { BoardDoc, PartDoc } from '../board/document.ts';
import { setPart } from '../board/edit.ts';
import { Evaluator, searchValues, type StageSum, type Sum } from '../board/evaluate.ts';
import type { ResolvedPart } from '../board/stage-inputs.ts';
import { EMPTY_DRAWER, PART_SORTS, type PartSort } from '../quantity/drawer.ts';
import type { PartDef } from '../stage/contract.ts';
import { passes, type CheckResult } from '../stage/judge.ts';
import { billOf, type BillOptions } from './bill.ts';
import { linesOf, lineText, type Line } from './lines.ts';
import { usualPrice } from './prices.ts';

/** A part as it is written into a board. */
export interface Setting {
  stage: string;
  slot: string;
  part: PartDoc;
}

/** A step: parts that become the same as others, what that costs in margin, and what it saves. */
export interface Sharing {
  /** The lines of the bill of materials that go, and those they become. */
  from: string[];
  to: string[];
  where: { stage: string; title: string; slot: string }[];
  sets: Setting[];
  /** The check that comes closest to its limit among those that move; null where no check looks at it. */
  margin: { stage: string; title: string; check: string; before: number; after: number } | null;
  /** Kinds of parts fewer, and money for the whole order. */
  kinds: number;
  money: number;
}

export interface Fewest {
  before: number;
  after: number;
  steps: Sharing[];
  /** It was stopped before everything was tried. */
  stopped: boolean;
}

export interface FewestOptions extends BillOptions {
  /** Told the share of the work that is done, and what was found so far; true stops it with that. */
  progress?: (share: number, found: Fewest) => boolean;
}

/** A check that does not look worse than before: what passes with comfort still does, what is tight or fails loses nothing. */
function noWorse(before: CheckResult, after: CheckResult | undefined): boolean {
  if (!after) return true;
  if (before.status === 'ok') return after.status === 'ok';
  if (passes(before.status) && !passes(after.status)) return false;
  if (passes(after.status) && !passes(before.status)) return true;
  if (before.margin === null) return after.margin === null || after.margin >= 0;
  return after.margin !== null && after.margin >= before.margin - SLIP * (1 + Math.abs(before.margin));
}
/** What settling anew may move, relative. */
const SLIP = 1e-5;

/** Checks of stages that look worse than they did; those that came anew count where they do not pass. */
const worse = (before: StageSum, after: StageSum): CheckResult[] => [
  ...before.checks.filter((c) => !noWorse(c, find(after, c.id))),
  ...after.checks.filter((c) => !passes(c.status) && !find(before, c.id)),
];
const find = (s: StageSum, id: string) => s.checks.find((c) => c.id === id);

/** What is told of a board beside its checks, as texts. */
const told = (sum: Sum): Set<string> => new Set(sum.findings.flatMap((f) => (f.check === undefined && f.severity !== 'note' ? [f.text] : [])));

/** What a changed board has lost against what it was: checks that look worse, and findings that are new. Empty: nothing. */
export function lost(before: Sum, after: Sum): string[] {
  const had = told(before);
  return [
    ...before.stages.flatMap((s) => {
      const now = after.byId.get(s.id);
      return now ? worse(s, now).map((c) => `${s.title}: ${c.title}`) : [];
    }),
    ...[...told(after)].filter((text) => !had.has(text)),
  ];
}

/** The board with steps taken, in their order. */
export const withSharings = (doc: BoardDoc, steps: readonly Pick<Sharing, 'sets'>[]): BoardDoc =>
  steps.flatMap((s) => s.sets).reduce((next, { stage, slot, part }) => setPart(next, stage, slot, part), doc);

/** A part that sizing chose, written down as it was chosen. */
function pinnedPart(s: StageSum, part: ResolvedPart): PartDoc | null {
  if (!part.sized && !part.chooses) return null;
  const chosen = part.sized ? { value: part.value!, tolerance: part.tolerance, ...(part.def.joins ? { join: part.join } : {}) } : {};
  return { ...s.doc.parts?.[part.slot], ...chosen, ...part.ratings };
}

const pinsOf = (s: StageSum): Setting[] =>
  s.parts.flatMap((p) => {
    const part = pinnedPart(s, p);
    return part ? [{ stage: s.id, slot: p.slot, part }] : [];
  });

/** Values further apart than this do not stand in for each other. */
const FAR = 25;
/** So far may a value go that no check looks at: less than half a decade. */
const UNSEEN = 3;
/** Offers of a search that are tried on the board. */
const OFFERS = 4;

/** A try: lines that would become one. */
interface Move {
  from: Line;
  to: Line;
  sets: Setting[];
}

/**
 * Fewer kinds of parts for a board: lines of its bill of materials that can become one with every check that passes still passing
 * at the comfort margin, and none that fails doing worse. Lines close to each other are tried first, the stages they stand in
 * alone before the whole board; then stages are sized anew from the values that others have. Every step was proven on the whole
 * board. Not proven to be the fewest of all.
 */
export function fewestValues(doc: BoardDoc, { progress, ...options }: FewestOptions = {}): Fewest {
  const search = new Search(doc, options, progress ?? (() => false));
  search.merge();
  search.resize();
  search.merge();
  return search.result();
}

class Search {
  readonly #whole = new Evaluator();
  /** Stays at what was accepted: tells what a change does to its own stages at once. */
  readonly #near = new Evaluator();
  /** The board as it was given, and as it was with all its values written down. */
  readonly #open: Sum;
  readonly #start: Sum;
  readonly #first: number;
  #doc: BoardDoc;
  #sum: Sum;
  #lines: readonly Line[];
  #cost: number;
  readonly #steps: Sharing[] = [];
  readonly #failed = new Set<string>();
  /** How far a line could not go, as the logarithm of a ratio, down and up: what a value near by breaks, one further off breaks too. */
  readonly #bounds = new Map<string, [down: number, up: number]>();
  #tried = 0;
  #toTry = 1;
  #stopped = false;

  constructor(
    doc: BoardDoc,
    readonly options: BillOptions,
    readonly progress: (share: number, found: Fewest) => boolean,
  ) {
    this.#open = this.#whole.evaluate(doc);
    // Sized values stand still while others move.
    this.#doc = withSharings(doc, [{ sets: this.#open.stages.flatMap(pinsOf) }]);
    this.#start = this.#near.evaluate(this.#doc);
    this.#sum = this.#start;
    this.#lines = linesOf(this.#sum);
    this.#first = linesOf(this.#open).length;
    this.#cost = billOf(this.#sum, options).total;
  }

  result(): Fewest {
    return { before: this.#first, after: this.#lines.length, steps: [...this.#steps], stopped: this.#stopped };
  }

  /** Lines of one sort made one, the closest first, until no pair of them can be. */
  merge(): void {
    for (let again = true; again && !this.#stopped;) {
      const moves = this.#moves();
      this.#toTry = this.#tried + moves.length;
      again = moves.some((move) => !this.#beyond(move) && this.#attempt(move.sets, () => [move.from, move.to], move));
    }
  }

  /** Stages sized anew from the values that stand elsewhere on the board. */
  resize(): void {
    const stages = this.#sum.stages.filter((s) => s.kind.size && s.parts.filter((p) => p.value !== null && p.def.type !== 'device').length > 1);
    this.#toTry = this.#tried + stages.length * OFFERS;
    for (const { id } of stages) {
      if (this.#stopped) return;
      const s = this.#sum.byId.get(id)!;
      const own = this.#lines.filter((l) => l.places.every((p) => p.stage === id));
      if (own.length === 0) continue;
      const kept = (sort: PartSort) =>
        this.#lines.flatMap((l) => (l.type === sort && l.value !== null && l.places.some((p) => p.stage !== id) ? [l.value] : []));
      const drawer = { ...EMPTY_DRAWER, ...Object.fromEntries(PART_SORTS.map((sort) => [sort, kept(sort)])) };
      // What others have as well stays.
      const hold = s.parts.filter((p) => !own.some((l) => l.places.some((x) => x.slot === p.slot))).map((p) => p.slot);
      for (const offer of searchValues(this.#doc, id, { hold, own: drawer }).slice(0, OFFERS)) {
        const sets = Object.entries(offer.values).map(([slot, value]): Setting => {
          const now = s.parts.find((p) => p.slot === slot)!;
          const join = offer.join?.[slot];
          const line = this.#lines.find((l) => l.type === now.def.type && l.value === value);
          return {
            stage: id,
            slot,
            part: { ...partAt(s, now), value, tolerance: Math.min(now.tolerance || 1, line?.tolerance ?? 1), ...(join ? { join } : {}) },
          };
        });
        const gone = () => own.filter((l) => sets.some((set) => l.places.some((p) => p.stage === set.stage && p.slot === set.slot)));
        if (this.#attempt(sets, gone, null)) break;
      }
    }
  }

  /** Whether a move goes at least as far as one that failed. */
  #beyond({ from, to }: Move): boolean {
    const bounds = this.#bounds.get(from.key);
    if (!bounds || from.value === null || to.value === null) return false;
    const way = Math.log(to.value / from.value);
    return way <= bounds[0] || way >= bounds[1];
  }

  #bound({ from, to }: Move): void {
    if (from.value === null || to.value === null || from.value === to.value) return;
    const way = Math.log(to.value / from.value);
    const bounds = this.#bounds.get(from.key) ?? [-Infinity, Infinity];
    this.#bounds.set(from.key, way < 0 ? [Math.max(bounds[0], way), bounds[1]] : [bounds[0], Math.min(bounds[1], way)]);
  }

  /** Pairs of lines that could be one, by how far they are apart and how much dearer all of them would be. */
  #moves(): Move[] {
    const moves: (Move & { far: number })[] = [];
    for (const to of this.#lines) {
      for (const from of this.#lines) {
        if (from === to || from.type !== to.type || from.sort !== to.sort) continue;
        const far = from.value === null || to.value === null ? 1 : Math.max(from.value / to.value, to.value / from.value);
        if (far > FAR) continue;
        const sets = this.#becomes(from, to);
        if (sets && !this.#failed.has(keyOf({ from, to, sets }))) moves.push({ from, to, sets, far: Math.log(far) + dearer(from, to) });
      }
    }
    return moves.sort((a, b) => a.far - b.far || a.from.places.length - b.from.places.length);
  }

  /** What has to be written for all places of a line to be those of another: its value, the closer tolerance, the higher ratings; null where that makes no sense. */
  #becomes(from: Line, to: Line): Setting[] | null {
    if (from.type === 'device') return this.#deviceBecomes(from, to);
    const tolerance = from.tolerance === null || to.tolerance === null ? (from.tolerance ?? to.tolerance) : Math.min(from.tolerance, to.tolerance);
    const rating = (name: string) => Math.max(...[from, to].flatMap((l) => l.ratings.flatMap((r) => (r.name === name ? [r.value] : []))));
    const names = [...new Set([...from.ratings, ...to.ratings].map((r) => r.name))];
    const asIs = (l: Line) => l.tolerance === tolerance && l.ratings.every((r) => r.value === rating(r.name));
    return [...from.places, ...(asIs(to) ? [] : to.places)].map((p) => {
      const s = this.#sum.byId.get(p.stage)!;
      const part = s.parts.find((x) => x.slot === p.slot)!;
      const rated = Object.fromEntries(names.filter((name) => part.def.params?.[name]).map((name) => [name, rating(name)]));
      const pack = to.places.map((x) => this.#sum.byId.get(x.stage)!.doc.parts?.[x.slot]?.package).find((x) => x !== undefined);
      const { package: _, ...rest } = partAt(s, part);
      return {
        stage: p.stage,
        slot: p.slot,
        part: { ...rest, value: to.value!, ...(tolerance === null ? {} : { tolerance }), ...rated, ...(pack ? { package: pack } : {}) },
      };
    });
  }

  #deviceBecomes(from: Line, to: Line): Setting[] | null {
    const at = to.places[0]!;
    const model = this.#sum.byId.get(at.stage)!;
    const part = model.doc.parts?.[at.slot];
    if (from.sort === null || !part) return null;
    const sets = from.places.map((p): Setting | null => {
      const def = (this.#sum.byId.get(p.stage)!.kind.parts as Record<string, PartDef>)[p.slot];
      // A cell stands in the givens of its stage, where more than one thing hangs on it.
      if (!def || def.takes !== from.sort) return null;
      const params = Object.fromEntries(Object.entries(part).filter(([name]) => name === 'device' || name === 'package' || (def.params && name in def.params)));
      return { stage: p.stage, slot: p.slot, part: params };
    });
    return sets.every((s) => s !== null) ? sets : null;
  }

  /** Tries a change; takes it where it saves a line and nothing is lost. */
  #attempt(sets: Setting[], gone: () => Line[], move: Move | null): boolean {
    this.#tried++;
    if (this.#stopped || this.progress(Math.min(0.99, this.#tried / Math.max(this.#toTry, 1)), this.result())) {
      this.#stopped = true;
      return false;
    }
    const reject = (breaks = false) => {
      if (move) this.#failed.add(keyOf(move));
      if (move && breaks) this.#bound(move);
      return false;
    };
    const next = withSharings(this.#doc, [{ sets }]);
    const near = this.#near.atOnce(next);
    const moved = new Set(sets.map((s) => s.stage));
    if (near && [...moved].some((id) => worse(this.#start.byId.get(id)!, near.byId.get(id)!).length)) return reject(true);
    const sum = this.#whole.evaluate(next);
    const lines = linesOf(sum);
    if (lines.length >= this.#lines.length) return reject();
    if (lost(this.#start, sum).length) return reject(true);
    const margin = closest(this.#sum, sum);
    if (!margin && move?.from.value && move.to.value && Math.abs(Math.log(move.from.value / move.to.value)) > Math.log(UNSEEN)) return reject();
    const cost = billOf(sum, this.options).total;
    const kept = new Set(lines.map((l) => l.key));
    const becomes = lines.filter((l) => l.places.some((p) => sets.some((s) => s.stage === p.stage && s.slot === p.slot)));
    this.#steps.push({
      from: gone()
        .filter((l) => !kept.has(l.key))
        .map(lineText),
      to: becomes.map(lineText),
      where: sets.map(({ stage, slot }) => ({ stage, title: sum.byId.get(stage)!.title, slot })),
      sets: [...this.#pins(sets), ...sets],
      margin,
      kinds: this.#lines.length - lines.length,
      money: this.#cost - cost,
    });
    [this.#doc, this.#sum, this.#lines, this.#cost] = [next, sum, lines, cost];
    this.#near.evaluate(next);
    return true;
  }

  /** Other parts of the stages that move, as they stand: sizing must not choose them anew when the step is taken. */
  #pins(sets: readonly Setting[]): Setting[] {
    const set = new Set(sets.map((s) => `${s.stage} ${s.slot}`));
    return [...new Set(sets.map((s) => s.stage))].flatMap((id) =>
      this.#sum.byId.get(id)!.parts.flatMap((p) => {
        const part = this.#doc.stages.find((s) => s.id === id)!.parts?.[p.slot];
        const typed = this.#open.byId.get(id)!.doc.parts?.[p.slot];
        return part && part !== typed && !set.has(`${id} ${p.slot}`) ? [{ stage: id, slot: p.slot, part }] : [];
      }),
    );
  }
}

/** How much more the parts of two lines cost when they are all as good as the better of both, as a share; nothing where they cost less. */
function dearer(from: Line, to: Line): number {
  const [a, b] = [from.perBoard * usualPrice(from), to.perBoard * usualPrice(to)];
  const each = usualPrice({ ...to, tolerance: Math.min(from.tolerance ?? 1, to.tolerance ?? 1) });
  return Math.max(0, (each * (from.perBoard + to.perBoard)) / (a + b) - 1);
}

const keyOf = ({ from, to }: Move): string => `${from.key} → ${to.key}`;

/** A part as the document has it, or would write what its kind gives it. */
const partAt = (s: StageSum, part: ResolvedPart): PartDoc => s.doc.parts?.[part.slot] ?? { value: part.value, tolerance: part.tolerance };

/** Of the checks that a change moves, the one that comes closest to its limit; what failed before only where nothing else moves. */
function closest(before: Sum, after: Sum): Sharing['margin'] {
  const moved = after.stages.flatMap((s) => {
    const was = before.byId.get(s.id);
    return s.checks.flatMap((c): NonNullable<Sharing['margin']>[] => {
      const old = was?.checks.find((x) => x.id === c.id)?.margin ?? null;
      if (c.margin === null || old === null || Math.abs(c.margin - old) < SEEN) return [];
      return [{ stage: s.id, title: s.title, check: c.title, before: old, after: c.margin }];
    });
  });
  const passing = moved.filter((m) => m.before >= 0);
  return (passing.length ? passing : moved).sort((a, b) => a.after - b.after)[0] ?? null;
}
/** Smaller moves of a margin nobody reads. */
const SEEN = 5e-4;
