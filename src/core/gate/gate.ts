import { HAZARDS, type AdviceDoc, type Confirmation, type FlagDoc, type Waiver } from '../board/document.ts';
import type { Sum } from '../board/evaluate.ts';
import type { Finding } from '../board/wiring.ts';
import { linesOf, lineText } from '../order/lines.ts';
import { gateList, type ListItem } from './list.ts';

/** Something a formula cannot see and a person has to look at. */
export interface ToConfirm extends ListItem {
  given: Confirmation | null;
}

/** A part that wants attention, as long as it is on the board. */
export interface Flagged {
  flag: FlagDoc;
  /** What it is, and where it stands. */
  part: string;
  stages: string[];
}

/** What stands between a board and its order. */
export interface Gate {
  ready: boolean;
  /** Must-findings: nothing opens the gate but mending them. */
  blocking: Finding[];
  /** Failing shoulds without a waiver. */
  toWaive: Finding[];
  /** Failing shoulds with one. */
  waived: { finding: Finding; waiver: Waiver }[];
  confirmations: ToConfirm[];
  /** Parts that want attention and have no answer yet, and those that have. */
  flagged: Flagged[];
  answered: Flagged[];
  /** Advice that was neither taken nor refused. */
  advice: AdviceDoc[];
  cautions: { title: string; text: string }[];
}

/** Works out what still stands in the way, with the waivers and confirmations that the document holds. */
export function gate(sum: Sum): Gate {
  const waivers = sum.doc.waivers ?? [];
  const failing = sum.findings.filter((f) => f.severity === 'should' && isFailing(sum, f));
  const waiverOf = (f: Finding) => waivers.find((w) => w.stage === f.stage && w.check === f.check);
  const blocking = sum.findings.filter((f) => f.severity === 'must');
  const toWaive = failing.filter((f) => !waiverOf(f));
  const confirmations = toConfirm(sum);
  const flags = flaggedOn(sum);
  const flagged = flags.filter((f) => !f.flag.answer);
  const advice = (sum.doc.advice ?? []).filter((a) => a.taken === undefined);
  const open = [blocking, toWaive, flagged, advice, confirmations.filter((c) => c.given === null)];
  return {
    ready: sum.stages.length > 0 && open.every((list) => list.length === 0),
    blocking,
    toWaive,
    waived: failing.flatMap((finding) => {
      const waiver = waiverOf(finding);
      return waiver ? [{ finding, waiver }] : [];
    }),
    confirmations,
    flagged,
    answered: flags.filter((f) => f.flag.answer),
    advice,
    cautions: cautionsOf(sum),
  };
}

const isFailing = (sum: Sum, f: Finding): boolean => {
  const check = f.stage === null ? undefined : sum.byId.get(f.stage)?.checks.find((c) => c.id === f.check);
  return check === undefined || check.status === 'fail';
};

function toConfirm(sum: Sum): ToConfirm[] {
  const given = new Map((sum.doc.confirmations ?? []).map((c) => [c.id, c]));
  return gateList(sum).map((c) => ({ ...c, given: given.get(c.id) ?? null }));
}

/** Flags whose part stands on the board; what was substituted is no longer there to be minded. */
function flaggedOn(sum: Sum): Flagged[] {
  const { flags } = sum.doc;
  if (!flags?.length) return [];
  const lines = new Map(linesOf(sum).map((l) => [l.key, l]));
  return flags.flatMap((flag) => {
    const line = lines.get(flag.part);
    return line ? [{ flag, part: lineText(line), stages: [...new Set(line.places.map((p) => p.stage))] }] : [];
  });
}

/** What is still open, in words: "2 must be mended, 1 to mend or waive". Empty when nothing is. */
export function openText(g: Gate): string {
  const count = (n: number, words: string) => (n ? [`${n} ${words}`] : []);
  return [
    ...count(g.blocking.length, 'must be mended'),
    ...count(g.toWaive.length, 'to mend or waive'),
    ...count(g.flagged.length, g.flagged.length === 1 ? 'part to answer for' : 'parts to answer for'),
    ...count(g.advice.length, 'to take or refuse'),
    ...count(g.confirmations.filter((c) => !c.given).length, 'to confirm'),
  ].join(', ');
}

/** Cautions of the hazards in the brief and of the kinds on the board, each once. */
export function cautionsOf(sum: Sum): { title: string; text: string }[] {
  const hazards = (sum.doc.brief?.hazards ?? []).map((h) => ({ title: HAZARDS[h]?.title ?? h, text: HAZARDS[h]?.caution ?? '' }));
  const kinds = new Map(sum.stages.map((s) => [s.kind.id, s.kind]));
  return [...hazards, ...[...kinds.values()].flatMap((k) => k.cautions.map((text) => ({ title: k.title, text })))];
}

/** Name of the revision at a position: A, B … Z, AA, AB … */
export function letterOf(index: number): string {
  const rest = Math.floor(index / 26);
  return (rest > 0 ? letterOf(rest - 1) : '') + String.fromCharCode(65 + (index % 26));
}
