import { db } from '$lib/server/db/client.ts';
import { ownBoard } from '$lib/server/guard.ts';
import { drawerOf } from '$lib/server/repositories/stock.ts';
import { listDevices } from '$lib/server/repositories/devices.ts';
import { priceBook } from '$lib/server/repositories/prices.ts';
import { stacksOf } from '$lib/server/repositories/boards.ts';
import { listRevisions } from '$lib/server/repositories/revisions.ts';

export const load = async ({ locals, params, depends }) => {
  depends('board:revisions');
  const board = await ownBoard(locals, params.board);
  return {
    board: { id: board.id, version: board.version, doc: board.document, stacks: await stacksOf(db(), board.id, '') },
    drawer: await drawerOf(board.accountId),
    devices: await listDevices(board.accountId),
    prices: await priceBook(board.accountId),
    revisions: await listRevisions(board.id),
  };
};
