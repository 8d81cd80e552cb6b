import { reportFile } from '$lib/server/reports.ts';

export const GET = ({ locals, params, url }) => reportFile(locals, params.board, url, 'pdf');
