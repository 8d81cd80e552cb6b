import type { CheckDef, Cure } from '../stage/contract.ts';
import { helpOf, marginsOf, type Rules } from '../stage/judge.ts';
import { splitName } from '../stage/named.ts';
import { nextAbove, nextBelow } from '../quantity/preferred.ts';
import { comfortOf, deratingOf } from './document.ts';
import { chosenOf, type StageNode } from './node.ts';
import { curesOf } from './remedies.ts';
import type { Chosen } from './stage-inputs.ts';

/** Offers of a kind that are looked at, and times a choice is mended. */
const OFFERS = 5;
const ROUNDS = 4;

/**
 * Sizes the open parts of a stage so that its own checks hold where any choice does: of what its kind offers the first that
 * passes every must, with the smallest ratings in stock that pass where nobody typed one; and where none passes, values are
 * moved the way that the cures of the failing checks point.
 */
export function sizeWell(node: StageNode): void {
  node.size();
  if (!node.offers.length || node.dead) return;
  const rules: Rules = { derating: deratingOf(node.board), comfort: comfortOf(node.board) };
  let best: { chosen: Chosen; worst: number } | null = null;
  for (const offer of node.offers.slice(0, OFFERS)) {
    node.choose(chosenOf(offer));
    rate(node, rules);
    const worst = failing(node, rules);
    if (!best || worst < best.worst) best = { chosen: node.chosen!, worst };
    if (worst < SHOULD) break;
  }
  if (best!.worst >= MUST) {
    node.choose(best!.chosen);
    best = mend(node, rules, best!);
  }
  node.choose(best!.chosen);
}

/** What a failing check weighs: one must is worse than any number of others. */
const MUST = 1e4;
const SHOULD = 1;
const failing = (node: StageNode, rules: Rules): number => failed(node, rules).reduce((sum, id) => sum + weightOf(node, id), 0);
function weightOf(node: StageNode, id: string): number {
  const { severity } = (node.kind.checks as Record<string, CheckDef>)[id]!;
  const how = typeof severity === 'function' ? severity(node.judged) : severity;
  return how === 'must' ? MUST : how === 'should' ? SHOULD : 0;
}

const failed = (node: StageNode, rules: Rules): string[] =>
  Object.entries(marginsOf(node.kind, node.judged, rules))
    .filter(([id, { status }]) => status === 'fail' && weightOf(node, id) > 0)
    .map(([id]) => id)
    .sort((a, b) => weightOf(node, b) - weightOf(node, a));

/** Cures of a check that touch only what may be chosen here. */
function curesWithin(node: StageNode, id: string, may: (set: string) => boolean): Cure[] {
  return helpOf((node.kind.checks as Record<string, CheckDef>)[id]!, node.judged).cures.filter((c) => c.way !== 'choose' && c.set.every(may));
}

/** Whether a rating is left to sizing: of a part with a value that nobody named, or only named, and whose rating nobody typed. */
function ratingIsFree(node: StageNode, set: string): boolean {
  const [slot, key] = splitName(set);
  const part = node.inputs.parts.find((p) => p.slot === slot);
  if (!part || part.def.type === 'device' || part.value === null || key === 'value' || key === 'tolerance') return false;
  const doc = node.doc.parts?.[slot];
  return (part.open || doc === undefined) && doc?.[key] === undefined;
}

/** The smallest ratings in stock that pass. */
function rate(node: StageNode, rules: Rules): void {
  for (const id of failed(node, rules)) {
    const [first] = curesOf(
      node,
      id,
      curesWithin(node, id, (set) => ratingIsFree(node, set)),
      rules,
    ).remedies;
    if (!first) continue;
    const ratings = { ...node.chosen?.ratings };
    for (const s of [first, ...(first.with ?? [])]) ratings[s.set] = (s.atLeast ?? s.atMost)!;
    node.choose({ ...node.chosen!, ratings });
  }
}

/** Moves open values the way that cures what fails, as long as less fails. */
function mend(node: StageNode, rules: Rules, start: { chosen: Chosen; worst: number }): { chosen: Chosen; worst: number } {
  let best = start;
  const isOpen = (set: string) => {
    const [slot, key] = splitName(set);
    return key === 'value' && node.inputs.parts.some((p) => p.slot === slot && p.open);
  };
  for (let round = 0; round < ROUNDS; round++) {
    const before = best;
    for (const id of failed(node, rules)) {
      for (const cure of curesWithin(node, id, isOpen)) {
        const [found] = curesOf(node, id, [cure], rules).remedies;
        if (!found) continue;
        const values = { ...best.chosen.values };
        for (const s of [found, ...(found.with ?? [])]) {
          const [slot] = splitName(s.set);
          const { series } = node.inputs.parts.find((p) => p.slot === slot)!;
          values[slot] = s.atLeast !== undefined ? nextAbove(s.atLeast, series) : nextBelow(s.atMost!, series);
        }
        node.choose({ ...best.chosen, values });
        rate(node, rules);
        const worst = failing(node, rules);
        if (worst < best.worst) best = { chosen: node.chosen!, worst };
        else node.choose(best.chosen);
      }
    }
    if (best.worst < MUST || best === before) break;
  }
  return best;
}
