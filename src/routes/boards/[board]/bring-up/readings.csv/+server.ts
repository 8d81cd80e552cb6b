import { readingsCsv } from '../../../../../core/files/bring-up-report.ts';
import { fileName } from '$lib/server/file-name.ts';
import { recordOf } from '$lib/server/bring-up-record.ts';

/** All readings of all copies. */
export const GET = async ({ locals, params, url }) => {
  const record = await recordOf(locals, params.board, url);
  return new Response(readingsCsv(record.all, record.everybody), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${fileName(`${record.board} ${record.letter} readings`)}.csv"`,
    },
  });
};
