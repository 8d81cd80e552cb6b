import { json } from '@sveltejs/kit';
import * as z from 'zod';
import { jsonBody, refuse } from '$lib/server/json-body.ts';
import { event as logged } from '$lib/server/log.ts';
import { findBoard } from '$lib/server/repositories/boards.ts';
import { answerComment } from '$lib/server/repositories/reviews.ts';

const ANSWER = z.strictObject({ how: z.enum(['answered', 'taken', 'refused']), answer: z.string().trim().min(1, 'Write a reason.').max(4000) });

/** The owner answers a reviewer's comment, takes or refuses it. */
export const POST = async ({ params, locals, request }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const board = await findBoard(locals.account.id, params.board);
  if (!board) return refuse(404, 'There is no such board.');
  const body = await jsonBody(request, ANSWER, 20_000);
  if (!body.ok) return body.response;
  const comment = await answerComment(board.id, params.comment, body.value.how, body.value.answer);
  if (!comment) return refuse(404, 'There is no such comment.');
  logged(`a comment was ${body.value.how}`, { account: locals.account.id, board: board.id });
  return json({});
};
