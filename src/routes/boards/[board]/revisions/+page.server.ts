import { error } from '@sveltejs/kit';
import { ownBoard } from '$lib/server/guard.ts';
import { findRevision, listRevisions } from '$lib/server/repositories/revisions.ts';

/** Two revisions by their letters in the address; without one the last, and the draft. */
export const load = async ({ locals, params, url, depends }) => {
  depends('board:revisions');
  const board = await ownBoard(locals, params.board);
  const all = await listRevisions(board.id);
  const of = async (letter: string | null) => {
    if (letter === null) return null;
    const revision = await findRevision(board.accountId, board.id, letter);
    if (!revision) error(404, `There is no revision ${letter} of this board.`);
    return { letter, document: revision.document };
  };
  const from = url.searchParams.get('from') ?? all.at(-1)?.letter ?? null;
  return { from: await of(from), to: await of(url.searchParams.get('to')) };
};
