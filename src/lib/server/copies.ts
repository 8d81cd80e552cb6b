import { error } from '@sveltejs/kit';
import { ownBoard } from './guard.ts';
import { listCopies, type Copy } from './repositories/copies.ts';
import { findRevision, listRevisions, type Revision } from './repositories/revisions.ts';

/** The revision and copy that a page of the bench is about: those its address names, else the newest and its first. */
export async function benchOf(locals: App.Locals, boardId: string, url: URL): Promise<{ revision: Revision; copies: Copy[]; copy: number } | null> {
  const board = await ownBoard(locals, boardId);
  const letter = url.searchParams.get('revision') ?? (await listRevisions(board.id)).at(-1)?.letter;
  if (!letter) return null;
  const revision = await findRevision(board.accountId, board.id, letter);
  if (!revision) error(404, `There is no revision ${letter} of this board.`);
  const copies = await listCopies(revision.id);
  const copy = Number(url.searchParams.get('copy') ?? copies[0]!.number);
  if (!copies.some((c) => c.number === copy)) error(404, `There is no copy ${url.searchParams.get('copy')} of revision ${letter}.`);
  return { revision, copies, copy };
}
