import { writeDevices } from '../../../core/files/device-csv.ts';
import { GENERIC_DEVICES } from '../../../core/parts/devices.ts';
import { signedIn } from '$lib/server/guard.ts';
import { listDevices } from '$lib/server/repositories/devices.ts';

/** The account's own devices as CSV, or with `?shipped` the typical ones, to start from. */
export const GET = async ({ locals, url }) => {
  const account = signedIn(locals);
  const shipped = url.searchParams.has('shipped');
  const devices = shipped ? GENERIC_DEVICES : await listDevices(account.id);
  // The mark tells spreadsheets that the text is UTF-8.
  return new Response(`\uFEFF${writeDevices(devices)}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${shipped ? 'typical' : 'own'}-devices.csv"`,
    },
  });
};
