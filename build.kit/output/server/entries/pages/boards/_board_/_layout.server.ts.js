import { n as db } from "../../../../chunks/client.js";
import { t as ownBoard } from "../../../../chunks/guard.js";
import { c as stacksOf } from "../../../../chunks/boards.js";
import { i as listRevisions } from "../../../../chunks/revisions.js";
// src/routes/boards/[board]/+layout.server.ts
var load = async ({ locals, params, depends }) => {
	depends("board:revisions");
	const board = await ownBoard(locals, params.board);
	return {
		board: {
			id: board.id,
			version: board.version,
			doc: board.document,
			stacks: await stacksOf(db(), board.id, "")
		},
		revisions: await listRevisions(board.id)
	};
};
export { load };
