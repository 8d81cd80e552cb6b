import { error } from '@sveltejs/kit';
import type { BoardDoc } from '../../core/board/document.ts';
import type { ReportOptions, ReviewRemark } from '../../core/files/report.ts';
import { billOptions } from './bill.ts';
import { download } from './download.ts';
import { ownBoard } from './guard.ts';
import { listComments, type ReviewComment } from './repositories/reviews.ts';
import { findRevision } from './repositories/revisions.ts';
import { forPage } from './work.ts';

const dayOf = (at: Date): string => at.toISOString().slice(0, 10);
const HOW = { answered: 'Answered:', taken: 'Taken:', refused: 'Refused:' } as const;

/** What reviewers said, as a report tells it. */
export const remarksOf = (comments: readonly ReviewComment[]): ReviewRemark[] =>
  comments.map((c) => ({
    by: c.by,
    about: c.aboutText,
    text: c.text,
    at: dayOf(c.createdAt),
    answer: c.how ? `${HOW[c.how]} ${c.answer ?? ''}`.trim() : null,
  }));

/** A board of the signed-in account to report on: its draft, or the revision that the address names. */
async function reported(locals: App.Locals, id: string, url: URL): Promise<{ by: string; name: string; doc: BoardDoc; options: ReportOptions }> {
  const board = await ownBoard(locals, id);
  const letter = url.searchParams.get('revision');
  const revision = letter ? await findRevision(board.accountId, board.id, letter) : null;
  if (letter && !revision) error(404, `There is no revision ${letter} of this board.`);
  const options: ReportOptions = {
    ...(await billOptions(board.accountId, board.id)),
    remarks: remarksOf(await listComments(board.id)),
    ...(revision ? { revision: revision.letter, frozen: dayOf(revision.createdAt) } : {}),
  };
  const doc = revision?.document ?? board.document;
  return { by: board.accountId, name: `${doc.name}${revision ? ` ${revision.letter}` : ''}`, doc, options };
}

const WRITTEN = {
  md: { sort: 'report', type: 'text/markdown; charset=utf-8' },
  pdf: { sort: 'pdf', type: 'application/pdf' },
  zip: { sort: 'archive', type: 'application/zip' },
} as const;

/** The report of a board as a file, made on a thread. */
export async function reportFile(locals: App.Locals, id: string, url: URL, format: keyof typeof WRITTEN): Promise<Response> {
  const { by, name, doc, options } = await reported(locals, id, url);
  const { sort, type } = WRITTEN[format];
  const body = await forPage<typeof sort>({ sort, doc, options }, by);
  return download(name, format, type, typeof body === 'string' ? body : new Uint8Array(body));
}
