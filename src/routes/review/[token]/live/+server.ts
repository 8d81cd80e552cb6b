import { randomUUID } from 'node:crypto';
import { liveStream } from '$lib/server/live.ts';
import { reviewed } from '$lib/server/review.ts';

/** Tells the holder of a link when the board moves on. */
export const GET = async ({ params, getClientAddress }) => {
  const { link, boardId, version } = await reviewed(params.token, getClientAddress());
  return liveStream(boardId, version, { client: randomUUID(), name: `reviewer, ${link.title}`, at: '' });
};
