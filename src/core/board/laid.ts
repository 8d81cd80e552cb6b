import { railPorts } from '../stage/ports.ts';
import { impossible, isAbsent, type Absent } from '../math/absent.ts';
import type { Kind, OutcomeDef, RailPort, StateId } from '../stage/contract.ts';
import { Judged, type AnyInputs, type Method } from '../stage/judged.ts';
import { exactly, scaleRange, type Range } from '../quantity/uncertain.ts';
import type { Input, Results } from '../tolerance/corners.ts';
import { Study, type Move, type Spread } from '../tolerance/study.ts';
import { sameLoad, type Link, type Load, type Rising } from './link.ts';
import type { StageDoc } from './document.ts';
import { stageInputs, type Chosen, type StageInputs } from './stage-inputs.ts';

/** Figures made of a stage's results, written beside them. */
export type Figures = (stage: Laid, results: Results) => Results;

/** All that a stage's numbers are made of: two stages that agree in it have the same numbers. */
export interface Standpoint {
  kind: Kind;
  /** Of it only what is given and the parts. */
  doc: StageDoc;
  copies: number;
  times: number;
  states: Readonly<Record<StateId, number>>;
  links: ReadonlyMap<string, Link>;
  ambient: Range;
  chosen: Chosen | null;
  dead: Absent | null;
  figures: Figures | null;
}

/** Rounds in which a rail and a load that rises with it agree, at most. */
const FOLLOWING = 30;
/** Where loads, rails and links agree this far they are settled: what is left shrinks again with every round that is not made. */
export const SETTLED = 1e-9;

/** A stage laid out where it stands: its inputs, their study, and what was worked out of it. Stages that stand alike share one. */
export class Laid {
  readonly kind: Kind;
  readonly copies: number;
  readonly times: number;
  readonly dead: Absent | null;
  readonly figures: Figures | null;
  readonly inputs: StageInputs;
  /** Outcomes that are worked out only where they are read. */
  readonly late: ReadonlySet<string>;
  /** Judged by plain corners, as the stages around it see it. */
  readonly plain: Judged;
  /** Figures are told while links settle: nobody asks for them in the search for ends. */
  telling = true;
  /** Somewhere in its study the figures are missing. */
  untold = false;
  #full: { method: Method; judged: Judged } | null = null;
  #holds: boolean | null = null;
  readonly #draws = new Map<string, { load: Load | null; draw: Range | null }>();
  /** Its load as a share of what hangs on its rail, −1 the least and 1 the most, where that rises with the rail. */
  readonly #share = { at: 0 };
  #rising: Rising | null = null;

  /** @param earlier of the same stage elsewhere: its corners are a start */
  constructor(
    readonly at: Standpoint,
    earlier?: Study,
  ) {
    ({ kind: this.kind, copies: this.copies, times: this.times, dead: this.dead, figures: this.figures } = at);
    this.late = lateOf(this.kind);
    this.inputs = stageInputs(this.kind, at.doc, at.links, at.ambient, at.chosen);
    this.#shareLoad();
    this.plain = this.#judge(this.inputs, 'plain', undefined, earlier);
  }

  get study(): Study {
    return this.plain.study;
  }

  /** The provided rail whose load is told in one field. */
  get #loaded(): { field: string; voltage: string } | null {
    const port = railPorts(this.kind).find(([, d]) => d.role === 'provides' && d.fills.load)?.[1];
    return port ? { field: port.fills.load!, voltage: port.gives.voltage! } : null;
  }

  /** Where the load rises with the rail, it is no number of its own: the study moves how much of it is there, and it follows the rail. */
  #shareLoad(): void {
    const field = this.#loaded?.field;
    const link = field === undefined ? undefined : this.at.links.get(field);
    this.#rising = link?.rising ?? null;
    if (!link?.rising) return;
    const path = `given.${field}`;
    const at = this.inputs.inputs.findIndex((i) => i.path === path);
    const input: Input = { path, target: this.#share, key: 'at', nominal: 0, low: -1, high: 1, whole: link.range, certain: true };
    this.inputs.inputs.splice(at < 0 ? this.inputs.inputs.length : at, at < 0 ? 0 : 1, input);
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

  /** The same study, with its ends found another way. */
  judgedBy(method: Method): Judged {
    if (this.#full?.method !== method) this.#full = { method, judged: this.#wrap(this.study, this.inputs.x, this.plain.env as never, method) };
    return this.#full.judged;
  }

  /** Whether corners taken over from an earlier study hold here. Asked once: what they did not hold for is to be laid anew. */
  holds(): boolean {
    return (this.#holds ??= this.study.confirm());
  }

  /** False once its corners were found not to hold. */
  get sound(): boolean {
    return this.#holds !== false;
  }

  /**
   * Looks at the stage with some of its numbers elsewhere, `given.x` or `parts.R1.value`, each with its spread in proportion.
   * Everything around it stays as it is, and so does the stage afterwards.
   */
  elsewhere<T>(values: Readonly<Record<string, number>>, method: Method, look: (judged: Judged) => T): T {
    const { x, inputs } = this.inputs;
    const env = this.plain.env as never as { nominal: AnyInputs };
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

  #judge(inputs: StageInputs, method: Method, known?: Judged['env'], earlier?: Study): Judged {
    const x = inputs.x;
    const env = (known as never) ?? new Surroundings(inputs, this.copies, this.at.states);
    const nothing = this.dead && nothingOf(this.kind, this.dead);
    const plain = () => this.kind.evaluate(x, env as never) as Results;
    const own = nothing ? () => nothing : this.#rising ? () => this.#following(plain) : plain;
    const figures = nothing ? null : this.figures;
    const run = figures
      ? () => {
          if (this.telling) return figures(this, own());
          this.untold = true;
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
    const { kind } = this;
    const judged: Judged = new Judged(x, env, study, method, (name) => derivedOf(kind, name), this.dead);
    if (this.dead) return judged;
    const region = kind.region?.(judged as never);
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

  /**
   * Current of all copies at a consuming port in a state, with its ends; null when it cannot be told.
   * @param load what hangs on the rail it provides, in that state @param volts the rail it draws from, somewhere else than it is
   */
  draw(port: RailPort, load: Load | null, state: StateId, volts: number | undefined, judged: Judged): Range | null {
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
      this.study.plain(key);
      this.#rising = load.rising ?? flat(rising, load.range);
    }
    const one = rangeOf(moves.length ? this.study.moved(key, moves) : judged.physical(key));
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
    return this.study.slope(key, this.#fed(port.fills.voltage).path) > least;
  }
}

/** How an outcome is made from others, where it is. */
export const derivedOf = (kind: Kind, outcome: string): OutcomeDef['derived'] => (kind.outcomes as Record<string, OutcomeDef>)[outcome]?.derived;

/** Every outcome of a stage of which nothing is known. */
export const nothingOf = (kind: Kind, reason: Absent): Results => Object.fromEntries(Object.keys(kind.outcomes).map((name) => [name, reason]));

const NOWHERE: NonNullable<OutcomeDef['inside']> = { inputs: [] };

const lateNames = new Map<Kind, ReadonlySet<string>>();
function lateOf(kind: Kind): ReadonlySet<string> {
  let known = lateNames.get(kind);
  if (known) return known;
  known = new Set(Object.entries(kind.outcomes as Record<string, OutcomeDef>).flatMap(([name, o]) => (o.late ? [name] : [])));
  lateNames.set(kind, known);
  return known;
}

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
    if (group === 'ambient') copy.ambient = nominal;
    else if (key !== undefined) copy[group][name] = copy[group][name].map((row: object, i: number) => (i === Number(param) ? { ...row, [key]: nominal } : row));
    else if (param !== undefined) copy.parts[name][param] = nominal;
    else if (group in copy) copy[group][name] = nominal;
  }
  return copy;
}

/** A spread as a range. Where an end cannot be told, the nominal stands in for it: the finding about it comes from its own check. */
export const rangeOf = (s: Spread): Range | null => (s.nominal === null ? null : { nominal: s.nominal, low: s.low ?? s.nominal, high: s.high ?? s.nominal });
