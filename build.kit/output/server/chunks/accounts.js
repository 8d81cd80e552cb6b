import { f as sessions, n as db, o as accounts, r as errorNumber } from "./client.js";
import { and, eq, gt, lt, ne } from "drizzle-orm";
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
// src/lib/server/auth/password.ts
/** OWASP's first choice for argon2id: 19 MiB, two passes, one lane. */
var COST = {
	memoryCost: 19456,
	timeCost: 2,
	parallelism: 1
};
var hashPassword = (password) => hash(password, COST);
var decoy = null;
/** Checks a password. An account that is not there takes as long as one that is. */
async function passwordFits(stored, password) {
	decoy ??= hashPassword("nobody has this password");
	const fits = await verify(stored ?? await decoy, password);
	return stored !== null && fits;
}
/** What is wrong with a new password, or null. */
function passwordProblem(password) {
	if (password.length < 10) return `The password needs at least 10 characters; a sentence is good.`;
	return password.length > 200 ? `The password may have at most 200 characters.` : null;
}
// src/lib/server/auth/sessions.ts
var COOKIE = "spark-sum";
var LIFE = 2592e6;
var hashOf = (token) => createHash("sha256").update(token).digest("hex");
/** Signs a browser in: the token goes into the cookie, its hash into the table. */
async function beginSession(accountId, cookies, secure) {
	const token = randomBytes(32).toString("base64url");
	await db().delete(sessions).where(lt(sessions.expiresAt, /* @__PURE__ */ new Date()));
	await db().insert(sessions).values({
		id: hashOf(token),
		accountId,
		expiresAt: new Date(Date.now() + LIFE)
	});
	cookies.set(COOKIE, token, {
		path: "/",
		httpOnly: true,
		sameSite: "lax",
		secure,
		maxAge: LIFE / 1e3
	});
}
/** Who a browser is signed in as; null when nobody. */
async function readSession(cookies) {
	const token = cookies.get(COOKIE);
	if (!token || token.length > 100) return null;
	const session = hashOf(token);
	const [row] = await db().select({
		id: accounts.id,
		email: accounts.email,
		name: accounts.name,
		demo: accounts.demo
	}).from(sessions).innerJoin(accounts, eq(accounts.id, sessions.accountId)).where(and(eq(sessions.id, session), gt(sessions.expiresAt, /* @__PURE__ */ new Date())));
	return row ? {
		account: row,
		session
	} : null;
}
async function endSession(session, cookies) {
	if (session) await db().delete(sessions).where(eq(sessions.id, session));
	cookies.delete(COOKIE, { path: "/" });
}
/** Signs out everywhere; `except` keeps one browser in. */
async function endSessions(accountId, except = null) {
	await db().delete(sessions).where(except ? and(eq(sessions.accountId, accountId), ne(sessions.id, except)) : eq(sessions.accountId, accountId));
}
// src/lib/server/repositories/accounts.ts
var DUPLICATE = 1062;
var normalEmail = (email) => email.trim().toLowerCase();
async function accountByEmail(email) {
	const [row] = await db().select().from(accounts).where(eq(accounts.email, normalEmail(email)));
	return row ?? null;
}
async function accountById(id) {
	const [row] = await db().select().from(accounts).where(eq(accounts.id, id));
	return row ?? null;
}
/** Creates an account; null when the address is taken. */
async function createAccount(values) {
	const id = randomUUID();
	try {
		await db().insert(accounts).values({
			id,
			email: normalEmail(values.email),
			name: values.name,
			passwordHash: values.password === null ? null : await hashPassword(values.password),
			demo: values.demo ?? false
		});
		return id;
	} catch (error) {
		if (errorNumber(error) === DUPLICATE) return null;
		throw error;
	}
}
async function changePassword(id, password) {
	await db().update(accounts).set({ passwordHash: await hashPassword(password) }).where(eq(accounts.id, id));
}
/** Removes an account with everything that belongs to it. */
async function removeAccount(id) {
	await db().delete(accounts).where(eq(accounts.id, id));
}
async function demoAccount() {
	const [row] = await db().select().from(accounts).where(eq(accounts.demo, true));
	return row ?? null;
}
export { demoAccount as a, beginSession as c, readSession as d, passwordFits as f, createAccount as i, endSession as l, accountById as n, normalEmail as o, passwordProblem as p, changePassword as r, removeAccount as s, accountByEmail as t, endSessions as u };
