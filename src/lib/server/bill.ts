import { currencyOf } from '../../core/board/document.ts';
import type { BillOptions } from '../../core/order/bill.ts';
import { ownBoard } from './guard.ts';
import { priceBook } from './repositories/prices.ts';
import { listStock } from './repositories/stock.ts';
import { forPage } from './work.ts';

/** Drawer and prices that a board of an account is reckoned with. */
export const billOptions = async (accountId: string, boardId: string): Promise<BillOptions> => ({
  stock: await listStock(accountId, boardId),
  prices: await priceBook(accountId),
});

/** The bill of materials of a board on the shelf, with the drawer and prices of its owner. */
export async function billOfBoard(locals: App.Locals, id: string) {
  const board = await ownBoard(locals, id);
  const doc = board.document;
  const bill = await forPage<'bill'>({ sort: 'bill', doc, options: await billOptions(board.accountId, board.id) }, board.accountId);
  return { name: doc.name, currency: currencyOf(doc), bill };
}
