import { Absent, impossible, isAbsent, type Value } from '../math/absent.ts';
import type { Range } from '../quantity/uncertain.ts';

/** One uncertain number of a study: where it is kept, and its nominal and ends. */
export interface Input {
  path: string;
  target: Record<string, unknown>;
  key: string;
  nominal: number;
  low: number;
  high: number;
  /** The whole spread of a number that moves partly with others, where `low` and `high` are only its own part. */
  whole?: Range;
  /** No tolerance but what the board must live with: a state, the range of a supply, the weather. It counts in full. */
  certain?: boolean;
}

export type Results = Record<string, Value | string | boolean>;
export type End = -1 | 0 | 1;
/** Ends of all inputs. */
export type Ends = Int8Array;

/** Rows that there is room for at first. */
const ROWS = 32;
/** The row of the nominal. */
export const NOMINAL = 0;

/**
 * A function of named numbers at the corners of its inputs, which it reads from objects that are set in place. Every corner is
 * computed once and serves all outcomes: its results are a row of plain numbers, because thousands of result objects kept alive
 * cost more than the formulas. A corner is the number of its row, and rows know their neighbours, the corners with one input at
 * another end.
 */
export class Corners {
  readonly nominal: Results;
  protected readonly names: readonly string[];
  /** By place: whether an outcome is late. */
  readonly #waits: Uint8Array;
  /** Results, a row a corner or random sample. */
  protected kept: Float64Array;
  protected count = 0;
  /** Ends of the corner in each row, and the rows that are corners and no random samples. */
  protected ends: Int8Array;
  readonly #entered: number[] = [];
  /** Corners by their ends: a table of rows plus one, open to the next free place. */
  #table = new Int32Array(64);
  /** Ends that are being looked for. */
  protected readonly wanted: Ends;
  /** By row: rows of the corners with an input at its low end, nominal or high end, plus one; 0 where nobody was yet. */
  readonly #beside: (Int32Array | undefined)[] = [];
  /** Ends at which the inputs stand now. */
  protected readonly stands: Ends;
  /** Rows of the low and the high end of each input alone. */
  #effects: Int32Array | null = null;
  /** Results of rows met last that somebody asks more of: what is late, and why there is no number. */
  readonly #lately = new Map<number, Results>();
  /** Why a result is NaN, by its place, as far as somebody asked. */
  protected readonly absent = new Map<number, Absent>();

  constructor(
    readonly inputs: readonly Input[],
    protected readonly run: () => Results,
    /** Makes what the function reads from the inputs, where it does not read them as they are. */
    readonly prepare: () => void = AS_THEY_ARE,
    /** Outcomes that cost more than the rest together: worked out only at the corners where somebody reads them. */
    private readonly late: ReadonlySet<string> = NONE_LATE,
  ) {
    this.nominal = this.here();
    this.names = namesOf(this.nominal);
    this.#waits = late.size > 0 ? Uint8Array.from(this.names, (name) => Number(late.has(name))) : NONE_WAITS;
    this.kept = new Float64Array(this.names.length * ROWS);
    this.stands = new Int8Array(inputs.length);
    this.wanted = new Int8Array(inputs.length);
    this.ends = new Int8Array(inputs.length * ROWS);
    this.#enter(this.nominal);
  }

  /** Results at the inputs as they stand. */
  here(): Results {
    this.prepare();
    return this.run();
  }

  protected set(i: number, end: End): void {
    const input = this.inputs[i]!;
    input.target[input.key] = end === 0 ? input.nominal : end < 0 ? input.low : input.high;
  }

  /** Puts the inputs to the wanted ends. Whoever looks from outside finds them at their nominal: see `#home`. */
  protected stand(): void {
    const now = this.stands;
    const ends = this.wanted;
    for (let i = 0; i < now.length; i++) {
      if (now[i] === ends[i]) continue;
      now[i] = ends[i]!;
      this.set(i, ends[i] as End);
    }
  }

  /** Puts the inputs back to their nominal. */
  protected home<T>(result: T): T {
    const now = this.stands;
    for (let i = 0; i < now.length; i++) {
      if (now[i] === 0) continue;
      now[i] = 0;
      this.set(i, 0);
    }
    return result;
  }

  /** Writes results into the next row; of a corner, what is late waits until it is read. */
  protected keep(results: Results, waits = this.late.size > 0): number {
    const row = this.count++;
    const names = this.names;
    const width = names.length;
    if ((row + 1) * width > this.kept.length) {
      const larger = new Float64Array(this.kept.length * 2);
      larger.set(this.kept);
      this.kept = larger;
    }
    const kept = this.kept;
    const base = row * width;
    if (waits) {
      for (let k = 0; k < width; k++)
        if (this.#waits[k]) kept[base + k] = WAITING;
        else this.#put(base + k, results[names[k]!]);
      return row;
    }
    // Engines read a property fastest while they enumerate it; the order is that of the nominal but for rare branches.
    let next = 0;
    for (const name in results) {
      const k = names[next] === name ? next : names.indexOf(name);
      next++;
      if (k < 0) continue;
      const result = results[name];
      if (typeof result === 'number' && Number.isFinite(result)) {
        kept[base + k] = result;
        continue;
      }
      this.#put(base + k, result);
    }
    return row;
  }

  /** Why there is no number is not kept: whoever asks has the corner worked out once more. */
  #put(at: number, result: Results[string] | undefined): void {
    this.kept[at] = typeof result === 'number' ? (Number.isFinite(result) ? result : NaN) : typeof result === 'boolean' ? Number(result) : NaN;
  }

  protected value(row: number, k: number): Value {
    if (k < 0) return NOT_A_NUMBER;
    const value = this.number(row, k);
    return Number.isNaN(value) ? this.#reason(row, k) : value;
  }

  #reason(row: number, k: number): Absent {
    const at = row * this.names.length + k;
    let reason = this.absent.get(at);
    if (!reason) {
      const value = numeric(this.#resultsAt(row)[this.names[k]!]);
      this.absent.set(at, (reason = isAbsent(value) ? value : NOT_A_NUMBER));
    }
    return reason;
  }

  /** As `#value`, NaN where there is none. */
  protected number(row: number, k: number): number {
    const value = this.kept[row * this.names.length + k]!;
    return value === WAITING ? this.#now(row, k) : value;
  }

  /** Works out what waits at a corner. */
  #now(row: number, k: number): number {
    const at = row * this.names.length + k;
    this.#put(at, this.#resultsAt(row)[this.names[k]!]);
    return this.kept[at]!;
  }

  /** Results of a corner once more; whoever asks may be about to stand at another one. */
  #resultsAt(row: number): Results {
    let results = this.#lately.get(row);
    if (!results) {
      const wanted = this.wanted.slice();
      this.wanted.set(this.endsOf(row));
      this.stand();
      results = this.here();
      this.#remember(row, results);
      this.wanted.set(wanted);
    }
    return results;
  }

  #remember(row: number, results: Results): void {
    this.#lately.set(row, results);
    if (this.#lately.size > LATELY) for (const old of this.#lately.keys()) return void this.#lately.delete(old);
  }

  /** Results of the corner at the wanted ends. */
  #enter(results: Results): number {
    const row = this.keep(results);
    if (this.late.size > 0) this.#remember(row, results);
    const n = this.inputs.length;
    if ((row + 1) * n > this.ends.length) {
      const larger = new Int8Array((row + 1) * n * 2);
      larger.set(this.ends);
      this.ends = larger;
    }
    this.ends.set(this.wanted, row * n);
    this.#entered.push(row);
    if (2 * this.#entered.length > this.#table.length) {
      this.#table = new Int32Array(this.#table.length * 4);
      for (const old of this.#entered) this.#list(old);
    } else this.#list(row);
    return row;
  }

  /** Enters a row in the table. */
  #list(row: number): void {
    const mask = this.#table.length - 1;
    let at = hashOf(this.ends, row * this.inputs.length, this.inputs.length) & mask;
    while (this.#table[at] !== 0) at = (at + 1) & mask;
    this.#table[at] = row + 1;
  }

  /** The row of the corner at the wanted ends; runs the function there the first time. */
  protected corner(): number {
    const wanted = this.wanted;
    const n = wanted.length;
    const ends = this.ends;
    const mask = this.#table.length - 1;
    for (let at = hashOf(wanted, 0, n) & mask; ; at = (at + 1) & mask) {
      const row = this.#table[at]! - 1;
      if (row < 0) break;
      let i = 0;
      while (i < n && ends[row * n + i] === wanted[i]) i++;
      if (i === n) return row;
    }
    this.stand();
    return this.#enter(this.here());
  }

  protected cornerAt(ends: Ends): number {
    this.wanted.set(ends);
    return this.corner();
  }

  protected endsOf(row: number): Ends {
    return this.ends.subarray(row * this.inputs.length, (row + 1) * this.inputs.length);
  }

  /** The row of a corner with one input at another end. */
  protected flip(row: number, i: number, end: End): number {
    const n = this.inputs.length;
    const beside = (this.#beside[row] ??= new Int32Array(3 * n));
    const known = beside[3 * i + end + 1]!;
    if (known) return known - 1;
    const wanted = this.wanted;
    for (let j = 0; j < n; j++) wanted[j] = this.ends[row * n + j]!;
    wanted[i] = end;
    const there = this.corner();
    beside[3 * i + end + 1] = there + 1;
    return there;
  }

  /** Rows of one-at-a-time results at the low and high end of each input. */
  protected alone(): Int32Array {
    if (this.#effects) return this.#effects;
    const rows = new Int32Array(2 * this.inputs.length);
    for (let i = 0; i < this.inputs.length; i++) {
      rows[2 * i] = this.flip(NOMINAL, i, -1);
      rows[2 * i + 1] = this.flip(NOMINAL, i, 1);
    }
    return (this.#effects = rows);
  }
}

/** A number for the ends of a corner, the same for the same ends. // [Knuth] 6.4 */
function hashOf(ends: Ends, from: number, n: number): number {
  let hash = 0x811c9dc5;
  for (let i = from; i < from + n; i++) hash = Math.imul(hash ^ (ends[i]! + 1), 0x01000193);
  return hash ^ (hash >>> 15);
}

// Made once: a closure made in a constructor would keep alive what it is made beside.
/** Nothing to be made of the inputs. */
export const AS_THEY_ARE = (): void => {};
/** Rows whose results are kept for what is late. */
const LATELY = 128;
const NONE_WAITS = new Uint8Array(0);
const NONE_LATE: ReadonlySet<string> = new Set();
/** Stands for a late outcome in a row: results are finite or have a reason. */
const WAITING = Infinity;
export const NOT_A_NUMBER = impossible('not a number');
const NOT_FINITE = impossible('the formula gives no finite number here');

/** Names of results; what is late stands behind an object's own. */
export function namesOf(results: Results): string[] {
  const names: string[] = [];
  for (const name in results) names.push(name);
  return names;
}

/** The numbers among results. */
export const numbersOf = (results: Results): Record<string, number> =>
  Object.fromEntries(namesOf(results).flatMap((name) => (typeof results[name] === 'number' ? [[name, results[name]]] : [])) as [string, number][]);

/** A finite number or the reason why not: NaN and infinity never leave the engine. */
export function numeric(value: Value | string | boolean | undefined): Value {
  if (typeof value === 'number') return Number.isFinite(value) ? value : NOT_FINITE;
  if (isAbsent(value)) return value;
  if (typeof value === 'boolean') return value ? 1 : 0;
  return NOT_A_NUMBER;
}
