import { i as writeBoard } from "../../../../../chunks/board-file.js";
import { t as fileName } from "../../../../../chunks/file-name.js";
import { t as ownBoard } from "../../../../../chunks/guard.js";
// src/routes/boards/[board]/board.json/+server.ts
var GET = async ({ locals, params }) => {
	const board = await ownBoard(locals, params.board);
	return new Response(writeBoard(board.document), { headers: {
		"content-type": "application/json; charset=utf-8",
		"content-disposition": `attachment; filename="${fileName(board.document.name)}.board.json"`
	} });
};
export { GET };
