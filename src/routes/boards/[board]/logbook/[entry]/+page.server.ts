import { error } from '@sveltejs/kit';
import type { WaveformContent } from '../../../../../core/logbook/entry.ts';
import { parseNumber } from '../../../../../core/quantity/parse.ts';
import { problem, textOf } from '$lib/server/forms.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { planOf } from '$lib/server/plans.ts';
import { changeEntry, findEntry, listEntries } from '$lib/server/repositories/logbook.ts';
import { findRevision } from '$lib/server/repositories/revisions.ts';

export const load = async ({ locals, params }) => {
  const board = await ownBoard(locals, params.board);
  const entry = await findEntry(board.id, params.entry);
  if (!entry) error(404, 'There is no such entry in this logbook.');
  const revision = entry.letter ? await findRevision(board.accountId, board.id, entry.letter) : null;
  const plan = revision ? (await planOf(revision)).steps : [];
  return {
    entry,
    document: revision?.document ?? null,
    steps: plan.filter((s) => s.expect).map((s) => ({ key: s.key, title: `${s.stageTitle}: ${s.title}`, unit: s.expect!.unit })),
    others: (await listEntries(board.id)).filter((e) => e.sort === 'waveform' && e.id !== entry.id).map((e) => ({ id: e.id, title: e.title })),
  };
};

export const actions = {
  keep: async ({ locals, params, request }) => {
    const board = await ownBoard(locals, params.board);
    const entry = await findEntry(board.id, params.entry);
    if (!entry || entry.sort !== 'waveform') error(404, 'There is no such entry.');
    const form = await request.formData();
    const [name, unit, value] = [textOf(form, 'name', 80), textOf(form, 'unit', 12), parseNumber(textOf(form, 'value', 40), 'count')];
    if (!name || !value.ok) return problem('keep', 'There is no figure to keep.');
    const content = entry.content as WaveformContent;
    const figures = [...content.figures.filter((f) => f.name !== name), { name, value: value.value, unit }].slice(-100);
    await changeEntry(board.id, entry.id, { content: { ...content, figures } });
  },
};
