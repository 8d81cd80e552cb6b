import { error, redirect } from '@sveltejs/kit';
import { benchOf } from '$lib/server/copies.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard, signedIn } from '$lib/server/guard.ts';
import { addEntry, changeEntry, listEntries, logUse, removeEntry, restoreEntry } from '$lib/server/repositories/logbook.ts';

export const load = async ({ locals, params, url }) => {
  const bench = await benchOf(locals, params.board, url);
  const account = signedIn(locals);
  return {
    letter: bench?.revision.letter ?? null,
    copies: bench?.copies ?? [],
    copy: bench?.copy ?? 1,
    entries: await listEntries(params.board),
    use: await logUse(account.id),
  };
};

export const actions = {
  note: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const [title, note] = [textOf(form, 'title', 120), textOf(form, 'note', 4000)];
    if (!title) return problem('note', 'A note needs a title.', { note });
    const letter = textOf(form, 'letter', 4) || null;
    const added = await addEntry(board.accountId, board.id, {
      letter,
      copy: letter ? Number(textOf(form, 'copy', 6)) || 1 : null,
      point: textOf(form, 'point', 120) || null,
      sort: 'note',
      title,
      note,
      content: {},
    });
    if (!added.ok) return problem('note', added.message, { title, note }, 409);
    redirect(303, `/boards/${board.id}/logbook${new URL(request.url).search.replace(/[?&]\/note/, '') || ''}`);
  },
  change: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const title = textOf(form, 'title', 120);
    if (!title) return problem('change', 'A title is needed.');
    if (!(await changeEntry(board.id, textOf(form, 'entry', 36), { title, note: textOf(form, 'note', 4000), point: textOf(form, 'point', 120) || null })))
      error(404, 'There is no such entry.');
  },
  remove: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const id = textOf(await request.formData(), 'entry', 36);
    const title = await removeEntry(board.id, id);
    if (title === null) error(404, 'There is no such entry.');
    return { form: 'removed', message: '', typed: { id, title } };
  },
  restore: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    if (!(await restoreEntry(board.id, textOf(await request.formData(), 'entry', 36)))) error(404, 'There is nothing to put back.');
  },
};
