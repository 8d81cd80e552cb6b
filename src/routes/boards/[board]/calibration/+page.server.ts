import { redirect } from '@sveltejs/kit';
import * as z from 'zod';
import type { CalibrationContent } from '../../../../core/logbook/entry.ts';
import { calibrate } from '../../../../core/measured/calibrate.ts';
import { benchOf } from '$lib/server/copies.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { addEntry, findEntry, listEntries } from '$lib/server/repositories/logbook.ts';

export const load = async ({ locals, params, url }) => {
  const bench = await benchOf(locals, params.board, url);
  const id = url.searchParams.get('entry');
  const before = (await listEntries(params.board)).filter((e) => e.sort === 'calibration');
  const latest = before.find((e) => e.letter === (bench?.revision.letter ?? null) && (e.copy ?? 1) === (bench?.copy ?? 1));
  const opened = id ? await findEntry(params.board, id) : url.searchParams.has('new') ? null : (latest ?? null);
  return {
    letter: bench?.revision.letter ?? null,
    copies: bench?.copies ?? [],
    copy: bench?.copy ?? 1,
    opened: opened?.sort === 'calibration' ? opened : null,
    before,
  };
};

const SENT = z.strictObject({
  stage: z.string().max(60).nullable(),
  unit: z.string().max(12),
  lsb: z.number().positive().nullable(),
  points: z.number().int().min(1).max(1000).nullable(),
  pairs: z
    .array(
      z.strictObject({
        reference: z.number(),
        reading: z.number(),
        referenceUncertainty: z.number().min(0).optional(),
        readingUncertainty: z.number().min(0).optional(),
      }),
    )
    .min(1)
    .max(1000),
});

export const actions = {
  keep: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const form = await request.formData();
    let sent: unknown = null;
    try {
      sent = JSON.parse(textOf(form, 'content', 200_000));
    } catch {
      // told below
    }
    const read = SENT.safeParse(sent);
    if (!read.success) return problem('keep', 'The pairs were not understood. Nothing was stored.');
    const { lsb, points, pairs } = read.data;
    const clean = pairs.map(({ reference, reading, referenceUncertainty: a, readingUncertainty: b }) => ({
      reference,
      reading,
      ...(a === undefined ? {} : { referenceUncertainty: a }),
      ...(b === undefined ? {} : { readingUncertainty: b }),
    }));
    const result = calibrate(clean, { ...(lsb === null ? {} : { lsb }), ...(points === null ? {} : { points }) });
    const letter = textOf(form, 'letter', 4) || null;
    const copy = letter ? Number(textOf(form, 'copy', 6)) || 1 : null;
    const added = await addEntry(board.accountId, board.id, {
      letter,
      copy,
      point: read.data.stage,
      sort: 'calibration',
      title: textOf(form, 'title', 120) || 'Calibration',
      note: textOf(form, 'note', 4000),
      content: { ...read.data, pairs: clean, result } satisfies CalibrationContent,
    });
    if (!added.ok) return problem('keep', added.message, {}, 409);
    redirect(303, `/boards/${board.id}/calibration?entry=${added.id}${letter ? `&revision=${letter}` : ''}${copy && copy > 1 ? `&copy=${copy}` : ''}`);
  },
};
