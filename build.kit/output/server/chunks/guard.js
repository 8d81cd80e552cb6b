import { i as findBoard } from "./boards.js";
import { error, redirect } from "@sveltejs/kit";
// src/lib/server/guard.ts
/** The signed-in account; others are sent to the door. */
function signedIn(locals) {
	if (!locals.account) redirect(303, "/");
	return locals.account;
}
/** A board of the signed-in account. One that belongs to somebody else is as absent as one that does not exist. */
async function ownBoard(locals, id) {
	const account = signedIn(locals);
	const board = await findBoard(account.id, id);
	if (!board) error(404, "There is no such board on your shelf.");
	return board;
}
export { signedIn as n, ownBoard as t };
