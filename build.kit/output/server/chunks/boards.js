import { i as inverse, t as applyOps } from "./changes.js";
import { n as checkBoard } from "./board-file.js";
import { a as transact, c as boards, l as changes, n as db } from "./client.js";
import { and, asc, desc, eq, isNotNull, isNull } from "drizzle-orm";
import { randomUUID } from "node:crypto";
// src/core/board/history.ts
/**
* Replays one author's entries, oldest first: a change can be taken back, taking back can be taken back, and a new change
* ends what could be done again.
*/
function stacks(entries) {
	const undo = [];
	let redo = [];
	for (const e of entries) if (e.undoes !== null) {
		remove(undo, e.undoes);
		redo.push(e.undoes);
	} else if (e.redoes !== null) {
		remove(redo, e.redoes);
		undo.push(e.redoes);
	} else {
		undo.push(e.version);
		redo = [];
	}
	return {
		undo,
		redo
	};
}
var remove = (list, value) => {
	const at = list.lastIndexOf(value);
	if (at >= 0) list.splice(at, 1);
};
// src/lib/server/repositories/boards.ts
var own = (accountId, id) => and(eq(boards.id, id), eq(boards.accountId, accountId));
var listBoards = (accountId, archived) => db().select().from(boards).where(and(eq(boards.accountId, accountId), archived ? isNotNull(boards.archivedAt) : isNull(boards.archivedAt))).orderBy(desc(boards.updatedAt));
/** A board of this account; null when there is none, or it is somebody else's: the answer is the same. */
async function findBoard(accountId, id) {
	const [row] = await db().select().from(boards).where(own(accountId, id));
	return row ?? null;
}
async function createBoard(accountId, document) {
	const id = randomUUID();
	await db().insert(boards).values({
		id,
		accountId,
		document
	});
	return id;
}
async function archiveBoard(accountId, id, archived) {
	const [result] = await db().update(boards).set({ archivedAt: archived ? /* @__PURE__ */ new Date() : null }).where(own(accountId, id));
	return result.affectedRows === 1;
}
async function deleteBoard(accountId, id) {
	const [result] = await db().delete(boards).where(own(accountId, id));
	return result.affectedRows === 1;
}
async function lock(tx, accountId, id) {
	const [row] = await tx.select().from(boards).where(own(accountId, id)).for("update");
	return row ?? null;
}
/** Applies a change to what the board holds now and commits it with its log entry, or says why not. */
function saveChange(accountId, id, change) {
	return transact(async (tx) => {
		const board = await lock(tx, accountId, id);
		if (!board) return { sort: "missing" };
		const [again] = await tx.select({ version: changes.version }).from(changes).where(and(eq(changes.boardId, id), eq(changes.client, change.client), eq(changes.nonce, change.nonce)));
		if (again) return {
			sort: "saved",
			version: board.version,
			doc: board.document,
			stacks: await stacksOf(tx, id, change.client),
			label: change.label
		};
		return commit(tx, board, change, {
			undoes: null,
			redoes: null
		});
	});
}
/** Takes back the tab's own last change, or does the last one it took back again. */
function stepBack(accountId, id, step) {
	return transact(async (tx) => {
		const board = await lock(tx, accountId, id);
		if (!board) return { sort: "missing" };
		const entries = await entriesOf(tx, id, step.client);
		const target = stacks(entries)[step.direction].at(-1);
		const entry = target === void 0 ? void 0 : await entryAt(tx, id, target);
		if (!entry) return {
			sort: "nothing",
			version: board.version,
			doc: board.document,
			stacks: stacks(entries)
		};
		const undo = step.direction === "undo";
		return commit(tx, board, {
			client: step.client,
			nonce: step.nonce,
			ops: undo ? inverse(entry.ops) : entry.ops,
			label: `${undo ? "undo" : "redo"}: ${entry.label.replace(/^(undo|redo): /, "")}`,
			...step.force ? { force: true } : {}
		}, undo ? {
			undoes: entry.version,
			redoes: null
		} : {
			undoes: null,
			redoes: entry.version
		});
	});
}
async function commit(tx, board, change, step) {
	const applied = applyOps(board.document, change.ops, change.force);
	if (!applied.ok) return {
		sort: "conflict",
		version: board.version,
		doc: board.document,
		conflicts: applied.conflicts
	};
	const checked = checkBoard(applied.doc);
	if (!checked.ok) return {
		sort: "refused",
		issues: checked.issues
	};
	const version = board.version + 1;
	await tx.insert(changes).values({
		boardId: board.id,
		version,
		client: change.client,
		nonce: change.nonce,
		ops: change.ops,
		label: change.label.slice(0, 200),
		...step
	});
	await tx.update(boards).set({
		document: applied.doc,
		version,
		updatedAt: /* @__PURE__ */ new Date()
	}).where(eq(boards.id, board.id));
	return {
		sort: "saved",
		version,
		doc: applied.doc,
		stacks: await stacksOf(tx, board.id, change.client),
		label: change.label
	};
}
var COLUMNS = {
	version: changes.version,
	client: changes.client,
	undoes: changes.undoes,
	redoes: changes.redoes
};
/** A tab's own entries; for a tab that has made none yet, all of the board's, so that closing a tab loses no way back. */
async function entriesOf(tx, boardId, client) {
	const all = await tx.select(COLUMNS).from(changes).where(eq(changes.boardId, boardId)).orderBy(asc(changes.version));
	const mine = all.filter((e) => e.client === client);
	const startedWithOthers = mine.length > 0 && mine.every((e) => e.undoes !== null || e.redoes !== null);
	return mine.length === 0 || startedWithOthers ? all : mine;
}
async function entryAt(tx, boardId, version) {
	const [row] = await tx.select().from(changes).where(and(eq(changes.boardId, boardId), eq(changes.version, version)));
	return row;
}
var stacksOf = async (tx, boardId, client) => stacks(await entriesOf(tx, boardId, client));
/** The whole log of a board, for the download of one's data. */
var logOf = (boardId) => db().select().from(changes).where(eq(changes.boardId, boardId)).orderBy(asc(changes.version));
export { listBoards as a, stacksOf as c, findBoard as i, stepBack as l, createBoard as n, logOf as o, deleteBoard as r, saveChange as s, archiveBoard as t };
