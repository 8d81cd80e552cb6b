import { C as attr, T as escape_html, d as stringify, i as derived, o as ensure_array_like, s as head, t as attr_class } from "../../../../../chunks/server.js";
import { r as useBoard } from "../../../../../chunks/board-session.svelte.js";
import { t as Problem } from "../../../../../chunks/Problem.js";
import { i as formatText } from "../../../../../chunks/format.js";
import { t as Button } from "../../../../../chunks/Button.js";
import { t as Quantity } from "../../../../../chunks/Quantity.js";
import { t as StatusMark } from "../../../../../chunks/StatusMark.js";
// src/lib/ui/board/BringUpStep.svelte
function BringUpStep($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { p, letter, now, number, problem, typed } = $$props;
		let expect = derived(() => p.step.expect);
		let out = derived(() => p.verdict === "low" || p.verdict === "high");
		const ACTS = {
			fit: "fit",
			feed: "feed",
			probe: "probe"
		};
		let place = derived(() => {
			if (!expect() || p.reading?.value == null) return null;
			const span = expect().high - expect().low || Math.abs(expect().high) || 1;
			return Math.max(0, Math.min(1, .25 + (p.reading.value - expect().low) / span * .5));
		});
		$$renderer.push(`<article${attr_class("svelte-bakska", void 0, {
			"now": now,
			"locked": p.locked,
			"out": out()
		})}><span class="mark">`);
		if (p.verdict === null) $$renderer.push(`<!--[0--><span class="num soft">${escape_html(number)}</span>`);
		else {
			$$renderer.push("<!--[-1-->");
			StatusMark($$renderer, {
				status: out() ? "fail" : "ok",
				size: 16
			});
		}
		$$renderer.push(`<!--]--></span> <div class="body svelte-bakska"><h3 class="svelte-bakska"><span class="act svelte-bakska">${escape_html(ACTS[p.step.act])}</span> ${escape_html(p.step.title)} <span class="soft small">${escape_html(p.step.stageTitle)}</span></h3> `);
		if (now || out()) $$renderer.push(`<!--[0--><p>${escape_html(p.step.text)}</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (now && p.step.feed) {
			$$renderer.push(`<!--[0--><p class="big svelte-bakska">Set <b>`);
			Quantity($$renderer, {
				value: p.step.feed.volts,
				unit: "V"
			});
			$$renderer.push(`<!----></b>, limit <b>`);
			Quantity($$renderer, {
				value: p.step.feed.amps,
				unit: "A",
				digits: 2
			});
			$$renderer.push(`<!----></b></p>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (expect() && (now || p.reading)) {
			$$renderer.push(`<!--[0--><div${attr_class("window svelte-bakska", void 0, { "big": now })}><span class="soft svelte-bakska">${escape_html(expect().point)}</span> <span>`);
			Quantity($$renderer, {
				value: expect().low,
				unit: expect().unit
			});
			$$renderer.push(`<!----> … <b>`);
			Quantity($$renderer, {
				value: expect().nominal,
				unit: expect().unit
			});
			$$renderer.push(`<!----></b> … `);
			Quantity($$renderer, {
				value: expect().high,
				unit: expect().unit
			});
			$$renderer.push(`<!----></span></div>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (p.reading) {
			$$renderer.push(`<!--[0--><p${attr_class("reading svelte-bakska", void 0, { "big": now })}>`);
			if (p.reading.value !== null && expect()) {
				$$renderer.push(`<!--[0-->read <b>`);
				Quantity($$renderer, {
					value: p.reading.value,
					unit: expect().unit
				});
				$$renderer.push(`<!----></b>`);
			} else $$renderer.push(`<!--[-1-->done`);
			$$renderer.push(`<!--]--> `);
			if (p.reading.note) $$renderer.push(`<!--[0--><span class="soft">${escape_html(p.reading.note)}</span>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--> `);
			if (place() !== null) $$renderer.push(`<!--[0--><svg width="160" height="14" viewBox="0 0 160 14" aria-hidden="true"><path d="M0 7H160" class="track svelte-bakska"></path><path d="M40 0v14M120 0v14" class="post svelte-bakska"></path><circle${attr("cx", place() * 160)} cy="7" r="4"${attr_class("svelte-bakska", void 0, { "bad": out() })}></circle></svg>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></p>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (out() && expect()) $$renderer.push(`<!--[0--><p class="stop svelte-bakska" role="alert">Stop here: <b>${escape_html(formatText(p.reading.value, expect().unit))}</b> is ${escape_html(p.verdict === "low" ? `below ${formatText(expect().low, expect().unit)}` : `above ${formatText(expect().high, expect().unit)}`)}. Switch off. Look for a wrong value, a short, an open joint or a turned part in ${escape_html(p.step.stageTitle)} before
        you go on, then measure again.</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> `);
		if (now) {
			$$renderer.push(`<!--[0--><form method="POST" action="?/reading" class="svelte-bakska"><input type="hidden" name="step"${attr("value", p.step.key)} class="svelte-bakska"/><input type="hidden" name="revision"${attr("value", letter)} class="svelte-bakska"/> `);
			if (expect()) $$renderer.push(`<!--[0--><input class="num svelte-bakska" name="text" type="text" autocomplete="off"${attr("aria-label", `Reading at ${stringify(expect().point)}`)}${attr("placeholder", `reading, like ${stringify(formatText(expect().nominal, expect().unit, 3))}`)}${attr("value", typed)} required=""/>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--> <input name="note" type="text" aria-label="Note" placeholder="note" maxlength="2000" class="svelte-bakska"/> `);
			Button($$renderer, {
				look: "main",
				type: "submit",
				children: ($$renderer) => {
					$$renderer.push(`<!---->${escape_html(expect() ? "Enter" : "Done")}`);
				},
				$$slots: { default: true }
			});
			$$renderer.push(`<!----></form> `);
			Problem($$renderer, { text: problem });
			$$renderer.push(`<!---->`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></div></article>`);
	});
}
// src/routes/boards/[board]/bring-up/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { data, form } = $$props;
		const board = useBoard();
		let session = derived(board);
		let base = derived(() => `/boards/${session().id}`);
		let current = derived(() => data.progress.findIndex((p) => p.verdict === null || p.verdict === "low" || p.verdict === "high"));
		let done = derived(() => data.progress.filter((p) => p.verdict === "within" || p.verdict === "noted").length);
		head("1305uo4", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Bring-up · ${escape_html(session().doc.name)} · Spark Sum</title>`);
			});
		});
		$$renderer.push(`<main class="svelte-1305uo4">`);
		if (!data.revision) $$renderer.push(`<!--[0--><h1>Bring-up</h1> <p>Bring-up follows a frozen revision: what you measure belongs to the board you built, not to the draft you go on with.</p> <p><a${attr("href", `${base()}/gate`)}>To the order gate</a>, where a revision is frozen.</p>`);
		else {
			$$renderer.push(`<!--[-1--><div class="head svelte-1305uo4"><h1>Bring-up of revision ${escape_html(data.revision.letter)}</h1> <p class="soft">${escape_html(data.revision.note)} Frozen ${escape_html(new Date(data.revision.createdAt).toLocaleDateString("en-GB", { dateStyle: "medium" }))}, core ${escape_html(data.revision.coreVersion)}.</p> <p class="count svelte-1305uo4"><b class="num">${escape_html(done())}</b> of <b class="num">${escape_html(data.progress.length)}</b> steps done</p> `);
			if (data.revisions.length > 1) {
				$$renderer.push(`<!--[0--><p><!--[-->`);
				const each_array = ensure_array_like(data.revisions);
				for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
					let r = each_array[$$index];
					$$renderer.push(`<a class="rev svelte-1305uo4"${attr("href", `?revision=${stringify(r.letter)}`)}${attr("aria-current", r.letter === data.revision.letter ? "page" : void 0)}>${escape_html(r.letter)}</a>`);
				}
				$$renderer.push(`<!--]--></p>`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></div> <ol class="svelte-1305uo4"><!--[-->`);
			const each_array_1 = ensure_array_like(data.progress);
			for (let i = 0, $$length = each_array_1.length; i < $$length; i++) {
				let p = each_array_1[i];
				$$renderer.push(`<li>`);
				BringUpStep($$renderer, {
					p,
					letter: data.revision.letter,
					now: i === current(),
					number: i + 1,
					problem: form?.form === p.step.key ? form.message : void 0,
					typed: form?.form === p.step.key ? form.typed.text ?? "" : ""
				});
				$$renderer.push(`<!----></li>`);
			}
			$$renderer.push(`<!--]--></ol> `);
			if (current() < 0) $$renderer.push(`<!--[0--><p class="all svelte-1305uo4">Every step is done. The readings stay with revision ${escape_html(data.revision.letter)}.</p>`);
			else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]-->`);
		}
		$$renderer.push(`<!--]--></main>`);
	});
}
export { _page as default };
