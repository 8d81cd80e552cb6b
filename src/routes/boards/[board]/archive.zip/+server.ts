import { reportFile } from '$lib/server/reports.ts';

/** Report, board file, tables, figures and plots in one. */
export const GET = ({ locals, params, url }) => reportFile(locals, params.board, url, 'zip');
