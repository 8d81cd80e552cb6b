import { n as db, s as attempts } from "../../chunks/client.js";
import { a as demoAccount, c as beginSession, f as passwordFits, i as createAccount, o as normalEmail, p as passwordProblem, t as accountByEmail } from "../../chunks/accounts.js";
import { n as secretOf, r as textOf, t as problem } from "../../chunks/forms.js";
import { redirect } from "@sveltejs/kit";
import { eq, lt, sql } from "drizzle-orm";
import { createHash } from "node:crypto";
import { z } from "zod";
// src/lib/server/auth/attempts.ts
var WINDOW = 9e5;
/** Wrong passwords for one account from one address, and from one address for any account. */
var PER_ACCOUNT = 8;
var PER_ADDRESS = 60;
var key = (...parts) => createHash("sha256").update(parts.join("\n")).digest("hex");
var keysOf = (address, email) => [{
	id: key(address, email),
	most: PER_ACCOUNT
}, {
	id: key(address),
	most: PER_ADDRESS
}];
/** Minutes to wait before another try; 0 when one is allowed. */
async function waitMinutes(address, email) {
	for (const { id, most } of keysOf(address, email)) {
		const [row] = await db().select().from(attempts).where(eq(attempts.id, id));
		const left = row ? row.since.getTime() + WINDOW - Date.now() : 0;
		if (row && left > 0 && row.count >= most) return Math.ceil(left / 6e4);
	}
	return 0;
}
/** Counts a failed try. A count whose window is over begins anew. */
async function countFailure(address, email) {
	const now = /* @__PURE__ */ new Date();
	const old = /* @__PURE__ */ new Date(now.getTime() - WINDOW);
	await db().delete(attempts).where(lt(attempts.since, old));
	for (const { id } of keysOf(address, email)) await db().insert(attempts).values({
		id,
		count: 1,
		since: now
	}).onDuplicateKeyUpdate({ set: { count: sql`${attempts.count} + 1` } });
}
async function forgetFailures(address, email) {
	await db().delete(attempts).where(eq(attempts.id, key(address, email)));
}
// src/routes/+page.server.ts
var load = ({ locals }) => {
	if (locals.account) redirect(303, "/boards");
};
var isSecure = (url, request) => request.headers.get("x-forwarded-proto") === "https" && url.hostname !== "127.0.0.1";
var actions = {
	demo: async ({ cookies, url, request }) => {
		const demo = await demoAccount();
		if (!demo) return problem("demo", "The demo bench is not set up here. Stop the application and start it again with npm start.");
		await beginSession(demo.id, cookies, isSecure(url, request));
		redirect(303, "/boards");
	},
	enter: async ({ request, cookies, url, getClientAddress }) => {
		const form = await request.formData();
		const email = textOf(form, "email", 190);
		const address = getClientAddress();
		const wait = await waitMinutes(address, normalEmail(email));
		if (wait > 0) return problem("enter", `Too many tries. Wait ${wait} ${wait === 1 ? "minute" : "minutes"}, then try again.`, { email }, 429);
		const account = await accountByEmail(email);
		if (!await passwordFits(account?.passwordHash ?? null, secretOf(form, "password"))) {
			await countFailure(address, normalEmail(email));
			return problem("enter", "Address and password do not fit together.", { email });
		}
		await forgetFailures(address, normalEmail(email));
		await beginSession(account.id, cookies, isSecure(url, request));
		redirect(303, "/boards");
	},
	create: async ({ request, cookies, url }) => {
		const form = await request.formData();
		const [email, name, password] = [
			textOf(form, "email", 190),
			textOf(form, "name", 80),
			secretOf(form, "password")
		];
		const typed = {
			email,
			name
		};
		if (!z.email().safeParse(email).success) return problem("create", "This is not a mail address. Write it like maker@example.org.", typed);
		if (!name) return problem("create", "Write a name: it stands under your confirmations.", typed);
		const weak = passwordProblem(password);
		if (weak) return problem("create", weak, typed);
		const id = await createAccount({
			email,
			name,
			password
		});
		if (!id) return problem("create", "There is an account with this address already. Sign in with it.", typed);
		await beginSession(id, cookies, isSecure(url, request));
		redirect(303, "/boards");
	}
};
export { actions, load };
