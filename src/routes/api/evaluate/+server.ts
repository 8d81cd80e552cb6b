import { json } from '@sveltejs/kit';
import { evaluateBoard } from '../../../core/board/evaluate.ts';
import { answer } from '../../../core/files/answer.ts';
import { boardBody } from '$lib/server/board-body.ts';

/** Takes a board file, answers what `evaluate --json` prints. Needs no account: nothing is stored. */
export const POST = async ({ request }) => {
  const body = await boardBody(request);
  return body.ok ? json(answer(evaluateBoard(body.doc))) : body.response;
};
