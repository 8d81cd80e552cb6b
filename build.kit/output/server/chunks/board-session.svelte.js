import { g as getContext, i as derived, v as setContext } from "./server.js";
import "./index-server.js";
import { n as difference, r as equal, t as applyOps } from "./changes.js";
import { r as evaluateBoard } from "./evaluate.js";
import { n as checkBoard } from "./board-file.js";
// src/lib/state/moves.ts
var LEAST = 5e-4;
/** What moved between two sums of a board, nominal values, the largest first. */
function moves(before, after) {
	const found = [];
	for (const stage of after.stages) {
		const old = before.byId.get(stage.id);
		if (!old || old.kind.id !== stage.kind.id || old.judged === stage.judged) continue;
		for (const [name, def] of Object.entries(stage.kind.outcomes)) {
			const [a, b] = [old.judged.study.nominal[name], stage.judged.study.nominal[name]];
			if (typeof a !== "number" || typeof b !== "number" || a === b) continue;
			const change = (b - a) / Math.max(Math.abs(a), 1e-300);
			if (Math.abs(change) > LEAST) found.push({
				stage: stage.id,
				stageTitle: stage.title,
				title: def.title,
				unit: def.unit,
				before: a,
				after: b,
				change
			});
		}
	}
	return found.sort((p, q) => Math.abs(q.change) - Math.abs(p.change));
}
// src/lib/state/client.ts
/** This tab's name in a board's log: it survives a reload, so that undo goes on where it was. */
function tabName() {
	const KEY = "spark-sum tab";
	try {
		const known = sessionStorage.getItem(KEY);
		if (known) return known;
		const fresh = crypto.randomUUID();
		sessionStorage.setItem(KEY, fresh);
		return fresh;
	} catch {
		return crypto.randomUUID();
	}
}
/** A JSON request to this server. Status 0: the server cannot be reached. */
async function request(method, url, body) {
	try {
		const response = await fetch(url, {
			method,
			...body === void 0 ? {} : {
				body: JSON.stringify(body),
				headers: { "content-type": "application/json" }
			}
		});
		const value = await response.json().catch(() => ({}));
		if (response.ok) return {
			ok: true,
			value
		};
		const error = value.error ?? value;
		return {
			ok: false,
			status: response.status,
			body: error
		};
	} catch {
		return {
			ok: false,
			status: 0,
			body: { message: "The server cannot be reached." }
		};
	}
}
// src/lib/state/board-session.svelte.ts
var RETRY = 3e3;
var BoardSession = class {
	id;
	doc;
	version = 0;
	stacks = {
		undo: [],
		redo: []
	};
	state = "saved";
	problem = "";
	conflict = null;
	moved = [];
	/** What the last step back or forward was called. */
	said = "";
	#sum = derived(() => evaluateBoard(this.doc));
	get sum() {
		return this.#sum();
	}
	set sum($$value) {
		return this.#sum($$value);
	}
	#confirmed;
	#sending = false;
	#label = "";
	#force = false;
	#client = "";
	#channel = null;
	#idle = [];
	constructor(id, saved) {
		this.id = id;
		this.doc = saved.doc;
		this.version = saved.version;
		this.stacks = saved.stacks;
		this.#confirmed = saved.doc;
	}
	/** In the browser: joins the other tabs of this board. Returns what leaves them again. */
	join() {
		this.#client = tabName();
		this.#channel = new BroadcastChannel(`spark-sum board ${this.id}`);
		this.#channel.onmessage = () => void this.catchUp();
		const look = () => document.visibilityState === "visible" && void this.catchUp();
		const warn = (e) => this.state !== "saved" && e.preventDefault();
		document.addEventListener("visibilitychange", look);
		window.addEventListener("beforeunload", warn);
		this.catchUp(true);
		return () => {
			this.#channel?.close();
			document.removeEventListener("visibilitychange", look);
			window.removeEventListener("beforeunload", warn);
		};
	}
	/** Puts an edited document in the place of the old one. Returns what is wrong with it; then nothing has changed. */
	edit(label, next) {
		if (equal(next, this.doc)) return [];
		const checked = checkBoard(next);
		if (!checked.ok) return checked.issues;
		const before = this.sum;
		this.doc = next;
		this.moved = moves(before, this.sum);
		this.#label = label;
		this.said = "";
		this.#send();
		return [];
	}
	async #send() {
		if (this.#sending || this.conflict) return;
		this.#sending = true;
		while (!this.conflict) {
			const sent = this.doc;
			const ops = difference(this.#confirmed, sent);
			if (ops.length === 0) break;
			this.state = "saving";
			const body = {
				client: this.#client,
				nonce: crypto.randomUUID(),
				ops,
				label: this.#label,
				force: this.#force
			};
			if (!await this.#deliver(body, sent)) break;
		}
		this.#sending = false;
		if (equal(this.#confirmed, this.doc)) this.state = "saved";
		for (const done of this.#idle.splice(0)) done();
	}
	/** One request, again while the server cannot be reached. False where sending has to stop. */
	async #deliver(body, sent) {
		for (;;) {
			const answer = await request("POST", `/api/boards/${this.id}/changes`, body);
			if (answer.ok) {
				this.#force = false;
				this.#take(answer.value, sent);
				return true;
			}
			if (answer.status === 409) {
				this.#confirmed = answer.body.doc;
				this.version = answer.body.version;
				this.conflict = { conflicts: answer.body.conflicts };
				return false;
			}
			if (answer.status !== 0 && answer.status < 500) {
				this.state = "refused";
				this.problem = answer.body.issues?.map((i) => `${i.path}: ${i.message}`).join(" ") || answer.body.message || "The change was refused.";
				this.doc = this.#confirmed;
				return false;
			}
			this.state = "unreachable";
			await new Promise((r) => setTimeout(r, RETRY));
		}
	}
	/** What the server holds becomes the ground; what was edited here meanwhile goes on top. */
	#take(saved, sent) {
		const later = difference(sent, this.doc);
		this.#confirmed = saved.doc;
		this.version = saved.version;
		this.stacks = saved.stacks;
		this.problem = "";
		const applied = applyOps(saved.doc, later, true);
		if (applied.ok && !equal(applied.doc, this.doc)) this.doc = applied.doc;
		this.#channel?.postMessage(saved.version);
	}
	/** Fetches what other tabs have done. */
	async catchUp(first = false) {
		if (this.#sending || this.conflict) return;
		const answer = await request("GET", `/api/boards/${this.id}/changes?since=${this.version}&client=${this.#client}`);
		if (!answer.ok || this.#sending || answer.value.version === this.version && !first) return;
		const sent = this.#confirmed;
		const here = difference(sent, this.doc);
		this.#confirmed = answer.value.doc;
		this.version = answer.value.version;
		this.stacks = answer.value.stacks;
		const applied = applyOps(answer.value.doc, here);
		if (applied.ok && !equal(applied.doc, this.doc)) this.doc = applied.doc;
	}
	/** Waits until everything is with the server. */
	settled() {
		return this.#sending ? new Promise((done) => this.#idle.push(done)) : Promise.resolve();
	}
	async step(direction, force = false) {
		await this.settled();
		if (this.conflict) return;
		const before = this.sum;
		const answer = await request("POST", `/api/boards/${this.id}/step`, {
			client: this.#client,
			nonce: crypto.randomUUID(),
			direction,
			force
		});
		if (answer.ok) {
			this.#take(answer.value, this.doc);
			this.doc = answer.value.doc;
			this.moved = moves(before, this.sum);
			this.said = answer.value.label ?? (direction === "undo" ? "nothing to undo" : "nothing to redo");
		} else this.said = answer.status === 409 ? `not possible: ${answer.body.message}` : answer.body.message ?? "not possible now";
	}
	/** Ends a conflict: mine goes over theirs, or theirs stays and the rest of mine goes in. */
	resolve(choice) {
		const { conflicts } = this.conflict;
		if (choice === "mine") this.#force = true;
		else {
			const contested = new Set(conflicts.map((c) => c.path.join("/")));
			const rest = this.#mine().filter((op) => !contested.has(op.path.join("/")));
			const applied = applyOps(this.#confirmed, rest);
			this.doc = applied.ok ? applied.doc : this.#confirmed;
		}
		this.conflict = null;
		this.#send();
	}
	/** What differs here from what the server has now. */
	#mine() {
		return difference(this.#confirmed, this.doc);
	}
};
var KEY = Symbol("board");
var provideBoard = (session) => void setContext(KEY, session);
var useBoard = () => getContext(KEY);
export { provideBoard as n, useBoard as r, BoardSession as t };
