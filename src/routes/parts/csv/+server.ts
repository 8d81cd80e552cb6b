import { writeDevices } from '../../../core/files/device-csv.ts';
import { GENERIC_DEVICES } from '../../../core/parts/devices.ts';
import { csvDownload } from '$lib/server/download.ts';
import { signedIn } from '$lib/server/guard.ts';
import { listDevices } from '$lib/server/repositories/devices.ts';

/** The account's own devices as CSV, or with `?shipped` the typical ones, to start from. */
export const GET = async ({ locals, url }) => {
  const account = signedIn(locals);
  const shipped = url.searchParams.has('shipped');
  const devices = shipped ? GENERIC_DEVICES : await listDevices(account.id);
  return csvDownload(`${shipped ? 'typical' : 'own'}-devices`, writeDevices(devices));
};
