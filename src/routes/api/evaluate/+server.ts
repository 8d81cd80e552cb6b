import { json } from '@sveltejs/kit';
import { evaluateBoard } from '../../../core/board/evaluate.ts';
import { answer } from '../../../core/files/answer.ts';
import { checkBoard, LARGEST_FILE } from '../../../core/files/board-file.ts';
import { bodyText, refuse } from '$lib/server/json-body.ts';

/** Takes a board file, answers what `evaluate --json` prints. Needs no account: nothing is stored. */
export const POST = async ({ request }) => {
  const body = await bodyText(request, LARGEST_FILE);
  if (!body.ok) return body.response;
  let value: unknown;
  try {
    value = JSON.parse(body.text);
  } catch {
    return refuse(400, 'The request is not JSON. Send a board file.');
  }
  const read = checkBoard(value);
  return read.ok ? json(answer(evaluateBoard(read.value))) : refuse(422, 'This is not a board that can be read.', { issues: read.issues });
};
