import { error } from '@sveltejs/kit';
import { ownBoard } from '$lib/server/guard.ts';
import { fileOf, findEntry } from '$lib/server/repositories/logbook.ts';

/** The file of an entry as it was put in. */
export const GET = async ({ locals, params }) => {
  const board = await ownBoard(locals, params.board);
  const entry = await findEntry(board.id, params.entry);
  const data = entry && (await fileOf(entry.id));
  if (!entry || !data) error(404, 'There is no such file in this logbook.');
  return new Response(new Uint8Array(data), {
    headers: {
      'content-type': entry.mime ?? 'application/octet-stream',
      'content-disposition': `${entry.sort === 'photo' ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(entry.fileName ?? 'file')}`,
      'cache-control': 'private, max-age=86400, immutable',
    },
  });
};
