import { C as attr, T as escape_html, d as stringify, i as derived, o as ensure_array_like, s as head } from "../../../chunks/server.js";
import { t as Problem } from "../../../chunks/Problem.js";
import { t as Plus } from "../../../chunks/plus.js";
import "../../../chunks/Button.js";
import { n as marginText } from "../../../chunks/report.js";
import { t as StatusMark } from "../../../chunks/StatusMark.js";
import { t as MarginBar } from "../../../chunks/MarginBar.js";
import { t as provideScale } from "../../../chunks/scale.js";
import { t as TopBar } from "../../../chunks/TopBar.js";
// src/lib/ui/board/BoardCard.svelte
function BoardCard($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { board, archived } = $$props;
		provideScale(() => ({
			ambientHigh: board.ambientHigh,
			comfort: board.comfort
		}));
		let readiness = derived(() => board.stages === 0 ? "no stages yet" : board.ready ? "ready to order" : board.blocking ? `${board.blocking} must be mended` : `${board.open} to waive or confirm`);
		const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });
		$$renderer.push(`<article class="svelte-1tylrmb"><div class="what"><a class="name svelte-1tylrmb"${attr("href", `/boards/${stringify(board.id)}`)}>${escape_html(board.name)}</a> `);
		if (board.revision) $$renderer.push(`<!--[0--><span class="tag svelte-1tylrmb">revision ${escape_html(board.revision)}</span>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <p class="soft purpose svelte-1tylrmb">${escape_html(board.purpose)}</p></div> <div class="state svelte-1tylrmb"><p>`);
		StatusMark($$renderer, { status: board.stages === 0 ? "unknown" : board.ready ? "ok" : board.blocking ? "fail" : "tight" });
		$$renderer.push(`<!----> ${escape_html(readiness())}</p> `);
		if (board.tightest) {
			$$renderer.push(`<!--[0--><p class="tight"><span class="soft">tightest</span> <b>${escape_html(board.tightest.check.title)}</b>, ${escape_html(board.tightest.stage)}</p> <div class="bar svelte-1tylrmb">`);
			MarginBar($$renderer, {
				check: board.tightest.check,
				width: 180
			});
			$$renderer.push(`<!----> <span class="num">${escape_html(marginText(board.tightest.check))}</span></div>`);
		} else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></div> <div class="do svelte-1tylrmb"><p class="soft small">${escape_html(when.format(board.updatedAt))}</p> <form method="POST" class="svelte-1tylrmb"><input type="hidden" name="board"${attr("value", board.id)}/> `);
		$$renderer.push(`<!--[-1--><button formaction="?/duplicate" class="svelte-1tylrmb">Duplicate</button> <button${attr("formaction", archived ? "?/restore" : "?/archive")} class="svelte-1tylrmb">${escape_html(archived ? "Restore" : "Archive")}</button> <button type="button" class="svelte-1tylrmb">Delete</button>`);
		$$renderer.push(`<!--]--></form></div></article>`);
	});
}
// src/routes/boards/+page.svelte
function _page($$renderer, $$props) {
	$$renderer.component(($$renderer) => {
		let { data, form } = $$props;
		head("1l101ey", $$renderer, ($$renderer) => {
			$$renderer.title(($$renderer) => {
				$$renderer.push(`<title>Shelf of boards · Spark Sum</title>`);
			});
		});
		TopBar($$renderer, {});
		$$renderer.push(`<!----> <main class="svelte-1l101ey"><div class="head svelte-1l101ey"><h1>${escape_html(data.archived ? "Archived boards" : "Shelf of boards")}</h1> <div class="actions svelte-1l101ey">`);
		if (data.archived) $$renderer.push(`<!--[0--><a href="/boards">back to the shelf</a>`);
		else if (data.others) $$renderer.push(`<!--[1--><a href="/boards?archived">${escape_html(data.others)} archived</a>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--> <form method="POST" action="?/import" enctype="multipart/form-data"><label class="file svelte-1l101ey">Import a board file<input class="sr" type="file" name="file" accept=".json,application/json"/></label> <noscript><button>Import</button></noscript></form> <a class="new svelte-1l101ey" href="/boards/new">`);
		Plus($$renderer, { size: 16 });
		$$renderer.push(`<!----> New board</a></div></div> `);
		Problem($$renderer, { text: form?.form === "import" ? form.message : void 0 });
		$$renderer.push(`<!----> `);
		if (data.boards.length === 0) {
			$$renderer.push(`<!--[0--><div class="empty svelte-1l101ey"><p>${escape_html(data.archived ? "Nothing is archived." : "No boards yet. A board begins with its brief: what it is for, where it will live, how many you will build.")}</p> `);
			if (!data.archived) {
				$$renderer.push(`<!--[0--><a class="new svelte-1l101ey" href="/boards/new">`);
				Plus($$renderer, { size: 16 });
				$$renderer.push(`<!----> Begin a board</a>`);
			} else $$renderer.push("<!--[-1-->");
			$$renderer.push(`<!--]--></div>`);
		} else {
			$$renderer.push(`<!--[-1--><ul class="svelte-1l101ey"><!--[-->`);
			const each_array = ensure_array_like(data.boards);
			for (let $$index = 0, $$length = each_array.length; $$index < $$length; $$index++) {
				let board = each_array[$$index];
				$$renderer.push(`<li>`);
				BoardCard($$renderer, {
					board,
					archived: data.archived
				});
				$$renderer.push(`<!----></li>`);
			}
			$$renderer.push(`<!--]--></ul>`);
		}
		$$renderer.push(`<!--]--> `);
		if (!data.archived && data.boards.length > 0) $$renderer.push(`<!--[0--><p class="soft small foot svelte-1l101ey">Everything is computed on this machine. Cautions and margins help you decide; local codes and licensed practitioners have the last word where a board can
      hurt someone.</p>`);
		else $$renderer.push("<!--[-1-->");
		$$renderer.push(`<!--]--></main>`);
	});
}
export { _page as default };
