import { a as placeText } from "./changes.js";
import { r as refuse } from "./json-body.js";
import { json } from "@sveltejs/kit";
// src/lib/server/saved-answer.ts
/** What a tab is told of a change: committed, in conflict with another, refused, or on a board it may not see. */
function savedAnswer(saved, label) {
	switch (saved.sort) {
		case "saved": return json({
			version: saved.version,
			doc: saved.doc,
			stacks: saved.stacks,
			label
		});
		case "nothing": return json({
			version: saved.version,
			doc: saved.doc,
			stacks: saved.stacks
		});
		case "conflict": {
			const places = saved.conflicts.map((c) => placeText(c.path)).join(", ");
			return refuse(409, `${places} was changed in another tab meanwhile.`, {
				version: saved.version,
				doc: saved.doc,
				conflicts: saved.conflicts
			});
		}
		case "refused": return refuse(422, "The change was refused and nothing was stored.", { issues: saved.issues });
		case "missing": return refuse(404, "There is no such board.");
	}
}
export { savedAnswer as t };
