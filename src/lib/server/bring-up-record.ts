import { error } from '@sveltejs/kit';
import { progress } from '../../core/bringup/plan.ts';
import type { BringUpRecord } from '../../core/files/bring-up-report.ts';
import { benchOf } from './copies.ts';
import { planOf } from './plans.ts';
import { listEntries } from './repositories/logbook.ts';
import { readingsOf } from './repositories/revisions.ts';

/** Everything that is known of the copy that an address names. */
export async function recordOf(locals: App.Locals, board: string, url: URL): Promise<BringUpRecord & { everybody: Awaited<ReturnType<typeof readingsOf>> }> {
  const bench = await benchOf(locals, board, url);
  if (!bench) error(404, 'Nothing of this board is frozen, so nothing was brought up.');
  const { revision, copies, copy } = bench;
  const everybody = await readingsOf(revision.id);
  const readings = everybody.filter((r) => r.copy === copy);
  return {
    board: revision.document.name,
    letter: revision.letter,
    copy,
    name: copies.find((c) => c.number === copy)!.name,
    frozen: revision.createdAt.toISOString(),
    all: progress((await planOf(revision)).steps, readings),
    readings,
    everybody,
    entries: (await listEntries(board, revision.letter)).filter((e) => e.copy === null || e.copy === copy).reverse(),
  };
}
