import * as z from 'zod';
import { jsonBody, refuse } from '$lib/server/json-body.ts';
import { liveStream, moveTo } from '$lib/server/live.ts';
import { findBoard } from '$lib/server/repositories/boards.ts';

const client = z.string().min(1).max(40);
const at = z.string().max(200);
const PERSON = z.object({ client, at });
const MOVE = z.strictObject({ client, at });

/** What happens on a board while somebody looks at it. */
export const GET = async ({ params, locals, url }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const asked = PERSON.safeParse({ client: url.searchParams.get('client'), at: url.searchParams.get('at') ?? '' });
  if (!asked.success) return refuse(422, 'The request names no tab.');
  const board = await findBoard(locals.account.id, params.board);
  if (!board) return refuse(404, 'There is no such board.');
  return liveStream(board.id, board.version, { ...asked.data, name: locals.account.name });
};

/** Says on which page of the board a tab is now. */
export const POST = async ({ params, locals, request }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const board = await findBoard(locals.account.id, params.board);
  if (!board) return refuse(404, 'There is no such board.');
  const body = await jsonBody(request, MOVE, 2000);
  if (!body.ok) return body.response;
  moveTo(board.id, body.value.client, body.value.at);
  return new Response(null, { status: 204 });
};
