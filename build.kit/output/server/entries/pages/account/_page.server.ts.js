import { f as passwordFits, l as endSession, n as accountById, p as passwordProblem, r as changePassword, s as removeAccount, u as endSessions } from "../../../chunks/accounts.js";
import { n as secretOf, r as textOf, t as problem } from "../../../chunks/forms.js";
import { n as signedIn } from "../../../chunks/guard.js";
import { n as THEME_COOKIE, r as themeOf } from "../../../chunks/theme.js";
import { fail, redirect } from "@sveltejs/kit";
// src/routes/account/+page.server.ts
var load = ({ locals }) => ({ account: signedIn(locals) });
var actions = {
	leave: async ({ locals, cookies }) => {
		await endSession(locals.session, cookies);
		redirect(303, "/");
	},
	everywhere: async ({ locals, cookies }) => {
		await endSessions(signedIn(locals).id);
		await endSession(null, cookies);
		redirect(303, "/");
	},
	password: async ({ locals, request }) => {
		const account = await accountById(signedIn(locals).id);
		const form = await request.formData();
		const next = secretOf(form, "next");
		if (!account?.passwordHash) return problem("password", "The demo bench has no password.");
		if (!await passwordFits(account.passwordHash, secretOf(form, "now"))) return problem("password", "The present password is not right.");
		const weak = passwordProblem(next);
		if (weak) return problem("password", weak);
		await changePassword(account.id, next);
		await endSessions(account.id, locals.session);
		return {
			form: "password",
			message: "",
			done: "The password is changed, and every other browser is signed out."
		};
	},
	remove: async ({ locals, request, cookies }) => {
		const account = await accountById(signedIn(locals).id);
		if (!account || account.demo) return problem("remove", "The demo bench stays for those who come next.");
		const form = await request.formData();
		if (!await passwordFits(account.passwordHash, secretOf(form, "password"))) return problem("remove", "The password is not right; nothing was removed.");
		await removeAccount(account.id);
		await endSession(null, cookies);
		redirect(303, "/");
	},
	theme: async ({ request, cookies }) => {
		const theme = themeOf(textOf(await request.formData(), "theme", 10));
		cookies.set(THEME_COOKIE, theme, {
			path: "/",
			sameSite: "lax",
			httpOnly: true,
			secure: false,
			maxAge: 31536e3
		});
		return theme ? {
			form: "theme",
			message: "",
			done: ""
		} : fail(400);
	}
};
export { actions, load };
