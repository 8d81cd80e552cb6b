import { fail } from "@sveltejs/kit";
// src/lib/server/forms.ts
/** Text of a form field, trimmed; empty when it is missing or a file. */
function textOf(form, name, most = 2e3) {
	const value = form.get(name);
	return typeof value === "string" ? value.trim().slice(0, most) : "";
}
/** Passwords are taken as typed. */
function secretOf(form, name) {
	const value = form.get(name);
	return typeof value === "string" ? value.slice(0, 1e3) : "";
}
/** An answer to a form: which form, what is wrong, and what was typed. */
var problem = (form, message, typed = {}, status = 400) => fail(status, {
	form,
	message,
	typed
});
export { secretOf as n, textOf as r, problem as t };
