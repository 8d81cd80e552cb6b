import type { BoardDoc } from '../board/document.ts';
import { difference, type Op } from '../board/changes.ts';
import type { StageSum, Sum } from '../board/evaluate.ts';
import { mustKind } from '../kinds/index.ts';
import { billOf, type BillOptions } from '../order/bill.ts';
import { linesOf, lineText } from '../order/lines.ts';
import { valueUnit } from '../parts/part-types.ts';
import { formatText } from '../quantity/format.ts';
import type { Uncertain } from '../quantity/uncertain.ts';
import type { Unit } from '../quantity/units.ts';
import type { Field, PartDef } from '../stage/contract.ts';
import { mustTitle } from '../stage/titles.ts';

/** Something that stands otherwise on two boards, as people read it. */
export interface Difference {
  /** The stage, where it is one's. */
  stage: string | null;
  title: string;
  /** What: a given, a part, a link. */
  what: string;
  before: string;
  after: string;
  /** Why, where somebody said it: a decision, a waiver, a note. */
  because?: string;
}
export interface MarginChange {
  stage: string;
  title: string;
  check: string;
  before: number | null;
  after: number | null;
}

/** What became another between two boards. */
export interface Comparison {
  stages: { added: string[]; removed: string[] };
  values: Difference[];
  /** Lines of the bill of materials; a count of none says that it came or went. */
  parts: { part: string; before: number; after: number }[];
  margins: MarginChange[];
  findings: { gone: string[]; came: string[] };
  cost: { before: number; after: number; kindsBefore: number; kindsAfter: number };
  tightest: { before: MarginChange | null; after: MarginChange | null };
}

/** Smaller moves of a margin nobody reads. */
const SEEN = 0.005;

/** Holds two boards against each other: values, parts, margins, findings, cost, and why where somebody said so. */
export function compareBoards(a: Sum, b: Sum, options: BillOptions = {}): Comparison {
  const had = new Set(a.stages.map((s) => s.id));
  const has = new Set(b.stages.map((s) => s.id));
  const boards = Math.max(1, options.boards ?? 1);
  const [billA, billB] = [billOf(a, { ...options, boards, stock: [] }), billOf(b, { ...options, boards, stock: [] })];
  return {
    stages: {
      added: b.stages.filter((s) => !had.has(s.id)).map((s) => s.title),
      removed: a.stages.filter((s) => !has.has(s.id)).map((s) => s.title),
    },
    // What is said of the board as such comes after its stages.
    values: difference(a.doc, b.doc)
      .flatMap((op) => inWords(op, a, b))
      .sort((x, y) => Number(x.stage === null) - Number(y.stage === null)),
    parts: partsChanged(a, b),
    margins: marginsChanged(a, b),
    findings: { gone: without(a, b), came: without(b, a) },
    cost: { before: billA.worth, after: billB.worth, kindsBefore: billA.lines.length, kindsAfter: billB.lines.length },
    tightest: { before: tightestOf(a), after: tightestOf(b) },
  };
}

const tightestOf = ({ tightest, byId }: Sum): MarginChange | null =>
  tightest && { stage: tightest.stage, title: byId.get(tightest.stage)!.title, check: tightest.check.title, before: null, after: tightest.check.margin };

/** Findings that stand on one board and not on the other; what is only worded otherwise is the same. */
function without(a: Sum, b: Sum): string[] {
  const key = (f: Sum['findings'][number]) => (f.check === undefined ? f.text : `${f.stage} ${f.check}`);
  const there = new Set(b.findings.map(key));
  return a.findings.filter((f) => f.severity !== 'note' && !there.has(key(f))).map((f) => f.text);
}

function partsChanged(a: Sum, b: Sum): Comparison['parts'] {
  const [before, after] = [a, b].map((sum) => new Map(linesOf(sum).map((l) => [l.key, l]))) as [
    Map<string, ReturnType<typeof linesOf>[number]>,
    Map<string, ReturnType<typeof linesOf>[number]>,
  ];
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((key) => {
    const [was, is] = [before.get(key), after.get(key)];
    const counts = { before: was?.perBoard ?? 0, after: is?.perBoard ?? 0 };
    return counts.before === counts.after ? [] : [{ part: lineText((is ?? was)!), ...counts }];
  });
}

function marginsChanged(a: Sum, b: Sum): MarginChange[] {
  return b.stages
    .flatMap((s) => {
      const was = a.byId.get(s.id);
      if (!was) return [];
      return s.checks.flatMap((c): MarginChange[] => {
        const old = was.checks.find((x) => x.id === c.id);
        const [before, after] = [old?.margin ?? null, c.margin];
        const same = before === null || after === null ? before === after : Math.abs(after - before) < SEEN;
        return same ? [] : [{ stage: s.id, title: s.title, check: c.title, before, after }];
      });
    })
    .sort((x, y) => (x.after ?? Infinity) - (y.after ?? Infinity));
}

/** Lists that say why, or that somebody looked, are told of where they belong. */
const QUIET: ReadonlySet<string> = new Set(['waivers', 'confirmations', 'decisions', 'flags', 'advice']);

function inWords(op: Op, a: Sum, b: Sum): Difference[] {
  const [list, id, owner, key, param] = op.path as [string, string?, string?, string?, string?];
  if (QUIET.has(list)) return [];
  if (list !== 'stages' || id === undefined)
    return [{ stage: null, title: 'board', what: op.path.join(': '), before: plain(op.before), after: plain(op.after) }];
  const stage = b.byId.get(id) ?? a.byId.get(id);
  // A stage that came or went is told of as such; its place in the list is nothing to tell.
  if (!stage || owner === undefined || owner === 'rank') return [];
  const said = because(b.doc, id);
  const head = { stage: id, title: stage.title, ...(said ? { because: said } : {}) };
  if (owner === 'given' && key) {
    const field = (mustKind(stage.kind.id).given as Record<string, Field>)[key];
    return [{ ...head, what: mustTitle(stage.kind, 'given', key), before: written(op.before, unitOf(field)), after: written(op.after, unitOf(field)) }];
  }
  if (owner === 'parts' && key) return partInWords(op, key, param, stage, a, b).map((d) => ({ ...head, ...d }));
  if (owner === 'options') return [];
  const what = owner === 'rails' || owner === 'signals' || owner === 'pins' ? `${owner.slice(0, -1)} at “${key}”` : op.path.slice(2).join(' ');
  return [{ ...head, what, before: plain(op.before), after: plain(op.after) }];
}

type Words = Pick<Difference, 'what' | 'before' | 'after'>;

/** A part that was put in or taken out whole is told key by key, against what sizing had chosen. */
function partInWords(op: Op, slot: string, param: string | undefined, stage: StageSum, a: Sum, b: Sum): Words[] {
  if (param) return [partWord(slot, param, op.before, op.after, stage, a, b)];
  const [was, is] = [(op.before ?? {}) as Record<string, unknown>, (op.after ?? {}) as Record<string, unknown>];
  return [...new Set([...Object.keys(was), ...Object.keys(is)])]
    .map((name) => partWord(slot, name, was[name], is[name], stage, a, b))
    .filter((w) => w.before !== w.after);
}

function partWord(slot: string, name: string, before: unknown, after: unknown, stage: StageSum, a: Sum, b: Sum): Words {
  const def = (stage.kind.parts as Record<string, PartDef>)[slot];
  if (name === 'value' || name === 'tolerance') {
    const unit: Unit = name === 'value' ? valueUnit(def?.type ?? 'device') : 'ratio';
    const sized = (sum: Sum) => sum.byId.get(stage.id)?.parts.find((p) => p.slot === slot)?.[name];
    return { what: name === 'value' ? slot : `${slot} tolerance`, before: written(before ?? sized(a), unit), after: written(after ?? sized(b), unit) };
  }
  return {
    what: `${slot} ${mustTitle(stage.kind, slot, name)}`,
    before: written(before, unitOf(def?.params?.[name])),
    after: written(after, unitOf(def?.params?.[name])),
  };
}

const unitOf = (field: Field | undefined): Unit | null => (field?.type === 'number' || field?.type === 'list' ? field.unit : null);

/** A value as people read it; a dash where there is none. */
function written(value: unknown, unit: Unit | null): string {
  if (typeof value === 'number') return unit === null ? String(value) : formatText(value, unit);
  if (typeof value === 'object' && value !== null && 'nominal' in value) {
    const v = value as Exclude<Uncertain, number>;
    const at = (x: number) => (unit === null ? String(x) : formatText(x, unit));
    return 'tolerance' in v ? `${at(v.nominal)} ± ${formatText(v.tolerance, 'ratio')}` : `${at(v.low)} … ${at(v.nominal)} … ${at(v.high)}`;
  }
  return plain(value);
}

const plain = (value: unknown): string => {
  if (value === undefined || value === null) return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const words = Array.isArray(value) && value.every((v) => typeof v === 'string');
  const text = typeof value === 'string' ? value : words ? value.join(', ') : JSON.stringify(value);
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
};

/** Why a stage is as it is, where somebody decided. */
const because = (doc: BoardDoc, stage: string): string | undefined => doc.decisions?.find((d) => d.stage === stage)?.reason;
