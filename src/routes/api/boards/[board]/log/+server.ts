import { json } from '@sveltejs/kit';
import * as z from 'zod';
import { LOG_SORTS, type LogContent } from '../../../../../core/logbook/entry.ts';
import { pathText } from '../../../../../core/files/issues.ts';
import { refuse } from '$lib/server/json-body.ts';
import { findBoard } from '$lib/server/repositories/boards.ts';
import { addEntry, MOST_FILE } from '$lib/server/repositories/logbook.ts';

const figure = z.strictObject({ name: z.string().max(80), value: z.number(), unit: z.string().max(12) });
const CONTENT = z.union([
  z.strictObject({
    channels: z.array(z.string().max(60)).max(64),
    samples: z.number().int().min(0),
    preview: z.array(z.number()).max(400),
    figures: z.array(figure).max(100),
    rate: z.number().positive().optional(),
    fullScale: z.number().positive().optional(),
  }),
  z.strictObject({ width: z.number().int().positive(), height: z.number().int().positive() }),
]);
const ENTRY = z.strictObject({
  letter: z.string().max(4).nullable(),
  copy: z.number().int().positive().nullable(),
  point: z.string().max(120).nullable(),
  sort: z.enum(LOG_SORTS),
  title: z.string().trim().min(1).max(120),
  note: z.string().max(4000),
  content: CONTENT,
});
/** Pictures a browser shows by itself and that carry no script, and packed records. */
const MIMES: Readonly<Record<string, readonly string[]>> = { photo: ['image/jpeg', 'image/png', 'image/webp'], waveform: ['application/gzip'] };

/** Puts a picture or a record into the logbook of a board: `entry` as JSON, `file` with its bytes. */
export const POST = async ({ params, locals, request }) => {
  if (!locals.account) return refuse(401, 'You are not signed in.');
  const board = await findBoard(locals.account.id, params.board);
  if (!board) return refuse(404, 'There is no such board.');
  let form: FormData;
  try {
    form = await request.formData();
  } catch {
    return refuse(413, `The file is larger than ${MOST_FILE / 1024 / 1024} MB, which is the most taken here.`);
  }
  const [text, file] = [form.get('entry'), form.get('file')];
  if (typeof text !== 'string' || !(file instanceof File)) return refuse(422, 'The request needs an entry and a file.');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return refuse(400, 'The entry is not JSON.');
  }
  const read = ENTRY.safeParse(value);
  if (!read.success)
    return refuse(422, 'The entry was not understood.', { issues: read.error.issues.map((i) => ({ path: pathText(i.path), message: i.message })) });
  const { sort } = read.data;
  if (!MIMES[sort]?.includes(file.type)) return refuse(415, `A ${sort} is taken as ${MIMES[sort]?.join(', ') ?? 'no file at all'}.`);
  if (file.size > MOST_FILE) return refuse(413, `The file is larger than ${MOST_FILE / 1024 / 1024} MB, which is the most taken here.`);
  const added = await addEntry(locals.account.id, board.id, {
    ...read.data,
    content: read.data.content as LogContent,
    file: { name: file.name.slice(0, 160), mime: file.type, data: new Uint8Array(await file.arrayBuffer()) },
  });
  return added.ok ? json({ id: added.id }, { status: 201 }) : refuse(409, added.message);
};
