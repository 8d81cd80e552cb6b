import * as z from 'zod';
import { jsonBody, refuse } from '$lib/server/json-body.ts';
import { stepBack } from '$lib/server/repositories/boards.ts';
import { savedAnswer } from '$lib/server/saved-answer.ts';

const step = z.strictObject({
  client: z.string().min(1).max(40),
  nonce: z.string().min(1).max(40),
  direction: z.enum(['undo', 'redo']),
  force: z.boolean().optional(),
});

/** Takes back the tab's own last change, or does it again. */
export const POST = async ({ params, locals, request }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const body = await jsonBody(request, step, 10_000);
  if (!body.ok) return body.response;
  const { force = false, ...rest } = body.value;
  const saved = await stepBack(locals.account.id, params.board, { ...rest, force });
  return savedAnswer(saved, saved.sort === 'saved' ? saved.label : undefined);
};
