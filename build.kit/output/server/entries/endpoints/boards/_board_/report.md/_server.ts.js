import { r as evaluateBoard } from "../../../../../chunks/evaluate.js";
import { r as markdownReport } from "../../../../../chunks/report.js";
import { t as fileName } from "../../../../../chunks/file-name.js";
import { t as ownBoard } from "../../../../../chunks/guard.js";
import { n as findRevision } from "../../../../../chunks/revisions.js";
import { error } from "@sveltejs/kit";
// src/routes/boards/[board]/report.md/+server.ts
var GET = async ({ locals, params, url }) => {
	const board = await ownBoard(locals, params.board);
	const letter = url.searchParams.get("revision");
	const revision = letter ? await findRevision(board.accountId, board.id, letter) : null;
	if (letter && !revision) error(404, `There is no revision ${letter} of this board.`);
	const text = markdownReport(evaluateBoard(revision?.document ?? board.document), revision ? {
		revision: revision.letter,
		frozen: revision.createdAt.toISOString().slice(0, 10)
	} : {});
	return new Response(text, { headers: {
		"content-type": "text/markdown; charset=utf-8",
		"content-disposition": `attachment; filename="${fileName(board.document.name)}.md"`
	} });
};
export { GET };
