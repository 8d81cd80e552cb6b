import { json } from '@sveltejs/kit';
import * as z from 'zod';
import type { Op } from '../../../../../core/board/changes.ts';
import { db } from '$lib/server/db/client.ts';
import { jsonBody, refuse } from '$lib/server/json-body.ts';
import { findBoard, saveChange, stacksOf } from '$lib/server/repositories/boards.ts';
import { savedAnswer } from '$lib/server/saved-answer.ts';

const LARGEST = 2 * 1024 * 1024;
const name = z.string().min(1).max(40);
const change = z.strictObject({
  client: name,
  nonce: name,
  label: z.string().max(200),
  force: z.boolean().optional(),
  ops: z
    .array(z.strictObject({ path: z.array(z.string().max(200)).min(1).max(8), before: z.unknown().optional(), after: z.unknown().optional() }))
    .min(1)
    .max(5000),
});

export const POST = async ({ params, locals, request }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const body = await jsonBody(request, change, LARGEST);
  if (!body.ok) return body.response;
  const { force = false, ...rest } = body.value;
  return savedAnswer(await saveChange(locals.account.id, params.board, { ...rest, force, ops: rest.ops as Op[] }));
};

/** What the board holds now, if it has moved past the version a tab knows. */
export const GET = async ({ params, locals, url }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const board = await findBoard(locals.account.id, params.board);
  if (!board) return refuse(404, 'There is no such board.');
  const stacks = await stacksOf(db(), board.id, url.searchParams.get('client') ?? '');
  return json({ version: board.version, doc: board.document, stacks });
};
