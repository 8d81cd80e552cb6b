import type { BoardDoc } from './document.ts';

/**
 * Changes of a board as data: what stood at a place before and what stands there after. One record serves to apply, to
 * take back, and to see whether two people changed the same thing. Places are named by ids, not by positions, so that
 * changes of different stages merge whatever the order.
 */
export interface Op {
  path: string[];
  /** Absent where nothing stood. */
  before?: unknown;
  /** Absent where nothing stands afterwards. */
  after?: unknown;
}

type Keyed = { [key: string]: unknown };

const isPlain = (v: unknown): v is Keyed => typeof v === 'object' && v !== null && !Array.isArray(v);
/** A range is one value: its ends never come from two people. */
const isAtom = (v: unknown): boolean => !isPlain(v) || 'nominal' in v;

/** Deep equality of JSON values. */
export function equal(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => equal(v, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((k) => Object.hasOwn(b, k) && equal(a[k], b[k]));
}

/** The document with its lists turned into records by id; `rank` keeps the order of stages. */
export function toKeyed(doc: BoardDoc): Keyed {
  const { stages, waivers, confirmations, states, decisions, flags, advice, ...rest } = doc;
  const by = <T>(list: readonly T[] | undefined, key: (item: T) => string) => (list ? Object.fromEntries(list.map((item) => [key(item), item])) : undefined);
  return strip({
    ...rest,
    stages: Object.fromEntries(stages.map((s, rank) => [s.id, { ...s, rank }])),
    waivers: by(waivers, (w) => `${w.stage} ${w.check}`),
    confirmations: by(confirmations, (c) => c.id),
    // Shares belong together: they add up to one.
    states: states && [...states],
    decisions: by(decisions, (d) => d.stage),
    flags: by(flags, (f) => `${f.part} ${f.sort}`),
    advice: by(advice, (a) => a.id),
  });
}

/** The document again. What a change left in another shape than a record stays as it is, for the check of the document to refuse. */
export function fromKeyed(keyed: Keyed): BoardDoc {
  const list = (key: string) => (isPlain(keyed[key]) ? Object.values(keyed[key]) : keyed[key]);
  const rankOf = (s: unknown) => (isPlain(s) && typeof s.rank === 'number' ? s.rank : Infinity);
  const unranked = (s: unknown) => {
    if (!isPlain(s)) return s;
    const { rank: _, ...stage } = s;
    return stage;
  };
  const all = list('stages');
  const stages = Array.isArray(all)
    ? all
        .map((s: unknown, i) => ({ s, i, rank: rankOf(s) }))
        .sort((a, b) => (a.rank === b.rank ? a.i - b.i : a.rank < b.rank ? -1 : 1))
        .map(({ s }) => unranked(s))
    : all;
  const lists = Object.fromEntries(['waivers', 'confirmations', 'decisions', 'flags', 'advice'].map((key) => [key, list(key)]));
  return strip({ ...keyed, stages, ...lists }) as unknown as BoardDoc;
}

const strip = (o: Keyed): Keyed => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined));

/** What turns one document into another. Empty when they are the same. */
export function difference(from: BoardDoc, to: BoardDoc): Op[] {
  return diff(toKeyed(from), toKeyed(to), []);
}

function diff(a: Keyed, b: Keyed, path: string[]): Op[] {
  const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])];
  return keys.flatMap((key): Op[] => {
    const at = [...path, key];
    const [before, after] = [a[key], b[key]];
    if (equal(before, after)) return [];
    // A stage that comes or goes does so whole; inside one, value by value.
    if (!isAtom(before) && !isAtom(after) && before !== undefined && after !== undefined) return diff(before as Keyed, after as Keyed, at);
    return [{ path: at, ...(before === undefined ? {} : { before }), ...(after === undefined ? {} : { after }) }];
  });
}

/** The same change backwards. */
export const inverse = (ops: readonly Op[]): Op[] =>
  [...ops].reverse().map((o) => ({ path: o.path, ...('after' in o ? { before: o.after } : {}), ...('before' in o ? { after: o.before } : {}) }));

/** A place where the document no longer is what the change was made on. */
export interface Conflict {
  path: string[];
  /** What stands there now. */
  theirs: unknown;
  /** What this change wants there. */
  mine: unknown;
}

export type Applied = { ok: true; doc: BoardDoc } | { ok: false; conflicts: Conflict[] };

/** Keys that would reach into the language instead of into the document. */
const FORBIDDEN = new Set(['__proto__', 'prototype', 'constructor']);

/**
 * Applies a change to a document that may have moved on. Where the place still holds what the change started from, or
 * already holds what it wants, it goes in; anywhere else is a conflict and nothing goes in. `force` puts it in regardless.
 */
export function applyOps(doc: BoardDoc, ops: readonly Op[], force = false): Applied {
  const keyed = copy(toKeyed(doc)) as Keyed;
  const conflicts: Conflict[] = [];
  for (const op of ops) {
    const theirs = valueAt(keyed, op.path);
    const order = op.path.at(-1) === 'rank';
    if (!order && !force && !equal(theirs, op.before) && !equal(theirs, op.after)) {
      // A removed stage takes later edits of it with it only when its owner says so.
      conflicts.push({ path: op.path, theirs, mine: op.after });
      continue;
    }
    if (!put(keyed, op.path, op.after)) conflicts.push({ path: op.path, theirs: undefined, mine: op.after });
  }
  return conflicts.length ? { ok: false, conflicts } : { ok: true, doc: fromKeyed(keyed) };
}

function copy(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(copy);
  return isPlain(value) ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, copy(v)])) : value;
}

function valueAt(node: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((n, key) => (isPlain(n) && Object.hasOwn(n, key) ? n[key] : undefined), node);
}

/** Sets or removes; makes the records on the way, except a stage, which must be there. False where it cannot. */
function put(root: Keyed, path: readonly string[], value: unknown): boolean {
  if (path.length === 0 || path.some((k) => FORBIDDEN.has(k))) return false;
  let node = root;
  for (const [i, key] of path.slice(0, -1).entries()) {
    if (!isPlain(node[key]) || !Object.hasOwn(node, key)) {
      if (node[key] !== undefined && Object.hasOwn(node, key)) return false;
      if (path[0] === 'stages' && i === 1) return false;
      node[key] = {};
    }
    node = node[key] as Keyed;
  }
  const last = path.at(-1)!;
  if (value === undefined) delete node[last];
  else node[last] = value;
  return true;
}

/** What a change touched, in words: "reg.given.outputVoltage". */
export const placeText = (path: readonly string[]): string => (path[0] === 'stages' ? path.slice(1) : path).join('.');
