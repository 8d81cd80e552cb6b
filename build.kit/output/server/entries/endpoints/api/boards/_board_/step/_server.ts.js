import { n as jsonBody, r as refuse } from "../../../../../../chunks/json-body.js";
import { l as stepBack } from "../../../../../../chunks/boards.js";
import { t as savedAnswer } from "../../../../../../chunks/saved-answer.js";
import { z } from "zod";
// src/routes/api/boards/[board]/step/+server.ts
var step = z.strictObject({
	client: z.string().min(1).max(40),
	nonce: z.string().min(1).max(40),
	direction: z.enum(["undo", "redo"]),
	force: z.boolean().optional()
});
/** Takes back the tab's own last change, or does it again. */
var POST = async ({ params, locals, request }) => {
	if (!locals.account) return refuse(401, "You are not signed in.");
	const body = await jsonBody(request, step, 1e4);
	if (!body.ok) return body.response;
	const { force = false, ...rest } = body.value;
	const saved = await stepBack(locals.account.id, params.board, {
		...rest,
		force
	});
	return savedAnswer(saved, saved.sort === "saved" ? saved.label : void 0);
};
export { POST };
