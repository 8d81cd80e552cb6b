import { boardBody } from '$lib/server/board-body.ts';
import { evaluated } from '$lib/server/work.ts';

/** Takes a board file, answers what `evaluate --json` prints. Needs no account: nothing is stored. */
export const POST = async ({ request, getClientAddress }) => {
  const body = await boardBody(request);
  return body.ok ? evaluated(body.doc, getClientAddress(), request.signal) : body.response;
};
