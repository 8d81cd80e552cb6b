import { n as db } from "../../../../../../chunks/client.js";
import { n as jsonBody, r as refuse } from "../../../../../../chunks/json-body.js";
import { c as stacksOf, i as findBoard, s as saveChange } from "../../../../../../chunks/boards.js";
import { t as savedAnswer } from "../../../../../../chunks/saved-answer.js";
import { json } from "@sveltejs/kit";
import { z } from "zod";
// src/routes/api/boards/[board]/changes/+server.ts
var LARGEST = 2097152;
var name = z.string().min(1).max(40);
var change = z.strictObject({
	client: name,
	nonce: name,
	label: z.string().max(200),
	force: z.boolean().optional(),
	ops: z.array(z.strictObject({
		path: z.array(z.string().max(200)).min(1).max(8),
		before: z.unknown().optional(),
		after: z.unknown().optional()
	})).min(1).max(5e3)
});
var POST = async ({ params, locals, request }) => {
	if (!locals.account) return refuse(401, "You are not signed in.");
	const body = await jsonBody(request, change, LARGEST);
	if (!body.ok) return body.response;
	const { force = false, ...rest } = body.value;
	return savedAnswer(await saveChange(locals.account.id, params.board, {
		...rest,
		force,
		ops: rest.ops
	}));
};
/** What the board holds now, if it has moved past the version a tab knows. */
var GET = async ({ params, locals, url }) => {
	if (!locals.account) return refuse(401, "You are not signed in.");
	const board = await findBoard(locals.account.id, params.board);
	if (!board) return refuse(404, "There is no such board.");
	const stacks = await stacksOf(db(), board.id, url.searchParams.get("client") ?? "");
	return json({
		version: board.version,
		doc: board.document,
		stacks
	});
};
export { GET, POST };
