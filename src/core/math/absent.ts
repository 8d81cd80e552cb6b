/**
 * Why there is no number. `impossible`: the design cannot work there (a check on it fails). `missing`: something
 * needed is not known (a check on it is unknown). `none`: there is nothing to compute (no capacitor, no pole).
 */
export class Absent {
  constructor(
    readonly sort: 'impossible' | 'missing' | 'none',
    readonly reason: string,
    /** Where it stands all the same, as its neighbours see it: a converter in dropout follows its input. */
    readonly stand?: number,
  ) {}
}

export const impossible = (reason: string): Absent => new Absent('impossible', reason);
export const missing = (reason: string): Absent => new Absent('missing', reason);
export const none = (reason: string): Absent => new Absent('none', reason);

/** No number as designed, but neighbours see this. */
export const standing = (why: Absent, stand: number): Absent => new Absent(why.sort, why.reason, stand);

export type Value = number | Absent;

export const isAbsent = (value: unknown): value is Absent => value instanceof Absent;

/** Applies `f` when there is a number, else passes the reason on. */
export const given = (value: Value, f: (n: number) => Value): Value => (isAbsent(value) ? value : f(value));
