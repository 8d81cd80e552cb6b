import { error, redirect } from '@sveltejs/kit';
import { progress } from '../../../../core/bringup/plan.ts';
import { parseNumber } from '../../../../core/quantity/parse.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard, signedIn } from '$lib/server/guard.ts';
import { addReading, findRevision, listRevisions, readingsOf } from '$lib/server/repositories/revisions.ts';
import { forPage } from '$lib/server/work.ts';

export const load = async ({ locals, params, url }) => {
  const board = await ownBoard(locals, params.board);
  const letter = url.searchParams.get('revision') ?? (await listRevisions(board.id)).at(-1)?.letter;
  if (!letter) return { revision: null, progress: [] };
  const revision = await findRevision(board.accountId, board.id, letter);
  if (!revision) error(404, `There is no revision ${letter} of this board.`);
  const plan = await forPage<'bringUp'>({ sort: 'bringUp', doc: revision.document });
  return {
    revision: { letter: revision.letter, coreVersion: revision.coreVersion, note: revision.note, createdAt: revision.createdAt },
    progress: progress(plan, await readingsOf(revision.id)),
  };
};

export const actions = {
  reading: async ({ locals, params, request }) => {
    const account = signedIn(locals);
    const form = await request.formData();
    const [letter, key, text, note] = [textOf(form, 'revision', 4), textOf(form, 'step', 120), textOf(form, 'text', 60), textOf(form, 'note')];
    const revision = await findRevision(account.id, params.board, letter);
    if (!revision) error(404, 'There is no such revision.');
    const all = progress(await forPage<'bringUp'>({ sort: 'bringUp', doc: revision.document }), await readingsOf(revision.id));
    const here = all.find((p) => p.step.key === key);
    if (!here) error(404, 'There is no such step.');
    if (here.locked) return problem(key, 'An earlier step is still open or out of its window. Finish it first.', { text }, 409);
    let value: number | null = null;
    if (here.step.expect) {
      const read = parseNumber(text, here.step.expect.unit);
      if (!read.ok) return problem(key, read.message, { text, note });
      value = read.value;
    }
    await addReading(revision.id, { step: key, text, value, note });
    redirect(303, `/boards/${params.board}/bring-up?revision=${letter}`);
  },
};
