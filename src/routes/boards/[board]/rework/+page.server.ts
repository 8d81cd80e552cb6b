import { error } from '@sveltejs/kit';
import { REWORKS, type ReworkContent, type ReworkWhat } from '../../../../core/logbook/entry.ts';
import { benchOf } from '$lib/server/copies.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { addEntry, changeEntry, findEntry, listEntries } from '$lib/server/repositories/logbook.ts';

export const load = async ({ locals, params, url }) => {
  const bench = await benchOf(locals, params.board, url);
  if (!bench) return { letter: null, copies: [], copy: 1, document: null, items: [] };
  const { revision, copies, copy } = bench;
  return {
    letter: revision.letter,
    copies,
    copy,
    document: revision.document,
    items: (await listEntries(params.board, revision.letter)).filter((e) => e.sort === 'rework').reverse(),
  };
};

export const actions = {
  add: async ({ locals, params, request, url }) => {
    const bench = await benchOf(locals, params.board, url);
    if (!bench) error(404, 'There is no revision to rework.');
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const what = textOf(form, 'what', 12) as ReworkWhat;
    const [stage, path, note] = [textOf(form, 'stage', 60) || null, textOf(form, 'path', 80) || null, textOf(form, 'note', 4000)];
    const [was, now] = [textOf(form, 'was', 40), textOf(form, 'now', 40)];
    const typed = { note };
    if (!REWORKS.includes(what)) return problem('add', 'Choose what was done.', typed);
    if (what === 'value' && (!stage || !path || now === '' || !Number.isFinite(Number(now))))
      return problem('add', 'Name the part, and the value it has now.', typed);
    if (!note) return problem('add', 'Say why: the next revision is made from these reasons.', typed);
    const content: ReworkContent = {
      what,
      stage,
      path,
      was: was === '' || !Number.isFinite(Number(was)) ? null : Number(was),
      now: now === '' ? null : Number(now),
      done: null,
    };
    const added = await addEntry(board.accountId, board.id, {
      letter: bench.revision.letter,
      copy: bench.copy,
      point: stage,
      sort: 'rework',
      title: textOf(form, 'title', 120) || what,
      note,
      content,
    });
    if (!added.ok) return problem('add', added.message, typed, 409);
  },
  done: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const entry = await findEntry(board.id, textOf(form, 'entry', 36));
    if (!entry || entry.sort !== 'rework') error(404, 'There is no such item.');
    const done = textOf(form, 'done', 8);
    await changeEntry(board.id, entry.id, { content: { ...(entry.content as ReworkContent), done: done === 'taken' || done === 'dropped' ? done : null } });
  },
};
