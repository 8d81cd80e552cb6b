import { C as attr, It as run, T as escape_html, i as derived, o as ensure_array_like, t as attr_class } from "../../../../chunks/server.js";
import "../../../../chunks/index-server.js";
import "../../../../chunks/navigation.js";
import { n as provideBoard, t as BoardSession } from "../../../../chunks/board-session.svelte.js";
import { t as page } from "../../../../chunks/state.js";
import { t as beforeNavigate } from "../../../../chunks/client2.js";
import { n as gate, r as letterOf } from "../../../../chunks/gate.js";
import { n as marginText } from "../../../../chunks/report.js";
import { t as TopBar } from "../../../../chunks/TopBar.js";
import { t as Button } from "../../../../chunks/Button.js";
import { t as StatusMark } from "../../../../chunks/StatusMark.js";
import { a as placeText } from "../../../../chunks/changes.js";
import { t as provideScale } from "../../../../chunks/scale.js";
// src/lib/ui/board/BoardHead.svelte
function BoardHead($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, revisions } = $$props;
		let g = derived(() => gate(session.sum));
		let base = derived(() => `/boards/${session.id}`);
		let letter = derived(() => revisions.at(-1)?.letter ?? null);
		let next = derived(() => letterOf(revisions.length));
		let tightest = derived(() => session.sum.tightest);
		let here = derived(() => page.url.pathname);
		const links = [
			["", "Sum"],
			["/brief", "Brief"],
			["/gate", "Gate"],
			["/bring-up", "Bring-up"],
			["/report", "Report"]
		];
		TopBar($$renderer, {
			children: ($$renderer) => {
				$$renderer.push(`<div class="head svelte-uq9mev"><a class="name svelte-uq9mev"${attr("href", base())}>${escape_html(session.doc.name)}</a> <span class="tag svelte-uq9mev"${attr("title", letter() ? `revision ${letter()} is frozen; this is the draft of ${next()}` : "nothing is frozen yet")}>${escape_html(next())} · draft</span> <span class="state svelte-uq9mev">`);
				if (session.sum.stages.length === 0) $$renderer.push(`<!--[0-->no stages yet`);
				else if (g().ready) $$renderer.push(`<!--[1--><span class="ok svelte-uq9mev">ready to order</span>`);
				else {
					$$renderer.push("<!--[-1-->");
					if (g().blocking.length) $$renderer.push(`<!--[0--><a${attr("href", `${base()}/gate`)} class="bad svelte-uq9mev">${escape_html(g().blocking.length)} must be mended</a>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]--> `);
					if (g().toWaive.length) $$renderer.push(`<!--[0--><a${attr("href", `${base()}/gate`)} class="svelte-uq9mev">${escape_html(g().toWaive.length)} to mend or waive</a>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]--> `);
					if (!g().blocking.length && !g().toWaive.length) $$renderer.push(`<!--[0--><a${attr("href", `${base()}/gate`)} class="svelte-uq9mev">${escape_html(g().confirmations.filter((c) => !c.given).length)} to confirm</a>`);
					else $$renderer.push("<!--[-1-->");
					$$renderer.push(`<!--]-->`);
				}
				$$renderer.push(`<!--]--> `);
				if (tightest()) $$renderer.push(`<!--[0--><span class="soft">· tightest <b class="num">${escape_html(marginText(tightest().check))}</b></span>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></span> <nav aria-label="Board" class="svelte-uq9mev"><!--[-->`);
				const each_array = ensure_array_like(links);
				for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
					let [path, name] = each_array[$$index];
					$$renderer.push(`<a${attr("href", base() + path)}${attr("aria-current", here() === base() + path ? "page" : void 0)} class="svelte-uq9mev">${escape_html(name)}</a>`);
				}
				$$renderer.push(`<!--]--></nav></div>`);
			},
			$$slots: { default: true }
		});
	});
}
// src/lib/ui/board/FindPanel.svelte
function FindPanel($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session, onclose } = $$props;
		let text = "";
		let at = 0;
		let entries = derived(() => [...session.sum.stages.map((s) => ({
			key: s.id,
			words: `${s.title} ${s.kind.title} ${s.kind.aliases.join(" ")}`,
			title: s.title,
			more: s.kind.title,
			check: null,
			href: `stages/${s.id}`
		})), ...session.sum.stages.flatMap((s) => s.checks.map((check) => ({
			key: `${s.id} ${check.id}`,
			words: `${check.title} ${s.title}`,
			title: check.title,
			more: s.title,
			check,
			href: `stages/${s.id}#${check.id}`
		})))]);
		let found = derived(() => {
			const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
			return entries().filter((e) => wanted.every((w) => e.words.toLowerCase().includes(w))).slice(0, 9);
		});
		$$renderer.push(`<div class="panel svelte-bzinhq" role="dialog" aria-label="Find on this board"><input type="text" placeholder="Find a stage or a margin" aria-label="Find a stage or a margin"${attr("value", text)}/> <ul class="svelte-bzinhq">`);
		const each_array = ensure_array_like(found());
		if (each_array.length !== 0) {
			$$renderer.push("<!--[-->");
			for (let i = 0, $$length = each_array.length; i < $$length; i++) {
				let e = each_array[i];
				$$renderer.push(`<li${attr_class("svelte-bzinhq", void 0, { "at": i === at })}><button type="button" tabindex="-1" class="svelte-bzinhq">`);
				if (e.check) {
					$$renderer.push("<!--[0-->");
					StatusMark($$renderer, { status: e.check.status });
				} else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--> <b>${escape_html(e.title)}</b> <span class="soft">${escape_html(e.more)}</span> `);
				if (e.check) $$renderer.push(`<!--[0--><span class="num right svelte-bzinhq">${escape_html(marginText(e.check))}</span>`);
				else $$renderer.push("<!--[-1-->");
				$$renderer.push(`<!--]--></button></li>`);
			}
		} else $$renderer.push(`<!--[!--><li class="soft none svelte-bzinhq">Nothing on this board is called that.</li>`);
		$$renderer.push(`<!--]--></ul></div>`);
	});
}
// src/lib/ui/board/keys.ts
var BOARD_KEYS = [
	{
		key: "s",
		does: "sum sheet",
		to: ""
	},
	{
		key: "n",
		does: "new stage",
		to: "/add"
	},
	{
		key: "[",
		does: "previous stage"
	},
	{
		key: "]",
		does: "next stage"
	},
	{
		key: "m",
		does: "margins",
		to: "#margins"
	},
	{
		key: "e",
		does: "brief",
		to: "/brief"
	},
	{
		key: "g",
		does: "order gate",
		to: "/gate"
	},
	{
		key: "b",
		does: "bring-up",
		to: "/bring-up"
	},
	{
		key: "p",
		does: "report",
		to: "/report"
	},
	{
		key: "/",
		does: "find a stage or a margin"
	},
	{
		key: "u",
		does: "undo"
	},
	{
		key: "U",
		does: "redo"
	},
	{
		key: "?",
		does: "these keys"
	}
];
var STAGE_KEYS = [
	{
		key: "↑ ↓ or − =",
		does: "nudge a part or a value to its neighbour"
	},
	{
		key: "f",
		does: "figure"
	},
	{
		key: "c",
		does: "curves"
	},
	{
		key: "w",
		does: "working"
	},
	{
		key: "o",
		does: "notes"
	}
];
// src/lib/ui/board/BoardFoot.svelte
function BoardFoot($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session } = $$props;
		let help;
		let finding = false;
		derived(() => `/boards/${session.id}`);
		$$renderer.push(`<footer class="no-print svelte-1pmsw0d"><span><kbd class="svelte-1pmsw0d">[ ]</kbd> stage</span> <span><kbd class="svelte-1pmsw0d">n</kbd> new</span> <span><kbd class="svelte-1pmsw0d">m</kbd> margins</span> <span><kbd class="svelte-1pmsw0d">g</kbd> gate</span> <span><kbd class="svelte-1pmsw0d">/</kbd> find</span> <button type="button"${attr("disabled", session.stacks.undo.length === 0, true)} class="svelte-1pmsw0d"><kbd class="svelte-1pmsw0d">u</kbd> undo</button> <button type="button"${attr("disabled", session.stacks.redo.length === 0, true)} class="svelte-1pmsw0d"><kbd class="svelte-1pmsw0d">U</kbd> redo</button> <button type="button" class="svelte-1pmsw0d"><kbd class="svelte-1pmsw0d">?</kbd> keys</button> <span class="said soft svelte-1pmsw0d" aria-live="polite">${escape_html(session.said)}</span> <span${attr_class("saved svelte-1pmsw0d", void 0, { "bad": session.state === "unreachable" || session.state === "refused" })} role="status">${escape_html({
			saved: "saved",
			saving: "saving…",
			unreachable: "not saved: the server cannot be reached, trying again",
			refused: "not saved"
		}[session.state])}</span></footer> <dialog aria-labelledby="keys-title" class="svelte-1pmsw0d"><h3 id="keys-title">Keys</h3> <div class="lists svelte-1pmsw0d"><!--[-->`);
		const each_array = ensure_array_like([BOARD_KEYS, STAGE_KEYS]);
		for (let i = 0, $$length = each_array.length; i < $$length; i++) {
			let list = each_array[i];
			$$renderer.push(`<dl class="svelte-1pmsw0d"><!--[-->`);
			const each_array_1 = ensure_array_like(list);
			for (let $$index = 0, $$length = each_array_1.length; $$index < $$length; $$index++) {
				let k = each_array_1[$$index];
				$$renderer.push(`<div class="svelte-1pmsw0d"><dt class="svelte-1pmsw0d"><kbd class="svelte-1pmsw0d">${escape_html(k.key)}</kbd></dt> <dd>${escape_html(k.does)}</dd></div>`);
			}
			$$renderer.push(`<!--]--></dl>`);
		}
		$$renderer.push(`<!--]--></div> `);
		Button($$renderer, {
			onclick: () => help.close(),
			children: ($$renderer) => {
				$$renderer.push(`<!---->Close`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></dialog> `);
		if (finding) {
			$$renderer.push("<!--[0-->");
			FindPanel($$renderer, {
				session,
				onclose: () => finding = false
			});
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]-->`);
	});
}
// src/lib/ui/board/ConflictPanel.svelte
function ConflictPanel($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { session } = $$props;
		const show = (value) => value === void 0 ? "nothing" : typeof value === "string" ? value : JSON.stringify(value);
		$$renderer.push(`<div class="conflict svelte-odskeh" role="alertdialog" aria-label="Two tabs changed the same thing"><div><h3>Another tab changed the same thing</h3> <p>Nothing is lost yet. Choose which one stays; the other can be taken back with undo in its own tab.</p></div> <table><thead><tr><th>what</th><th>here</th><th>there</th></tr></thead><tbody><!--[-->`);
		const each_array = ensure_array_like(session.conflict?.conflicts ?? []);
		for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
			let c = each_array[$$index];
			$$renderer.push(`<tr><td class="svelte-odskeh">${escape_html(placeText(c.path))}</td><td class="num svelte-odskeh">${escape_html(show(c.mine))}</td><td class="num svelte-odskeh">${escape_html(show(c.theirs))}</td></tr>`);
		}
		$$renderer.push(`<!--]--></tbody></table> <div class="do svelte-odskeh">`);
		Button($$renderer, {
			look: "main",
			onclick: () => session.resolve("mine"),
			children: ($$renderer) => {
				$$renderer.push(`<!---->Keep what is here`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----> `);
		Button($$renderer, {
			onclick: () => session.resolve("theirs"),
			children: ($$renderer) => {
				$$renderer.push(`<!---->Take what is there`);
			},
			$$slots: { default: true }
		});
		$$renderer.push(`<!----></div></div>`);
	});
}
// src/routes/boards/[board]/+layout.svelte
function _layout($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { data, children } = $$props;
		let session = run(() => new BoardSession(data.board.id, data.board));
		beforeNavigate(() => void session.settled());
		provideBoard(() => session);
		provideScale(() => ({
			ambientHigh: session.sum.stages[0]?.judged.env.ambient.high ?? 25,
			comfort: session.doc.policy?.comfortMargin ?? .1
		}));
		BoardHead($$renderer, {
			session,
			revisions: data.revisions
		});
		$$renderer.push(`<!----> `);
		if (session.conflict) {
			$$renderer.push("<!--[0-->");
			ConflictPanel($$renderer, { session });
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (session.state === "refused") $$renderer.push(`<!--[0--><p class="refused svelte-1wgd25y" role="alert">Not stored: ${escape_html(session.problem)}</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		children($$renderer);
		$$renderer.push(`<!----> `);
		BoardFoot($$renderer, { session });
		$$renderer.push(`<!---->`);
	});
}
export { _layout as default };
