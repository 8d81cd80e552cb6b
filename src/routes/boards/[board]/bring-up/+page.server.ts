import { error, redirect } from '@sveltejs/kit';
import { probeKey, progress } from '../../../../core/bringup/plan.ts';
import { parseNumber } from '../../../../core/quantity/parse.ts';
import { benchOf } from '$lib/server/copies.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { planOf } from '$lib/server/plans.ts';
import { addCopy, countReadings, listCopies, MOST_COPIES, MOST_READINGS, renameCopy } from '$lib/server/repositories/copies.ts';
import { addEntry, listEntries } from '$lib/server/repositories/logbook.ts';
import { addReading, findRevision, readingsOf } from '$lib/server/repositories/revisions.ts';

export const load = async ({ locals, params, url }) => {
  const bench = await benchOf(locals, params.board, url);
  if (!bench) return { revision: null, copies: [], copy: 1, plan: [], figures: {}, readings: [], entries: [], document: null };
  const { revision, copies, copy } = bench;
  const { steps, figures } = await planOf(revision);
  return {
    revision: { letter: revision.letter, coreVersion: revision.coreVersion, note: revision.note, createdAt: revision.createdAt },
    copies,
    copy,
    plan: steps,
    figures,
    readings: await readingsOf(revision.id),
    entries: (await listEntries(params.board, revision.letter)).filter((e) => e.copy === copy).reverse(),
    document: revision.document,
  };
};

/** The revision a form is about, of the account that sends it. */
async function revisionOf(locals: App.Locals, board: string, form: FormData) {
  const account = signedIn(locals);
  const revision = await findRevision(account.id, board, textOf(form, 'revision', 4));
  if (!revision) error(404, 'There is no such revision.');
  const copy = Number(textOf(form, 'copy', 6) || 1);
  if (!(await listCopies(revision.id)).some((c) => c.number === copy)) error(404, 'There is no such copy.');
  return { revision, copy };
}
const back = (board: string, letter: string, copy: number) => `/boards/${board}/bring-up?revision=${letter}${copy === 1 ? '' : `&copy=${copy}`}`;

export const actions = {
  reading: async ({ locals, params, request }) => {
    const form = await request.formData();
    const { revision, copy } = await revisionOf(locals, params.board, form);
    const [key, text, note] = [textOf(form, 'step', 120), textOf(form, 'text', 60), textOf(form, 'note')];
    const readings = (await readingsOf(revision.id)).filter((r) => r.copy === copy);
    const here = progress((await planOf(revision)).steps, readings).find((p) => p.step.key === key);
    if (!here) error(404, 'There is no such step.');
    if (here.locked) return problem(key, 'An earlier step is still open or out of its window. Finish it first.', { text }, 409);
    let value: number | null = null;
    if (here.step.expect) {
      const read = parseNumber(text, here.step.expect.unit);
      if (!read.ok) return problem(key, read.message, { text, note });
      value = read.value;
    }
    if ((await countReadings(revision.id)) >= MOST_READINGS)
      return problem(key, `Revision ${revision.letter} holds ${MOST_READINGS} readings, which is the most. Nothing was stored.`, { text, note }, 409);
    await addReading(revision.id, copy, { step: key, text, value, note });
    redirect(303, back(params.board, revision.letter, copy));
  },
  probe: async ({ locals, params, request }) => {
    const form = await request.formData();
    const { revision, copy } = await revisionOf(locals, params.board, form);
    const [point, text] = [textOf(form, 'point', 110), textOf(form, 'text', 60)];
    const read = parseNumber(text, 'V');
    if (!point || !read.ok) return problem('probe', read.ok ? 'Name the test point.' : read.message, { text });
    if ((await countReadings(revision.id)) >= MOST_READINGS)
      return problem('probe', `Revision ${revision.letter} holds ${MOST_READINGS} readings, which is the most. Nothing was stored.`, { text }, 409);
    await addReading(revision.id, copy, { step: probeKey(point), text, value: read.value, note: '' });
    redirect(303, back(params.board, revision.letter, copy));
  },
  explain: async ({ locals, params, request }) => {
    const form = await request.formData();
    const { revision, copy } = await revisionOf(locals, params.board, form);
    const [step, fault, title, note] = [textOf(form, 'step', 120), textOf(form, 'fault', 120), textOf(form, 'title', 120), textOf(form, 'note', 4000)];
    if (!step || !fault || !title) return problem('probe', 'Say which fault explains which reading.');
    const content = { explains: step, fault };
    const point = textOf(form, 'point', 120) || null;
    const added = await addEntry(signedIn(locals).id, params.board, { letter: revision.letter, copy, point, sort: 'note', title, note, content });
    if (!added.ok) return problem('probe', added.message, {}, 409);
  },
  copy: async ({ locals, params, request }) => {
    const form = await request.formData();
    const { revision } = await revisionOf(locals, params.board, form);
    const number = await addCopy(revision.id, textOf(form, 'name', 60));
    if (number === null) return problem('copy', `A revision has at most ${MOST_COPIES} copies here.`, {}, 409);
    redirect(303, back(params.board, revision.letter, number));
  },
  rename: async ({ locals, params, request }) => {
    const form = await request.formData();
    const { revision, copy } = await revisionOf(locals, params.board, form);
    await renameCopy(revision.id, copy, textOf(form, 'name', 60));
    redirect(303, back(params.board, revision.letter, copy));
  },
};
