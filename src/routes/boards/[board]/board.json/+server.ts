import { writeBoard } from '../../../../core/files/board-file.ts';
import { fileName } from '$lib/server/file-name.ts';
import { ownBoard } from '$lib/server/guard.ts';

export const GET = async ({ locals, params }) => {
  const board = await ownBoard(locals, params.board);
  return new Response(writeBoard(board.document), {
    headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': `attachment; filename="${fileName(board.document.name)}.board.json"` },
  });
};
