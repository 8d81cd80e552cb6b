import { fileName } from './file-name.ts';

/** A file to keep, under a name that any system takes. */
export const download = (name: string, extension: string, type: string, body: BodyInit): Response =>
  new Response(body, { headers: { 'content-type': type, 'content-disposition': `attachment; filename="${fileName(name)}.${extension}"` } });

/** A table as CSV. The mark tells spreadsheets that the text is UTF-8. */
export const csvDownload = (name: string, csv: string): Response => download(name, 'csv', 'text/csv; charset=utf-8', `\uFEFF${csv}`);
