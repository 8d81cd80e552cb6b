import { benchOf } from '$lib/server/copies.ts';
import { planOf } from '$lib/server/plans.ts';
import { readingsOf } from '$lib/server/repositories/revisions.ts';

export const load = async ({ locals, params, url }) => {
  const bench = await benchOf(locals, params.board, url);
  if (!bench) return { letter: null, copies: [], copy: 1, document: null, plan: [], readings: [] };
  const { revision, copies, copy } = bench;
  return {
    letter: revision.letter,
    copies,
    copy,
    document: revision.document,
    plan: (await planOf(revision)).steps,
    readings: (await readingsOf(revision.id)).filter((r) => r.copy === copy),
  };
};
