import type { AdviceDoc, BoardDoc, FlagDoc, FlagSort, OrderDoc, PartDoc } from '../board/document.ts';
import { setPart } from '../board/edit.ts';
import type { Line } from './lines.ts';

/** Pure edits of what is bought and made: a document in, a document out. */

/** Changes how the board is bought and made; what is undefined goes back to the usual. */
export function setOrder(doc: BoardDoc, change: Partial<Record<keyof OrderDoc, OrderDoc[keyof OrderDoc] | undefined>>): BoardDoc {
  const order = Object.fromEntries(Object.entries({ ...doc.order, ...change }).filter(([, v]) => v !== undefined && v !== ''));
  const { order: _, ...rest } = doc;
  return Object.keys(order).length ? { ...rest, order } : rest;
}

/** Boards that are ordered at once. */
export const setQuantity = (doc: BoardDoc, quantity: number): BoardDoc => ({ ...doc, brief: { ...doc.brief, quantity } });

/** The package of every part of a line; `undefined`: the usual one. */
export const setPackage = (doc: BoardDoc, line: Pick<Line, 'places' | 'value' | 'tolerance'>, pack: string | undefined): BoardDoc =>
  line.places.reduce((next, { stage, slot }) => {
    const { package: _, ...part }: PartDoc = next.stages.find((s) => s.id === stage)?.parts?.[slot] ?? (pack === undefined ? {} : valued(line));
    const changed = pack === undefined ? part : { ...part, package: pack };
    return setPart(next, stage, slot, Object.keys(changed).length ? changed : undefined);
  }, doc);

/** A part that nobody wrote down yet has to have its value with its package. */
const valued = ({ value, tolerance }: Pick<Line, 'value' | 'tolerance'>): PartDoc =>
  value === null ? {} : { value, ...(tolerance === null ? {} : { tolerance }) };

const isFlag = (f: FlagDoc, part: string, sort: FlagSort) => f.part === part && f.sort === sort;

/** Flags a part, in the place of such a flag that it had. */
export const setFlag = (doc: BoardDoc, flag: FlagDoc): BoardDoc => ({
  ...doc,
  flags: [...(doc.flags ?? []).filter((f) => !isFlag(f, flag.part, flag.sort)), flag],
});

/** Takes a flag off. */
export const removeFlag = (doc: BoardDoc, part: string, sort: FlagSort): BoardDoc => ({
  ...doc,
  flags: (doc.flags ?? []).filter((f) => !isFlag(f, part, sort)),
});

/** Answers a flag, or takes its answer back (null). */
export const answerFlag = (doc: BoardDoc, part: string, sort: FlagSort, answer: FlagDoc['answer'] | null): BoardDoc => ({
  ...doc,
  flags: (doc.flags ?? []).map((f) => {
    if (!isFlag(f, part, sort)) return f;
    const { answer: _, ...rest } = f;
    return answer ? { ...rest, answer } : rest;
  }),
});

/** Keeps advice, or what became of it. */
export const setAdvice = (doc: BoardDoc, advice: AdviceDoc): BoardDoc => {
  const all = doc.advice ?? [];
  const known = all.some((a) => a.id === advice.id);
  return { ...doc, advice: known ? all.map((a) => (a.id === advice.id ? advice : a)) : [...all, advice] };
};

/** Forgets advice. */
export const removeAdvice = (doc: BoardDoc, id: string): BoardDoc => ({ ...doc, advice: (doc.advice ?? []).filter((a) => a.id !== id) });
