import MiniSearch from 'minisearch';
import { KINDS } from '../../core/kinds/all.ts';
import type { Kind } from '../../core/stage/contract.ts';

/** "aliasing" and "alias", "filters" and "filter" are one word to somebody who searches. */
const stem = (term: string): string =>
  term
    .toLowerCase()
    .replace(/(ing|ers|er|es|s)$/, '')
    .replace(/s$/, '');

const index = new MiniSearch<{ id: string; title: string; aliases: string; purpose: string }>({
  fields: ['title', 'aliases', 'purpose'],
  processTerm: stem,
  searchOptions: { boost: { title: 3, aliases: 2 }, prefix: true, fuzzy: 0.2, combineWith: 'OR' },
});
index.addAll(KINDS.map((k) => ({ id: k.id, title: k.title, aliases: k.aliases.join(' '), purpose: k.purpose })));

/** Kinds that fit what somebody wants done, the best first; all of them for an empty search. */
export function findKinds(text: string): Kind[] {
  if (!text.trim()) return [...KINDS];
  return index.search(text).flatMap((hit) => KINDS.find((k) => k.id === hit.id) ?? []);
}
