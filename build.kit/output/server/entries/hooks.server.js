import { h as rootFolder, i as migrateDatabase, m as parentPid, p as allowedHosts, t as closeDatabase } from "../chunks/client.js";
import { a as demoAccount, d as readSession, i as createAccount } from "../chunks/accounts.js";
import { n as difference } from "../chunks/changes.js";
import { r as evaluateBoard } from "../chunks/evaluate.js";
import { t as bringUpPlan } from "../chunks/plan.js";
import { r as readBoard } from "../chunks/board-file.js";
import { t as parseNumber } from "../chunks/parse.js";
import { n as createBoard, s as saveChange } from "../chunks/boards.js";
import { n as findRevision, r as freeze, t as addReading } from "../chunks/revisions.js";
import { n as THEME_COOKIE, r as themeOf } from "../chunks/theme.js";
import { error } from "@sveltejs/kit";
import { join } from "node:path";
import { randomUUID } from "node:crypto";
import { readFileSync, readdirSync } from "node:fs";
// src/lib/server/seed.ts
/** Fills the demo bench once. Boards that are there stay as people left them. */
async function seedDemo() {
	if (await demoAccount()) return;
	const account = await createAccount({
		email: "demo@fennel-hill.invalid",
		name: "Fennel Hill apiary",
		password: null,
		demo: true
	});
	if (!account) return;
	const folder = join(rootFolder(), "demo");
	const files = readdirSync(folder).filter((f) => f.endsWith(".board.json"));
	for (const file of files.sort().reverse()) await seedBoard(account, folder, file);
}
async function seedBoard(account, folder, file) {
	const read = readBoard(readFileSync(join(folder, file), "utf8"));
	if (!read.ok) throw new Error(`demo/${file} is not a board: ${read.issues.map((i) => `${i.path} ${i.message}`).join("; ")}`);
	const board = await createBoard(account, read.value);
	const name = file.replace(".board.json", ".readings.json");
	if (!readdirSync(folder).includes(name)) return;
	const demo = JSON.parse(readFileSync(join(folder, name), "utf8"));
	const frozen = await freeze(account, board, 0, demo.note);
	if (!frozen.ok) throw new Error(`demo/${file} has readings but is ${frozen.reason}`);
	const revision = await findRevision(account, board, frozen.letter);
	const plan = bringUpPlan(evaluateBoard(revision.document));
	for (const r of demo.readings) {
		const step = plan.find((p) => p.key === r.step);
		if (!step) throw new Error(`demo/${name}: no step ${r.step}; there are ${plan.map((p) => p.key).join(", ")}`);
		const value = r.text && step.expect ? parseNumber(r.text, step.expect.unit) : null;
		if (value && !value.ok) throw new Error(`demo/${name}: ${r.step}: ${value.message}`);
		await addReading(revision.id, {
			step: r.step,
			text: r.text ?? "",
			value: value?.ok ? value.value : null,
			note: r.note ?? ""
		});
	}
	const draft = file.replace(".board.json", ".draft.json");
	if (!readdirSync(folder).includes(draft)) return;
	const next = readBoard(readFileSync(join(folder, draft), "utf8"));
	if (!next.ok) throw new Error(`demo/${draft} is not a board`);
	await saveChange(account, board, {
		client: "demo",
		nonce: "draft",
		ops: difference(read.value, next.value),
		label: "after revision A"
	});
}
// src/hooks.server.ts
var init = async () => {
	await migrateDatabase();
	await seedDemo();
	process.once("sveltekit:shutdown", () => void closeDatabase());
	followParent();
};
/** A start script that was killed leaves nobody to stop this server: it stops itself. */
function followParent() {
	const parent = parentPid();
	if (parent === null) return;
	setInterval(() => {
		if (process.ppid !== parent) process.kill(process.pid, "SIGTERM");
	}, 1e3).unref();
}
var LOOPBACK = /* @__PURE__ */ new Set([
	"localhost",
	"127.0.0.1",
	"[::1]"
]);
/** A name the server knows: a page elsewhere must not reach it through a name of its own that points here. */
function knownHost(host) {
	const name = host.toLowerCase().replace(/:\d+$/, "");
	return LOOPBACK.has(name) || allowedHosts().includes(name);
}
var WRITING = /* @__PURE__ */ new Set([
	"POST",
	"PUT",
	"PATCH",
	"DELETE"
]);
/** Browsers name the origin of every writing request; it must be this very host. */
function foreign(request) {
	const origin = request.headers.get("origin");
	if (!WRITING.has(request.method) || origin === null) return false;
	try {
		return new URL(origin).host !== request.headers.get("host");
	} catch {
		return true;
	}
}
var HEADERS = {
	"x-content-type-options": "nosniff",
	"referrer-policy": "same-origin",
	"cross-origin-opener-policy": "same-origin",
	"cross-origin-resource-policy": "same-origin",
	"permissions-policy": "camera=(), microphone=(), geolocation=()"
};
var handle = async ({ event, resolve }) => {
	if (!knownHost(event.request.headers.get("host") ?? "")) error(421, "This address is not one of this server’s. Ask for it by the address that “npm start” printed.");
	if (foreign(event.request)) error(403, "This request comes from another site and was not carried out.");
	const found = event.url.pathname === "/healthz" ? null : await readSession(event.cookies);
	event.locals.account = found?.account ?? null;
	event.locals.session = found?.session ?? null;
	const theme = themeOf(event.cookies.get(THEME_COOKIE));
	const response = await resolve(event, { transformPageChunk: ({ html }) => html.replace("%theme%", theme) });
	for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
	if (event.locals.account && !response.headers.has("cache-control")) response.headers.set("cache-control", "private, no-store");
	return response;
};
var handleError = ({ error: cause, status, message }) => {
	if (status === 404) return { message: "There is nothing at this address." };
	if (status < 500) return { message };
	const id = randomUUID().slice(0, 8);
	const shown = cause instanceof Error && cause.cause instanceof Error ? cause.cause : cause;
	console.error(`[${id}]`, shown);
	return {
		message: `Something went wrong here, not with what you did. Nothing was stored. Its number in the log is ${id}.`,
		id
	};
};
export { handle, handleError, init };
