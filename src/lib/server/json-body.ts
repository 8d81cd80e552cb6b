import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import { pathText, type Issue } from '../../core/files/issues.ts';
import { oddIssues } from '../../core/files/schema.ts';

/** The one shape of an error answer. */
export const refuse = (status: number, message: string, more: { issues?: Issue[] } & Record<string, unknown> = {}): Response =>
  json({ error: { message, issues: [], ...more } }, { status });

export type Body = { ok: true; text: string } | { ok: false; response: Response };

/** Reads a body up to a size. A larger one is not read to its end. */
export async function bodyText(request: Request, most: number): Promise<Body> {
  const tooLarge = { ok: false as const, response: refuse(413, `The request is larger than ${most / 1024 / 1024} MB, which is the most taken here.`) };
  if (Number(request.headers.get('content-length') ?? 0) > most) return tooLarge;
  const reader = request.body?.getReader();
  if (!reader) return { ok: true, text: '' };
  const chunks: Uint8Array[] = [];
  let size = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      size += value.byteLength;
      if (size > most) return tooLarge;
      chunks.push(value);
    }
  } catch {
    return tooLarge;
  }
  return { ok: true, text: Buffer.concat(chunks).toString('utf8') };
}

/** Reads JSON of a shape, or answers 400 or 422 with what is wrong. */
export async function jsonBody<T extends z.ZodType>(
  request: Request,
  schema: T,
  most: number,
): Promise<{ ok: true; value: z.infer<T> } | { ok: false; response: Response }> {
  const body = await bodyText(request, most);
  if (!body.ok) return body;
  let value: unknown;
  try {
    value = JSON.parse(body.text);
  } catch {
    return { ok: false, response: refuse(400, 'The request is not JSON.') };
  }
  const odd = oddIssues(value);
  if (odd.length) return { ok: false, response: refuse(422, 'The request was not understood.', { issues: odd }) };
  const parsed = schema.safeParse(value);
  if (parsed.success) return { ok: true, value: parsed.data };
  return {
    ok: false,
    response: refuse(422, 'The request was not understood.', { issues: parsed.error.issues.map((i) => ({ path: pathText(i.path), message: i.message })) }),
  };
}
