import { r as textOf, t as problem } from "../../../../../chunks/forms.js";
import { n as signedIn } from "../../../../../chunks/guard.js";
import { r as freeze } from "../../../../../chunks/revisions.js";
import { error, redirect } from "@sveltejs/kit";
// src/routes/boards/[board]/gate/+page.server.ts
var actions = { freeze: async ({ locals, params, request }) => {
	const account = signedIn(locals);
	const form = await request.formData();
	const frozen = await freeze(account.id, params.board, Number(textOf(form, "version", 12)), textOf(form, "note"));
	if (frozen.ok) redirect(303, `/boards/${params.board}/bring-up?revision=${frozen.letter}`);
	if (frozen.reason === "missing") error(404, "There is no such board on your shelf.");
	return problem("freeze", frozen.reason === "changed" ? "The board changed while you looked at it. Look once more, then freeze it." : "The gate is not open yet.", {}, 409);
} };
export { actions };
