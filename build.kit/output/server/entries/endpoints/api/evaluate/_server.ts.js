import { r as evaluateBoard } from "../../../../chunks/evaluate.js";
import { t as answer } from "../../../../chunks/answer.js";
import { n as checkBoard, t as LARGEST_FILE } from "../../../../chunks/board-file.js";
import { r as refuse, t as bodyText } from "../../../../chunks/json-body.js";
import { json } from "@sveltejs/kit";
// src/routes/api/evaluate/+server.ts
/** Takes a board file, answers what `evaluate --json` prints. Needs no account: nothing is stored. */
var POST = async ({ request }) => {
	const body = await bodyText(request, LARGEST_FILE);
	if (!body.ok) return body.response;
	let value;
	try {
		value = JSON.parse(body.text);
	} catch {
		return refuse(400, "The request is not JSON. Send a board file.");
	}
	const read = checkBoard(value);
	return read.ok ? json(answer(evaluateBoard(read.value))) : refuse(422, "This is not a board that can be read.", { issues: read.issues });
};
export { POST };
