import { C as attr, t as attr_class, w as clsx } from "./server.js";
// src/lib/ui/atoms/StatusMark.svelte
function StatusMark($$renderer, $$props) {
	let { status, size = 12 } = $$props;
	$$renderer.push(`<svg${attr_class(clsx(status), "svelte-bejugm")}${attr("width", size)}${attr("height", size)} viewBox="0 0 12 12" role="img"${attr("aria-label", {
		ok: "ok",
		tight: "tight",
		fail: "fails",
		unknown: "not known"
	}[status])}>`);
	if (status === "ok") $$renderer.push(`<!--[0--><circle cx="6" cy="6" r="5" fill="currentColor"></circle>`);
	else if (status === "tight") $$renderer.push(`<!--[1--><circle cx="6" cy="6" r="4.6" fill="none" stroke="currentColor" stroke-width="1.4"></circle><path d="M6 1.4a4.6 4.6 0 0 1 0 9.2z" fill="currentColor"></path>`);
	else if (status === "fail") $$renderer.push(`<!--[2--><path d="M2 2l8 8M10 2l-8 8" stroke="currentColor" stroke-width="2.4" fill="none"></path>`);
	else $$renderer.push(`<!--[-1--><circle cx="6" cy="6" r="4.6" fill="none" stroke="currentColor" stroke-width="1.4" stroke-dasharray="2 1.6"></circle>`);
	$$renderer.push(`<!--]--></svg>`);
}
export { StatusMark as t };
