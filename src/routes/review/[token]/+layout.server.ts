import { event as logged } from '$lib/server/log.ts';
import { listComments, wasOpened } from '$lib/server/repositories/reviews.ts';
import { remarksOf } from '$lib/server/reports.ts';
import { reviewed } from '$lib/server/review.ts';

/** One board to read, for whoever holds the link. Nothing of its owner but the board goes out: no drawer, no prices, no other links' remarks. */
export const load = async ({ params, getClientAddress, setHeaders, depends }) => {
  depends('review:comments');
  const { link, doc, version, letter, boardId } = await reviewed(params.token, getClientAddress());
  setHeaders({ 'referrer-policy': 'no-referrer', 'x-robots-tag': 'noindex', 'cache-control': 'private, no-store' });
  await wasOpened(link.id);
  logged('a review link was opened', { link: link.id, board: boardId });
  const comments = (await listComments(boardId)).filter((c) => c.linkId === link.id);
  return {
    review: { title: link.title, comments: link.comments, letter, expiresAt: link.expiresAt, token: params.token },
    board: { version, doc, stacks: { undo: [], redo: [] } },
    said: comments.map(({ id, by, about, aboutText, text, createdAt, how, answer }) => ({ id, by, about, aboutText, text, createdAt, how, answer })),
    remarks: remarksOf(comments),
  };
};
