import { billOptions } from '$lib/server/bill.ts';
import { ownBoard } from '$lib/server/guard.ts';

export const load = async ({ locals, params }) => {
  const board = await ownBoard(locals, params.board);
  return { options: await billOptions(board.accountId, board.id) };
};
