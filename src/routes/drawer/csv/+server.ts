import { writeStock } from '../../../core/files/drawer-csv.ts';
import { csvDownload } from '$lib/server/download.ts';
import { signedIn } from '$lib/server/guard.ts';
import { listStock } from '$lib/server/repositories/stock.ts';

/** The drawer as CSV. */
export const GET = async ({ locals }) => csvDownload('drawer', writeStock(await listStock(signedIn(locals).id)));
