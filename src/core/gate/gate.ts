import { HAZARDS, type Confirmation, type Waiver } from '../board/document.ts';
import type { Sum } from '../board/evaluate.ts';
import type { Finding } from '../board/wiring.ts';

/** Something a formula cannot see and a person has to look at. */
export interface ToConfirm {
  id: string;
  text: string;
  stage: string | null;
  given: Confirmation | null;
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
  cautions: { title: string; text: string }[];
}

/** On every board, whatever stands on it. */
const ALWAYS: readonly { id: string; text: string }[] = [
  { id: 'board.test-points', text: 'Every rail and every reference has a test point, with a ground point near it.' },
  { id: 'board.polarity', text: 'Polarity marks of diodes, electrolytics and connectors are on the silkscreen, and right.' },
  { id: 'board.clearances', text: 'Clearances between tracks, to the edge and to fixing holes suit the voltages.' },
  { id: 'board.footprints', text: 'Every footprint was checked against the datasheet of the very part, seen from the right side.' },
  { id: 'board.spares', text: 'Spare pins are brought out or tied, and the parts list has spares for small parts.' },
];

/** Works out what still stands in the way, with the waivers and confirmations that the document holds. */
export function gate(sum: Sum): Gate {
  const waivers = sum.doc.waivers ?? [];
  const failing = sum.findings.filter((f) => f.severity === 'should' && isFailing(sum, f));
  const waiverOf = (f: Finding) => waivers.find((w) => w.stage === f.stage && w.check === f.check);
  const blocking = sum.findings.filter((f) => f.severity === 'must');
  const toWaive = failing.filter((f) => !waiverOf(f));
  const confirmations = toConfirm(sum);
  return {
    ready: sum.stages.length > 0 && blocking.length === 0 && toWaive.length === 0 && confirmations.every((c) => c.given !== null),
    blocking,
    toWaive,
    waived: failing.flatMap((finding) => {
      const waiver = waiverOf(finding);
      return waiver ? [{ finding, waiver }] : [];
    }),
    confirmations,
    cautions: cautionsOf(sum),
  };
}

const isFailing = (sum: Sum, f: Finding): boolean => {
  const check = f.stage === null ? undefined : sum.byId.get(f.stage)?.checks.find((c) => c.id === f.check);
  return check === undefined || check.status === 'fail';
};

function toConfirm(sum: Sum): ToConfirm[] {
  const given = new Map((sum.doc.confirmations ?? []).map((c) => [c.id, c]));
  const own = sum.stages.flatMap((s) =>
    s.kind.confirm.filter((c) => c.when?.(s.judged.x) ?? true).map((c) => ({ id: `${s.id}.${c.id}`, text: `${s.title}: ${c.text}`, stage: s.id })),
  );
  const hazards = (sum.doc.brief?.hazards ?? [])
    .filter((h) => h === 'mains' || h === 'high-voltage')
    .map((h) => ({
      id: `board.${h}`,
      text: `${HAZARDS[h]!.title}: separation, insulation and earthing were checked by a person who may do so under the local code.`,
      stage: null,
    }));
  return [...hazards, ...own, ...ALWAYS.map((c) => ({ ...c, stage: null }))].map((c) => ({ ...c, given: given.get(c.id) ?? null }));
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
