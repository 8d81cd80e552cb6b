import { error, redirect } from '@sveltejs/kit';
import type { ReworkContent } from '../../../../core/logbook/entry.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard, signedIn } from '$lib/server/guard.ts';
import { listEntries } from '$lib/server/repositories/logbook.ts';
import { findRevision, freeze, listRevisions } from '$lib/server/repositories/revisions.ts';

export const load = async ({ locals, params, depends }) => {
  depends('board:revisions');
  const board = await ownBoard(locals, params.board);
  const letter = (await listRevisions(board.id)).at(-1)?.letter;
  const last = letter ? await findRevision(board.accountId, board.id, letter) : null;
  if (!last) return { last: null, wrong: '' };
  // What had to be reworked on its copies was wrong with it.
  const reworked = (await listEntries(board.id, last.letter)).filter((e) => e.sort === 'rework' && (e.content as ReworkContent).done === 'taken');
  return { last: { letter: last.letter, document: last.document }, wrong: reworked.map((e) => e.note).join('\n') };
};

export const actions = {
  freeze: async ({ locals, params, request }) => {
    const account = signedIn(locals);
    const form = await request.formData();
    const said = { note: textOf(form, 'note'), wrong: textOf(form, 'wrong') || null };
    const frozen = await freeze(account.id, params.board, Number(textOf(form, 'version', 12)), said);
    if (frozen.ok) redirect(303, `/boards/${params.board}/bring-up?revision=${frozen.letter}`);
    if (frozen.reason === 'missing') error(404, 'There is no such board on your shelf.');
    return problem(
      'freeze',
      frozen.reason === 'changed' ? 'The board changed while you looked at it. Look once more, then freeze it.' : 'The gate is not open yet.',
      {},
      409,
    );
  },
};
