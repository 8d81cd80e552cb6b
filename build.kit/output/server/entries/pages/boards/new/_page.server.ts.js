import { c as FORMAT, h as STATE_IDS } from "../../../../chunks/format.js";
import { n as checkBoard } from "../../../../chunks/board-file.js";
import { n as emptyBrief, r as readBrief } from "../../../../chunks/brief-form.js";
import { r as textOf } from "../../../../chunks/forms.js";
import { n as signedIn } from "../../../../chunks/guard.js";
import { n as createBoard } from "../../../../chunks/boards.js";
import { fail, redirect } from "@sveltejs/kit";
// src/routes/boards/new/+page.server.ts
var load = ({ locals }) => {
	signedIn(locals);
};
function textFrom(form) {
	const text = emptyBrief();
	for (const key of [
		"name",
		"purpose",
		"copies",
		"quantity",
		"currency",
		"ambient",
		"enclosure",
		"derating",
		"comfort",
		"judgeBy"
	]) text[key] = textOf(form, key);
	text.hazards = form.getAll("hazards").filter((h) => typeof h === "string");
	text.states = Object.fromEntries(STATE_IDS.map((id) => [id, textOf(form, `state-${id}`)]));
	return text;
}
var actions = { default: async ({ locals, request }) => {
	const account = signedIn(locals);
	const text = textFrom(await request.formData());
	const { doc, problems } = readBrief(text, {
		format: FORMAT,
		version: 1,
		name: "",
		stages: []
	});
	if (Object.keys(problems).length) return fail(400, {
		text,
		problems,
		message: ""
	});
	const read = checkBoard(doc);
	if (!read.ok) return fail(400, {
		text,
		problems: {},
		message: read.issues.map((i) => `${i.path}: ${i.message}`).join("\n")
	});
	redirect(303, `/boards/${await createBoard(account.id, read.value)}`);
} };
export { actions, load };
