import { bringUpMarkdown } from '../../../../../core/files/bring-up-report.ts';
import { fileName } from '$lib/server/file-name.ts';
import { recordOf } from '$lib/server/bring-up-record.ts';

export const GET = async ({ locals, params, url }) => {
  const record = await recordOf(locals, params.board, url);
  return new Response(bringUpMarkdown(record), {
    headers: {
      'content-type': 'text/markdown; charset=utf-8',
      'content-disposition': `attachment; filename="${fileName(`${record.board} ${record.letter} copy ${record.copy}`)}.md"`,
    },
  });
};
