import { r as evaluateBoard } from "./evaluate.js";
import { t as answer } from "./answer.js";
import { n as gate, r as letterOf } from "./gate.js";
import { a as transact, c as boards, d as revisions, n as db, u as readings } from "./client.js";
import { and, asc, eq } from "drizzle-orm";
import { randomUUID } from "node:crypto";
// src/core/version.ts
/** Version of the core: kept with every frozen revision, so that a figure can be traced to what computed it. */
var VERSION_OF_CORE = "0.1.0";
// src/lib/server/repositories/revisions.ts
var HEAD = {
	id: revisions.id,
	letter: revisions.letter,
	note: revisions.note,
	coreVersion: revisions.coreVersion,
	createdAt: revisions.createdAt
};
var listRevisions = (boardId) => db().select(HEAD).from(revisions).where(eq(revisions.boardId, boardId)).orderBy(asc(revisions.createdAt));
/** A revision of a board of this account. */
async function findRevision(accountId, boardId, letter) {
	const [row] = await db().select({ revision: revisions }).from(revisions).innerJoin(boards, eq(boards.id, revisions.boardId)).where(and(eq(revisions.boardId, boardId), eq(revisions.letter, letter), eq(boards.accountId, accountId)));
	return row?.revision ?? null;
}
/** Freezes what the board holds now, if its gate is open and it is what the person saw. */
function freeze(accountId, boardId, seenVersion, note) {
	return transact(async (tx) => {
		const [board] = await tx.select().from(boards).where(and(eq(boards.id, boardId), eq(boards.accountId, accountId))).for("update");
		if (!board) return {
			ok: false,
			reason: "missing"
		};
		if (board.version !== seenVersion) return {
			ok: false,
			reason: "changed"
		};
		const sum = evaluateBoard(board.document);
		if (!gate(sum).ready) return {
			ok: false,
			reason: "not ready"
		};
		const all = await tx.select({ id: revisions.id }).from(revisions).where(eq(revisions.boardId, boardId));
		const letter = letterOf(all.length);
		await tx.insert(revisions).values({
			id: randomUUID(),
			boardId,
			letter,
			document: board.document,
			results: answer(sum),
			coreVersion: VERSION_OF_CORE,
			note
		});
		return {
			ok: true,
			letter
		};
	});
}
async function readingsOf(revisionId) {
	return (await db().select().from(readings).where(eq(readings.revisionId, revisionId)).orderBy(asc(readings.id))).map((r) => ({
		step: r.step,
		text: r.text,
		value: r.value,
		note: r.note,
		at: r.at.toISOString()
	}));
}
async function addReading(revisionId, reading) {
	await db().insert(readings).values({
		revisionId,
		...reading
	});
}
export { readingsOf as a, listRevisions as i, findRevision as n, freeze as r, addReading as t };
