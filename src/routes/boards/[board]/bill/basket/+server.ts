import { BASKET_COLUMNS, basketCsv, type BasketColumn } from '../../../../../core/files/bill-csv.ts';
import { csvDownload } from '$lib/server/download.ts';
import { billOfBoard } from '$lib/server/bill.ts';

/** What must be bought, as a supplier's basket takes it: `column` names each column, `title.COLUMN` what it is called there. */
export const GET = async ({ locals, params, url }) => {
  const asked = url.searchParams.getAll('column').filter((c): c is BasketColumn => Object.hasOwn(BASKET_COLUMNS, c));
  const columns = (asked.length ? asked : (['code', 'quantity', 'description'] as const)).map((column) => ({
    column,
    title: (url.searchParams.get(`title.${column}`) ?? '').slice(0, 60),
  }));
  const { name, bill } = await billOfBoard(locals, params.board);
  return csvDownload(`${name} basket`, basketCsv(bill, columns));
};
