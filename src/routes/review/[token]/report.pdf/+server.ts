import { download } from '$lib/server/download.ts';
import { listComments } from '$lib/server/repositories/reviews.ts';
import { remarksOf } from '$lib/server/reports.ts';
import { reviewed } from '$lib/server/review.ts';
import { forPage } from '$lib/server/work.ts';

/** The report of the board behind a link, without what is its owner's alone. */
export const GET = async ({ params, getClientAddress }) => {
  const { link, doc, letter, boardId } = await reviewed(params.token, getClientAddress());
  const remarks = remarksOf((await listComments(boardId)).filter((c) => c.linkId === link.id));
  const options = { remarks, ...(letter ? { revision: letter } : {}) };
  const pdf = await forPage<'pdf'>({ sort: 'pdf', doc, options }, link.id);
  return download(doc.name, 'pdf', 'application/pdf', new Uint8Array(pdf));
};
