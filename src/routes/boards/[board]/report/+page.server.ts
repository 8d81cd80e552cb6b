import { billOptions } from '$lib/server/bill.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { remarksOf } from '$lib/server/reports.ts';
import { listComments } from '$lib/server/repositories/reviews.ts';

export const load = async ({ locals, params }) => {
  const board = await ownBoard(locals, params.board);
  return { options: { ...(await billOptions(board.accountId, board.id)), remarks: remarksOf(await listComments(board.id)) } };
};
