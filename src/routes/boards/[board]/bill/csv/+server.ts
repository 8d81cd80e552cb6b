import { billCsv } from '../../../../../core/files/bill-csv.ts';
import { csvDownload } from '$lib/server/download.ts';
import { billOfBoard } from '$lib/server/bill.ts';

/** The bill of materials as CSV. */
export const GET = async ({ locals, params }) => {
  const { name, bill, currency } = await billOfBoard(locals, params.board);
  return csvDownload(`${name} bill of materials`, billCsv(bill, currency));
};
