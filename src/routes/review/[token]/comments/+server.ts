import { json } from '@sveltejs/kit';
import * as z from 'zod';
import { takeTry, tooMany } from '$lib/server/auth/attempts.ts';
import { jsonBody, refuse } from '$lib/server/json-body.ts';
import { remarked } from '$lib/server/live.ts';
import { event as logged } from '$lib/server/log.ts';
import { addComment } from '$lib/server/repositories/reviews.ts';
import { reviewed } from '$lib/server/review.ts';

const COMMENT = z.strictObject({
  by: z.string().trim().min(1, 'Say who you are.').max(60),
  about: z.string().min(1).max(200),
  aboutText: z.string().min(1).max(200),
  text: z.string().trim().min(1, 'Write something.').max(4000),
});
/** Comments by one link, and from one address, in a quarter of an hour. */
const [BY_LINK, BY_ADDRESS] = [40, 80];

/** A comment of whoever holds a link that takes comments. */
export const POST = async ({ params, request, getClientAddress }) => {
  const address = getClientAddress();
  const { link } = await reviewed(params.token, address);
  if (!link.comments) return refuse(403, 'This link is for reading only.');
  const wait = await takeTry([
    { what: ['comment', link.id], most: BY_LINK },
    { what: ['comment from', address], most: BY_ADDRESS },
  ]);
  if (wait > 0) return refuse(429, tooMany(wait));
  const body = await jsonBody(request, COMMENT, 20_000);
  if (!body.ok) return body.response;
  if (!(await addComment(link, body.value))) return refuse(409, 'This board has as many comments as are kept.');
  remarked(link.boardId);
  logged('a reviewer commented', { link: link.id, board: link.boardId });
  return json({}, { status: 201 });
};
