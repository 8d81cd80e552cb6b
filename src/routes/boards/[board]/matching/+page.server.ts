import { redirect } from '@sveltejs/kit';
import { readParts } from '../../../../core/files/measured-csv.ts';
import { MEASURED_SORTS, MEASURED_UNITS, type MeasuredSort } from '../../../../core/measured/parts.ts';
import { benchOf } from '$lib/server/copies.ts';
import { notTaken, problem, textOf } from '$lib/server/forms.ts';
import { ownBoard, signedIn } from '$lib/server/guard.ts';
import { addMeasured, listMeasured, MOST_MEASURED, removeMeasured, usedIn } from '$lib/server/repositories/measured-parts.ts';

export const load = async ({ locals, params, url }) => {
  const account = signedIn(locals);
  const bench = await benchOf(locals, params.board, url);
  return { letter: bench?.revision.letter ?? null, copy: bench?.copy ?? 1, parts: await listMeasured(account.id) };
};

const sortOf = (form: FormData): MeasuredSort => {
  const sort = textOf(form, 'sort', 12) as MeasuredSort;
  return MEASURED_SORTS.includes(sort) ? sort : 'resistor';
};

export const actions = {
  add: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    const sort = sortOf(form);
    const file = form.get('file');
    const typed = textOf(form, 'text', 100_000);
    const text = file instanceof File && file.size > 0 ? await file.text() : typed;
    const read = readParts(text, MEASURED_UNITS[sort]);
    if (!read.ok) return notTaken('add', read.issues);
    if (!(await addMeasured(board.accountId, sort, read.parts)))
      return problem('add', `The drawer holds ${MOST_MEASURED} measured parts at most. Nothing was stored.`, { text: typed }, 409);
    redirect(303, new URL(request.url).pathname);
  },
  remove: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    await removeMeasured(
      board.accountId,
      (await request.formData()).getAll('id').filter((v) => typeof v === 'string'),
    );
  },
  use: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    await usedIn(board.accountId, textOf(form, 'names', 4000).split('\n').filter(Boolean), sortOf(form), textOf(form, 'used', 160) || null);
  },
};
