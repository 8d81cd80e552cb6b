import { boardText } from '$lib/server/board-body.ts';
import { evaluated } from '$lib/server/work.ts';

/** Takes a board file, answers what `evaluate --json` prints. Needs no account: nothing is stored. */
export const POST = async ({ request, getClientAddress }) => {
  const body = await boardText(request);
  return body.ok ? evaluated(body.text, getClientAddress(), request.signal) : body.response;
};
