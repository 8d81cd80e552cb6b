import type { BoardDoc } from '../../core/board/document.ts';
import { checkBoard, LARGEST_FILE } from '../../core/files/board-file.ts';
import { bodyText, refuse } from './json-body.ts';

/** A board file sent as the body: 400 for what is not JSON, 413 for what is too large, 422 with the path of what is wrong. */
export async function boardBody(request: Request): Promise<{ ok: true; doc: BoardDoc } | { ok: false; response: Response }> {
  const body = await bodyText(request, LARGEST_FILE);
  if (!body.ok) return body;
  let value: unknown;
  try {
    value = JSON.parse(body.text);
  } catch {
    return { ok: false, response: refuse(400, 'The request is not JSON. Send a board file.') };
  }
  const read = checkBoard(value);
  return read.ok ? { ok: true, doc: read.value } : { ok: false, response: refuse(422, 'This is not a board that can be read.', { issues: read.issues }) };
}
