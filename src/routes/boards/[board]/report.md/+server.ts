import { error } from '@sveltejs/kit';
import { fileName } from '$lib/server/file-name.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { findRevision } from '$lib/server/repositories/revisions.ts';
import { forPage } from '$lib/server/work.ts';

export const GET = async ({ locals, params, url }) => {
  const board = await ownBoard(locals, params.board);
  const letter = url.searchParams.get('revision');
  const revision = letter ? await findRevision(board.accountId, board.id, letter) : null;
  if (letter && !revision) error(404, `There is no revision ${letter} of this board.`);
  const text = await forPage<'report'>(
    {
      sort: 'report',
      doc: revision?.document ?? board.document,
      options: revision ? { revision: revision.letter, frozen: revision.createdAt.toISOString().slice(0, 10) } : {},
    },
    board.accountId,
  );
  return new Response(text, {
    headers: { 'content-type': 'text/markdown; charset=utf-8', 'content-disposition': `attachment; filename="${fileName(board.document.name)}.md"` },
  });
};
