import { randomUUID } from 'node:crypto';
import { and, asc, count, desc, eq, isNull, isNotNull, lte, type SQL } from 'drizzle-orm';
import type { BoardDoc } from '../../../core/board/document.ts';
import { applyOps, inverse, type Conflict, type Op } from '../../../core/board/changes.ts';
import { stacks, type LogEntry, type Stacks } from '../../../core/board/history.ts';
import { checkBoard } from '../../../core/files/board-file.ts';
import type { Issue } from '../../../core/files/issues.ts';
import { db, inTurn, transact, type Transaction } from '../db/client.ts';
import { boards, changes } from '../db/schema.ts';
import { announce } from '../live.ts';
import { counted } from './accounts.ts';

export type Board = typeof boards.$inferSelect;

const own = (accountId: string, id: string) => and(eq(boards.id, id), eq(boards.accountId, accountId));

const onShelf = (accountId: string, archived: boolean) =>
  and(eq(boards.accountId, accountId), archived ? isNotNull(boards.archivedAt) : isNull(boards.archivedAt));

export const listBoards = (accountId: string, archived: boolean): Promise<Board[]> =>
  db().select().from(boards).where(onShelf(accountId, archived)).orderBy(desc(boards.updatedAt));

/** A board of this account; null when there is none, or it is somebody else's: the answer is the same. */
export async function findBoard(accountId: string, id: string): Promise<Board | null> {
  const [row] = await db().select().from(boards).where(own(accountId, id));
  return row ?? null;
}

export const countBoards = async (accountId: string, archived: boolean): Promise<number> => {
  const [row] = await db().select({ n: count() }).from(boards).where(onShelf(accountId, archived));
  return row?.n ?? 0;
};

/** Boards on one shelf and in its archive. */
export const MOST_BOARDS = 300;
export const FULL = `A shelf holds ${MOST_BOARDS} boards, archived ones included. Delete one you no longer need; nothing was stored.`;

/** Puts a board on a shelf; null when the shelf is full. */
export function createBoard(accountId: string, document: BoardDoc): Promise<string | null> {
  return counted(accountId, async (tx) => {
    const [row] = await tx.select({ n: count() }).from(boards).where(eq(boards.accountId, accountId));
    if ((row?.n ?? 0) >= MOST_BOARDS) return null;
    const id = randomUUID();
    await tx.insert(boards).values({ id, accountId, document });
    return id;
  });
}

export async function archiveBoard(accountId: string, id: string, archived: boolean): Promise<boolean> {
  const [result] = await db()
    .update(boards)
    .set({ archivedAt: archived ? new Date() : null })
    .where(own(accountId, id));
  return result.affectedRows === 1;
}

export async function deleteBoard(accountId: string, id: string): Promise<boolean> {
  const [result] = await db().delete(boards).where(own(accountId, id));
  return result.affectedRows === 1;
}

export interface Change {
  client: string;
  nonce: string;
  ops: Op[];
  label: string;
  force?: boolean;
}

export type Saved =
  | { sort: 'saved'; version: number; doc: BoardDoc; stacks: Stacks; label: string }
  | { sort: 'conflict'; version: number; doc: BoardDoc; conflicts: Conflict[] }
  | { sort: 'refused'; issues: Issue[] }
  | { sort: 'nothing'; version: number; doc: BoardDoc; stacks: Stacks }
  | { sort: 'missing' };

/** Work on a board of this account that nobody else changes meanwhile; `missing` where there is none. */
export const onBoard = <T>(accountId: string, id: string, missing: T, work: (tx: Transaction, board: Board) => Promise<T>): Promise<T> =>
  inTurn(id, () =>
    transact(async (tx) => {
      const [board] = await tx.select().from(boards).where(own(accountId, id)).for('update');
      return board ? work(tx, board) : missing;
    }),
  );
const MISSING: Saved = { sort: 'missing' };

/** A board that was changed is told to whoever looks at it, once it is committed. */
async function told(id: string, saving: Promise<Saved>): Promise<Saved> {
  const saved = await saving;
  if (saved.sort === 'saved') announce(id, saved.version);
  return saved;
}

/** Applies a change to what the board holds now and commits it with its log entry, or says why not. */
export function saveChange(accountId: string, id: string, change: Change): Promise<Saved> {
  const saving = onBoard(accountId, id, MISSING, async (tx, board): Promise<Saved> => {
    const [again] = await tx
      .select({ version: changes.version })
      .from(changes)
      .where(and(eq(changes.boardId, id), eq(changes.client, change.client), eq(changes.nonce, change.nonce)));
    if (again) return { sort: 'saved', version: board.version, doc: board.document, stacks: await stacksOf(tx, id, change.client), label: change.label };
    return commit(tx, board, change, { undoes: null, redoes: null });
  });
  return told(id, saving);
}

/** Takes back the tab's own last change, or does the last one it took back again. */
export function stepBack(accountId: string, id: string, step: { client: string; nonce: string; direction: 'undo' | 'redo'; force?: boolean }): Promise<Saved> {
  const saving = onBoard(accountId, id, MISSING, async (tx, board): Promise<Saved> => {
    const entries = await entriesOf(tx, id, step.client);
    const target = stacks(entries)[step.direction].at(-1);
    const entry = target === undefined ? undefined : await entryAt(tx, id, target);
    if (!entry) return { sort: 'nothing', version: board.version, doc: board.document, stacks: stacks(entries) };
    const undo = step.direction === 'undo';
    const change: Change = {
      client: step.client,
      nonce: step.nonce,
      ops: undo ? inverse(entry.ops) : entry.ops,
      label: `${undo ? 'undo' : 'redo'}: ${entry.label.replace(/^(undo|redo): /, '')}`,
      ...(step.force ? { force: true } : {}),
    };
    return commit(tx, board, change, undo ? { undoes: entry.version, redoes: null } : { undoes: null, redoes: entry.version });
  });
  return told(id, saving);
}

async function commit(tx: Transaction, board: Board, change: Change, step: Pick<LogEntry, 'undoes' | 'redoes'>): Promise<Saved> {
  const applied = applyOps(board.document, change.ops, change.force);
  if (!applied.ok) return { sort: 'conflict', version: board.version, doc: board.document, conflicts: applied.conflicts };
  const checked = checkBoard(applied.doc);
  if (!checked.ok) return { sort: 'refused', issues: checked.issues };
  const version = board.version + 1;
  await tx
    .insert(changes)
    .values({ boardId: board.id, version, client: change.client, nonce: change.nonce, ops: change.ops, label: change.label.slice(0, 200), ...step });
  await tx.update(boards).set({ document: applied.doc, version, updatedAt: new Date() }).where(eq(boards.id, board.id));
  if (version % PRUNED === 0) await tx.delete(changes).where(and(eq(changes.boardId, board.id), lte(changes.version, version - LOGGED)));
  return { sort: 'saved', version, doc: applied.doc, stacks: await stacksOf(tx, board.id, change.client), label: change.label };
}

/** Changes of a board that are kept, and how often the older ones go. */
const LOGGED = 10_000;
const PRUNED = 200;
/** Steps back that are offered at most: the log is read no further, so that a save costs the same however long it is. */
const STEPS = 1000;

const COLUMNS = { version: changes.version, client: changes.client, undoes: changes.undoes, redoes: changes.redoes };
type Entry = Pick<LogEntry, 'version' | 'client' | 'undoes' | 'redoes'>;

/** A tab's own entries; for a tab that has made none yet, all of the board's, so that closing a tab loses no way back. */
async function entriesOf(tx: Transaction | ReturnType<typeof db>, boardId: string, client: string): Promise<Entry[]> {
  const last = async (where: SQL | undefined) => (await tx.select(COLUMNS).from(changes).where(where).orderBy(desc(changes.version)).limit(STEPS)).reverse();
  const of = eq(changes.boardId, boardId);
  const mine = client ? await last(and(of, eq(changes.client, client))) : [];
  // A way back that began with everybody's changes goes on through them.
  const startedWithOthers = mine.length > 0 && mine.every((e) => e.undoes !== null || e.redoes !== null);
  return mine.length === 0 || startedWithOthers ? last(of) : mine;
}

async function entryAt(tx: Transaction, boardId: string, version: number) {
  const [row] = await tx
    .select()
    .from(changes)
    .where(and(eq(changes.boardId, boardId), eq(changes.version, version)));
  return row;
}

export const stacksOf = async (tx: Transaction | ReturnType<typeof db>, boardId: string, client: string): Promise<Stacks> =>
  stacks(await entriesOf(tx, boardId, client));

/** The whole log of a board, for the download of one's data. */
export const logOf = (boardId: string) => db().select().from(changes).where(eq(changes.boardId, boardId)).orderBy(asc(changes.version));
