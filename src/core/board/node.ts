import { railPorts } from '../stage/ports.ts';
import { impossible, isAbsent, type Absent } from '../math/absent.ts';
import type { Kind, Offer, OutcomeDef, RailPort, SignalDown, SignalPort, Sizing, StateId } from '../stage/contract.ts';
import { Judged, type AnyInputs, type Method } from '../stage/judged.ts';
import type { Drawer } from '../quantity/drawer.ts';
import { seriesBetween, type Series } from '../quantity/preferred.ts';
import { exactly, scaleRange, type Range } from '../quantity/uncertain.ts';
import { plainEnds, Study, type Input, type Move, type Results, type Spread } from '../tolerance/study.ts';
import { ambientOf, comfortOf, deratingOf, methodOf, sharesOf, timesOf, titleOf, type BoardDoc, type StageDoc } from './document.ts';
import { stageInputs, type Chosen, type StageInputs } from './stage-inputs.ts';

/** Where links agree this far the board is settled: what is left shrinks again with every round that is not made. */
const SETTLED = 1e-9;
/** As far as it has to be settled for sizing to know its limits: relative, and K for the air around a stage. */
const ROUGH = { moves: 1e-4, kelvin: 0.1 };
/** A stage that is kept from the last evaluation is not looked at again for less, which nobody could measure: relative, and K. */
const KEPT = { moves: 1e-6, kelvin: 1e-4 };

/** The link that brings the air around a stage. */
export const AMBIENT = 'ambient';

/** A link field: its value, and where it comes from in words. */
export interface Link {
  range: Range;
  from: string;
  /** A load that rises with its rail: what is drawn with the rail at its lowest, usual and highest. */
  rising?: Rising;
}
export interface Rising {
  volts: Range;
  low: Range;
  nominal: Range;
  high: Range;
}
/** What hangs on a rail in a state, A. */
export type Load = Pick<Link, 'range' | 'rising'>;

/** What a search for values is to keep to. */
export interface Wishes {
  /** Parts that stay as they are. */
  hold: readonly string[];
  /** Values at hand, instead of the series. */
  own?: Drawer;
  /** Series and limits by part, instead of its own and the kind's. */
  series?: Readonly<Record<string, Series>>;
  limits?: Readonly<Record<string, { low?: number; high?: number }>>;
}

/** Figures made of a stage's results, written beside them. */
export type Figures = (node: StageNode, results: Results) => Results;

/** What a stage knows of its surroundings, and what was chosen for it there. */
interface Standing {
  links: Map<string, Link>;
  dead: Absent | null;
  chosen: Chosen | null;
  offers: Offer[];
  sizedFor: ReadonlyMap<string, Link> | null;
  incoming: Record<string, SignalDown>;
  figures: Figures | null;
}

/** One stage while the board is being summed up. */
export class StageNode {
  readonly title: string;
  /** Outcomes that are worked out only where they are read. */
  readonly late: ReadonlySet<string>;
  /** In its module, where it is part of one. */
  readonly copies: number;
  /** How often its module is built. */
  readonly times: number;
  links = new Map<string, Link>();
  /** The rail that feeds this stage does not stand. */
  dead: Absent | null = null;
  chosen: Chosen | null = null;
  offers: Offer[] = [];
  /** What arrives at its signal inputs. */
  incoming: Record<string, SignalDown> = {};
  /** Stands at a point: its load is a plain number, whatever its rail. */
  pointwise = false;
  /** Grows whenever the inputs move: others see by it that they have to look again. */
  version = 0;
  /** Versions of what this stage depends on, when it last looked. */
  seen = -1;
  /** What its outputs carry, as long as nothing moves. */
  readonly carries = new Map<string, { version: number; incoming: SignalDown[]; down: SignalDown }>();
  /** How far a link has to move, relative, and the air around it, K, before the stage is looked at again. */
  moves = SETTLED;
  kelvin = 0;
  inputs!: StageInputs;
  judged!: Judged;
  /** Judged by plain corners, as the stages around it see it. */
  #plain!: Judged;
  #full: { plain: Judged; judged: Judged } | null = null;
  #figures: Figures | null = null;
  /** Somewhere in its study the figures are missing. */
  #untold = false;
  /** A copy that is being sized. */
  #sized = false;
  #probe: { version: number; node: StageNode } | null = null;
  /** What the links were when its open parts were sized. */
  #sizedFor: ReadonlyMap<string, Link> | null = null;
  #draws = new Map<string, { load: Load | null; draw: Range | null }>();
  /** Its load as a share of what hangs on its rail, −1 the least and 1 the most, where that rises with the rail. */
  readonly #share = { at: 0 };
  #rising: Rising | null = null;
  /** No voltage was found where source and loads agree. */
  lost: Absent | null = null;

  constructor(
    readonly board: BoardDoc,
    readonly doc: StageDoc,
    readonly kind: Kind,
    settled?: Standing,
    /** Of the same stage, among stages that were not sized yet: its corners are a start. */
    earlier?: Study,
    /** Standing just so: what it has worked out serves until something here moves. */
    twin?: StageNode,
  ) {
    this.title = titleOf(doc, kind.title);
    this.late = lateOf(kind);
    this.copies = doc.copies ?? 1;
    this.times = timesOf(board, doc);
    if (!settled) {
      this.size();
      return;
    }
    this.links = settled.links;
    this.dead = settled.dead;
    this.chosen = settled.chosen;
    this.offers = settled.offers;
    this.#sizedFor = settled.sizedFor;
    this.incoming = settled.incoming;
    this.#figures = settled.figures;
    // What follows its own rail, and figures, are told of the one stage they were made for.
    if (!twin || twin.#rising || twin.#figures) {
      this.#lay(earlier);
      return;
    }
    this.version = 1;
    this.inputs = twin.inputs;
    this.judged = this.#plain = twin.#plain;
  }

  /** The air around the stage, °C: that outside, or that of the enclosure it stands in. */
  get ambient(): Range {
    return this.links.get(AMBIENT)?.range ?? ambientOf(this.board);
  }

  /** The same stage in the same surroundings with another document: links and sized parts stay as they are. */
  with(doc: StageDoc): StageNode {
    return new StageNode(this.board, doc, this.kind, this.standing());
  }

  /** Where it stands now: links are replaced when they move, never changed, so that this stays. */
  standing(): Standing {
    return {
      links: this.links,
      dead: this.dead,
      chosen: this.chosen,
      offers: this.offers,
      sizedFor: this.#sizedFor,
      incoming: this.incoming,
      figures: this.#figures,
    };
  }

  /** The stage as it stands now, whatever happens to this one: made when somebody asks. */
  kept(): () => StageNode {
    const standing = this.standing();
    let node: StageNode | null = null;
    return () => {
      if (!node) {
        node = new StageNode(this.board, this.doc, this.kind, standing);
        node.judgeAsBoard();
      }
      return node;
    };
  }

  /** Judged by the school of the board. */
  judgeAsBoard(): void {
    this.judgeBy(methodOf(this.board));
  }

  /** Whether parts are left to sizing. */
  get open(): boolean {
    return this.inputs.parts.some((p) => p.open || p.chooses);
  }

  /** Settled as far as sizing needs it. */
  roughly(): void {
    this.moves = Math.max(this.moves, ROUGH.moves);
  }

  /** A copy to size, among stages that are sized already; the same one as long as this stage stays as it is. */
  probe(): StageNode {
    if (this.#probe?.version !== this.version) {
      const node = new StageNode(this.board, this.doc, this.kind, this.standing(), undefined, this);
      this.#probe = { version: this.version, node };
      node.#sized = true;
    }
    return this.#probe!.node;
  }

  /** Whether what the stage has to bear has moved since its open parts were sized. */
  get outgrown(): boolean {
    return this.open && !this.dead && this.#sizedFor !== null && differ(this.#sizedFor, this.links, ROUGH);
  }

  /** Sizes the open parts of this copy of a stage for where it stands now, unless it stands where the original was sized for. */
  resize(original: StageNode, sizing: (node: StageNode) => void): void {
    if (!this.open) return;
    const kept = original.#sizedFor;
    if (kept && !differ(kept, this.links, ROUGH)) {
      this.choose(original.chosen);
      [this.offers, this.#sizedFor] = [original.offers, kept];
    } else if (!this.#sizedFor || this.#sizedFor === kept || differ(this.#sizedFor, this.links, KEPT)) {
      this.chosen = null;
      sizing(this);
      this.#sizedFor = this.links;
    }
  }

  /** A stage with what this copy has chosen: the one it was `before` where that chose the same. */
  become(before?: StageNode): StageNode {
    const node =
      before && sameChoice(before.chosen, this.chosen) ? before.again() : new StageNode(this.board, this.doc, this.kind, this.standing(), this.#plain.study);
    node.offers = this.offers;
    node.#sizedFor = this.#sizedFor;
    return node;
  }

  /** Takes these values for its open parts. */
  choose(chosen: Chosen | null): void {
    const same = sameChoice(this.chosen, chosen);
    this.chosen = chosen;
    if (!same) this.#lay();
  }

  /** Chooses values for the open parts with what is known of the links so far. */
  size(): void {
    this.#lay();
    if (!this.kind.size || this.dead || !this.open) return;
    this.offers = this.kind.size(this.#sizing(), this.inputs.x);
    if (this.offers[0]) this.choose(chosenOf(this.offers[0]));
  }

  /** Builds the inputs and the study anew; corners of the study before serve again. */
  #lay(earlier?: Study): void {
    this.version++;
    this.#untold = false;
    this.inputs = stageInputs(this.kind, this.doc, this.links, this.ambient, this.chosen);
    this.#draws.clear();
    this.#shareLoad();
    this.judged = this.#plain = this.#judge(this.inputs, 'plain', undefined, earlier);
  }

  /** The provided rail whose load is told in one field. */
  get #loaded(): { field: string; voltage: string } | null {
    const port = railPorts(this.kind).find(([, d]) => d.role === 'provides' && d.fills.load)?.[1];
    return port ? { field: port.fills.load!, voltage: port.gives.voltage! } : null;
  }

  /** Where the load rises with the rail, it is no number of its own: the study moves how much of it is there, and it follows the rail. */
  #shareLoad(): void {
    const field = this.#loaded?.field;
    const link = field === undefined ? undefined : this.links.get(field);
    this.#rising = link?.rising ?? null;
    if (!link?.rising) return;
    const path = `given.${field}`;
    const at = this.inputs.inputs.findIndex((i) => i.path === path);
    const input: Input = { path, target: this.#share, key: 'at', nominal: 0, low: -1, high: 1, whole: link.range, certain: true };
    this.inputs.inputs.splice(at < 0 ? this.inputs.inputs.length : at, at < 0 ? 0 : 1, input);
    this.#share.at = 0;
  }

  /** Results with the load that the rail they give makes it draw. */
  #following(run: () => Results): Results {
    const loaded = this.#loaded!;
    const given = this.inputs.x.given as Record<string, number>;
    const rising = this.#rising!;
    const drawn = (results: Results): number => {
      const value = results[loaded.voltage];
      const volts = typeof value === 'number' ? value : isAbsent(value) ? (value.stand ?? 0) : rising.volts.nominal;
      return loadAt(rising, Math.abs(volts), this.#share.at);
    };
    let load = loadAt(rising, rising.volts.nominal, this.#share.at);
    let [before, off] = [NaN, NaN];
    for (let round = 0; ; round++) {
      given[loaded.field] = load;
      const results = run();
      const error = drawn(results) - load;
      if (!(Math.abs(error) > SETTLED * Math.abs(load)) || round === FOLLOWING) return results;
      // By the secant: rail and load are nearly straight in each other.
      const slope = (error - off) / (load - before);
      const next = Number.isFinite(slope) && slope < -0.1 ? load - error / slope : load + error;
      [before, off, load] = [load, error, next];
    }
  }

  /** Takes up links that moved. */
  relay(): void {
    this.#lay(this.#plain.study);
  }

  /** Has figures made of the stage's results told among them from now on, with ends of their own. */
  tell(figures: Figures): void {
    if (this.#figures === figures && !this.#untold) return;
    this.#figures = figures;
    this.#sized = false;
    this.#lay(this.#plain.study);
  }

  /** Looks whether corners taken over while the board settled hold; where they do not the stage is laid anew, and false told. */
  confirm(): boolean {
    if (this.#plain.study.confirm()) return true;
    this.#lay();
    return false;
  }

  /** The same study, with its ends found another way; kept as long as nothing moves. */
  judgeBy(method: Method): void {
    if (this.#full?.plain !== this.#plain) {
      const { study, env } = this.#plain;
      this.#full = { plain: this.#plain, judged: this.#wrap(study, this.inputs.x, env as never, method) };
    }
    this.judged = this.#full!.judged;
  }

  /** Ready to be settled again among others: what it knows of its surroundings is a start. */
  again(): this {
    this.judged = this.#plain;
    this.seen = -1;
    this.moves = KEPT.moves;
    this.kelvin = KEPT.kelvin;
    return this;
  }

  /**
   * Looks at the stage with some of its numbers elsewhere, `given.x` or `parts.R1.value`, each with its spread in proportion.
   * Everything around it stays as it is, and so does the stage afterwards.
   */
  elsewhere<T>(values: Readonly<Record<string, number>>, method: Method, look: (judged: Judged) => T): T {
    const { x, inputs } = this.inputs;
    const env = this.judged.env as never as { nominal: AnyInputs };
    const undo: (() => void)[] = [];
    const set = (holder: Record<string, unknown>, key: string, value: number) => {
      const old = holder[key];
      undo.push(() => (holder[key] = old));
      holder[key] = value;
    };
    const there = inputs.map((input) => {
      const value = values[input.path];
      if (value === undefined) return input;
      set(input.target, input.key, value);
      const factor = value / input.nominal;
      const range = ({ nominal: _, low, high }: Range) => ({ nominal: value, low: low * factor, high: high * factor });
      return { ...input, ...range(input), ...(input.whole ? { whole: range(input.whole) } : {}) };
    });
    for (const [path, value] of Object.entries(values)) {
      const [group, name, key] = path.split('.') as ['given' | 'parts', string, string | undefined];
      for (const all of [x, env.nominal]) set(key === undefined ? all[group] : all[group][name], key ?? name, value);
    }
    try {
      return look(this.#judge({ ...this.inputs, inputs: there }, method, env as never));
    } finally {
      for (const back of undo.reverse()) back();
    }
  }

  #judge(inputs: StageInputs, method: Method = 'plain', known?: Judged['env'], earlier?: Study): Judged {
    const x = inputs.x;
    const env = (known as never) ?? new Surroundings(inputs, this.copies, sharesOf(this.board));
    const nothing = this.dead && this.#nothing(this.dead);
    const plain = () => this.kind.evaluate(x, env as never) as Results;
    const own = nothing ? () => nothing : this.#rising ? () => (this.pointwise ? plain() : this.#following(plain)) : plain;
    const figures = nothing ? null : this.#figures;
    // Only while links settle: nobody asks for them in the search for ends, at a point, or while it is sized.
    const run = figures
      ? () => {
          if (!this.#sized && !this.pointwise && this.judged === this.#plain) return figures(this, own());
          this.#untold = true;
          return own();
        }
      : own;
    const outcomes = this.kind.outcomes as Record<string, OutcomeDef>;
    const insideOf = (name: string) => {
      const def = outcomes[name];
      const inside = def?.inside ?? (def?.nullsAt === undefined ? undefined : NOWHERE);
      return (
        inside && {
          nullsAt: def?.nullsAt,
          ...inside,
          value: inside.value && (() => inside.value!(x, env)),
        }
      );
    };
    const study = new Study(inputs.inputs, run, insideOf, inputs.prepare, earlier, this.late);
    return this.#wrap(study, x, env as never, method);
  }

  #wrap(study: Study, x: AnyInputs, env: Judged['env'], method: Method): Judged {
    const judged: Judged = new Judged(x, env, study, method, (name) => this.derived(name), this.dead);
    if (this.dead) return judged;
    const region = this.kind.region?.(judged as never);
    for (const { outcome, ends } of region?.outside ?? []) {
      const spread = judged.out(outcome);
      const absent = spread.absent ?? impossible(region!.reason);
      const all = ends.includes('nominal');
      judged.mark(outcome, {
        nominal: all ? null : spread.nominal,
        low: all || ends.includes('low') ? null : spread.low,
        high: all || ends.includes('high') ? null : spread.high,
        absent,
      });
    }
    return judged;
  }

  /** How an outcome is made from others, where it is. */
  derived(outcome: string): OutcomeDef['derived'] {
    return (this.kind.outcomes as Record<string, OutcomeDef>)[outcome]?.derived;
  }

  #nothing(reason: Absent) {
    return Object.fromEntries(Object.keys(this.kind.outcomes).map((name) => [name, reason]));
  }

  /**
   * Current of all copies at a consuming port in a state, with its ends; null when it cannot be told.
   * @param load what hangs on the rail it provides, in that state @param volts the rail it draws from, somewhere else than it is
   */
  draw(port: RailPort, load: Load | null, state: StateId, volts?: number): Range | null {
    if (!port.draws || this.dead) return exactly(0);
    const key = typeof port.draws === 'string' ? port.draws : port.draws[state];
    const place = `${key} ${state} ${volts ?? ''}`;
    const known = this.#draws.get(place);
    if (known && sameLoad(known.load, load)) return known.draw;
    const moves: Move[] = [];
    const field = this.#loaded?.field;
    const rising = this.#rising;
    if (typeof port.draws === 'string' && field && load) {
      const path = `given.${field}`;
      if (rising) moves.push({ path, target: this.#share, key: 'at', range: { nominal: 0, low: -1, high: 1 } });
      else moves.push({ path, target: this.inputs.x.given as Record<string, unknown>, key: field, range: load.range });
    }
    if (volts !== undefined && port.fills.voltage) moves.push({ ...this.#fed(port.fills.voltage), range: exactly(volts) });
    if (rising && moves.length && load) {
      // Corners are those of the load it is judged with, found before another one is put there.
      this.judged.study.plain(key);
      this.#rising = load.rising ?? flat(rising, load.range);
    }
    const one = rangeOf(moves.length ? this.judged.study.moved(key, moves) : this.judged.physical(key));
    this.#rising = rising;
    const draw = one && (port.copiesCounted ? one : scaleRange(one, this.copies));
    this.#draws.set(place, { load, draw });
    return draw;
  }

  #fed(field: string): Omit<Move, 'range'> {
    const group = field in this.inputs.x.given ? 'given' : 'carried';
    return { path: `${group}.${field}`, target: this.inputs.x[group] as Record<string, unknown>, key: field };
  }

  /** Whether what a port draws rises with the voltage of its rail, by more than is worth following, A. */
  rises(port: RailPort, state: StateId, least: number): boolean {
    if (!port.draws || !port.fills.voltage || this.dead) return false;
    const key = typeof port.draws === 'string' ? port.draws : port.draws[state];
    return this.judged.study.slope(key, this.#fed(port.fills.voltage).path) > least;
  }

  /** Combinations for all parts with a value, as if none were chosen yet, by what somebody wishes. The stage stays as it is. */
  search(wishes: Wishes): Offer[] {
    const released = this.inputs.parts.filter((p) => p.value !== null && p.def.type !== 'device' && !wishes.hold.includes(p.slot));
    const parts = { ...this.doc.parts };
    for (const { slot, tolerance, series } of released) {
      const { value: _, ...rest } = { tolerance, ...parts[slot] };
      parts[slot] = { ...rest, series: wishes.series?.[slot] ?? series };
    }
    const node = this.with({ ...this.doc, parts });
    return node.kind.size?.(node.#sizing(wishes), node.inputs.x) ?? [];
  }

  #sizing(wishes: Wishes = { hold: [] }): Sizing {
    const part = (slot: string) => this.inputs.parts.find((p) => p.slot === slot)!;
    const { range } = this.inputs;
    const must = (path: string) => {
      const found = range(path);
      if (!found) throw new Error(`sizing of ${this.kind.id} asks for "${path}", which has no value`);
      return found;
    };
    return {
      given: this.inputs.x.given as never,
      candidates: (slot, low, high) => {
        const { open, series, value, def } = part(slot);
        if (!open) return [value ?? 0];
        const limits = wishes.limits?.[slot];
        const [from, to] = [limits?.low ?? low, limits?.high ?? high];
        const own = def.type === 'device' || def.type === 'ratio' ? undefined : wishes.own?.[def.type];
        return own ? own.filter((v) => v >= from && v <= to) : seriesBetween(series, from, to);
      },
      tolerance: (slot) => part(slot).tolerance,
      series: (slot) => part(slot).series,
      open: (slot) => part(slot).open || part(slot).chooses,
      value: (slot) => part(slot).value ?? 0,
      limit: (name) => range(`given.${name}`)?.low ?? null,
      param: (ref) => must(`parts.${ref}`),
      range: (name) => must(`${name in this.inputs.x.given ? 'given' : 'carried'}.${name}`),
      ambient: this.ambient,
      derating: deratingOf(this.board),
      comfort: comfortOf(this.board),
    };
  }

  /** The attenuation this stage adds between a signal input and an output, dB with its ends, at a frequency with its own. */
  ownAttenuation(port: string, input: string, frequency: Range): Range {
    const attenuation = (this.kind.signals as Record<string, SignalPort>)[port]?.attenuation?.[input];
    if (!attenuation) return exactly(0);
    const at = { frequency: frequency.nominal };
    const inputs = [...this.inputs.inputs, { path: 'frequency', target: at as Record<string, unknown>, key: 'frequency', ...frequency }];
    return plainEnds(inputs, () => attenuation(this.inputs.x, this.judged.env, at.frequency), this.inputs.prepare);
  }

  /** The kind's refusals of what links brought: impossible here, not invalid. */
  refusals(): { path: string; message: string }[] {
    return this.kind.refuse?.(this.judged.env.nominal as never, new Set()) ?? [];
  }

  /** Nominal results, or null when the stage cannot work. */
  result(name: string): number | null {
    const value = this.judged.study.nominal[name];
    return typeof value === 'number' && !isAbsent(value) ? value : null;
  }
}

/** What an offer chooses. */
export const chosenOf = ({ values, join, ratings }: Offer): Chosen => ({ values, ...(join ? { join } : {}), ...(ratings ? { ratings } : {}) });
export const sameChoice = (a: Chosen | null, b: Chosen | null): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Whether links moved further than a stage has to take notice of. */
export function differ(a: ReadonlyMap<string, Link>, b: ReadonlyMap<string, Link>, { moves, kelvin }: { moves: number; kelvin: number }): boolean {
  if (a.size !== b.size) return true;
  for (const [name, link] of b) {
    const old = a.get(name);
    if (!old) return true;
    const floor = name === AMBIENT ? kelvin : 0;
    if (apart(old.range, link.range, moves, floor) || !old.rising !== !link.rising) return true;
    if (old.rising && link.rising && KNOTS.some((knot) => apart(old.rising![knot], link.rising![knot], moves, floor))) return true;
  }
  return false;
}

const NOWHERE: NonNullable<OutcomeDef['inside']> = { inputs: [] };

const lateNames = new Map<Kind, ReadonlySet<string>>();
function lateOf(kind: Kind): ReadonlySet<string> {
  let known = lateNames.get(kind);
  if (known) return known;
  known = new Set(Object.entries(kind.outcomes as Record<string, OutcomeDef>).flatMap(([name, o]) => (o.late ? [name] : [])));
  lateNames.set(kind, known);
  return known;
}

const KNOTS = ['volts', 'low', 'nominal', 'high'] as const;
const same = (a: Range, b: Range): boolean => a.nominal === b.nominal && a.low === b.low && a.high === b.high;
const sameLoad = (a: Load | null, b: Load | null): boolean =>
  a === b ||
  (!!a && !!b && same(a.range, b.range) && (a.rising === b.rising || (!!a.rising && !!b.rising && KNOTS.every((k) => same(a.rising![k], b.rising![k])))));

function apart(a: Range, b: Range, moves: number, floor: number): boolean {
  for (const end of ['nominal', 'low', 'high'] as const) {
    const [p, q] = [a[end], b[end]];
    if (p !== q && !(Math.abs(p - q) <= Math.max(moves * Math.max(Math.abs(p), Math.abs(q)), floor))) return true;
  }
  return false;
}

/** Rounds in which a rail and a load that rises with it agree, at most. */
const FOLLOWING = 30;

/** A load that does not rise, where others of the rail do. */
const flat = ({ volts }: Rising, range: Range): Rising => ({ volts, low: range, nominal: range, high: range });

/** What is drawn at a voltage of the rail, A, straight between its ends; `share` −1 the least, 0 the usual, 1 the most. */
function loadAt({ volts, low, nominal, high }: Rising, at: number, share: number): number {
  const [v0, a, v1, b] = at <= volts.nominal ? [volts.low, low, volts.nominal, nominal] : [volts.nominal, nominal, volts.high, high];
  const along = v1 > v0 ? (at - v0) / (v1 - v0) : 0;
  const line = (end: 'low' | 'nominal' | 'high') => a[end] + along * (b[end] - a[end]);
  return Math.max(0, line('nominal') + Math.abs(share) * (line(share < 0 ? 'low' : 'high') - line('nominal')));
}

/** What a kind is told beside its inputs. */
class Surroundings {
  readonly ambient: Range;
  readonly #inputs: StageInputs;
  #nominal: AnyInputs | null = null;

  constructor(
    inputs: StageInputs,
    readonly copies: number,
    readonly states: Readonly<Record<StateId, number>>,
  ) {
    this.#inputs = inputs;
    this.ambient = inputs.range('ambient')!;
  }

  /** The nominal inputs, wherever they stand now. Copied when somebody asks: few do. */
  get nominal(): AnyInputs {
    return (this.#nominal ??= nominalOf(this.#inputs));
  }
}

/** The inputs at their nominal once more: lists and rows are never changed, so that they are shared. */
function nominalOf({ x, inputs }: StageInputs): AnyInputs {
  const parts: Record<string, Record<string, unknown>> = {};
  for (const slot in x.parts) parts[slot] = { ...x.parts[slot] };
  const copy: AnyInputs = { given: { ...x.given }, parts, carried: { ...x.carried }, ambient: x.ambient };
  for (const { path, nominal } of inputs) {
    const [group, name, param, key] = path.split('.') as [string, string, string?, string?];
    if (group === AMBIENT) copy.ambient = nominal;
    else if (key !== undefined) copy[group][name] = copy[group][name].map((row: object, i: number) => (i === Number(param) ? { ...row, [key]: nominal } : row));
    else if (param !== undefined) copy.parts[name][param] = nominal;
    else if (group in copy) copy[group][name] = nominal;
  }
  return copy;
}

/** A spread as a range. Where an end cannot be told, the nominal stands in for it: the finding about it comes from its own check. */
export const rangeOf = (s: Spread): Range | null => (s.nominal === null ? null : { nominal: s.nominal, low: s.low ?? s.nominal, high: s.high ?? s.nominal });
