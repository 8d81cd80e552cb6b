import type { BoardDoc } from '../../core/board/document.ts';
import { boardIn, LARGEST_FILE } from '../../core/files/board-file.ts';
import type { Issue } from '../../core/files/issues.ts';
import { bodyText, refuse, type Body } from './json-body.ts';

/** The text of a board file sent as the body; 413 for what is too large. */
export const boardText = (request: Request): Promise<Body> => bodyText(request, LARGEST_FILE);

/** The answer to what is no board: 400 for what is not JSON, 422 with the path of what is wrong. */
export const noBoard = (status: 400 | 422, issues: Issue[]): Response =>
  status === 400 ? refuse(400, 'The request is not JSON. Send a board file.') : refuse(422, 'This is not a board that can be read.', { issues });

/** A board file sent as the body. */
export async function boardBody(request: Request): Promise<{ ok: true; doc: BoardDoc } | { ok: false; response: Response }> {
  const body = await boardText(request);
  if (!body.ok) return body;
  const read = boardIn(body.text);
  return read.ok ? { ok: true, doc: read.value } : { ok: false, response: noBoard(read.status, read.issues) };
}
