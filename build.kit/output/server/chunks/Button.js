import { n as attributes, w as clsx } from "./server.js";
// src/lib/ui/atoms/Button.svelte
function Button($$renderer, $$props) {
	let { look = "plain", children, $$slots, $$events, ...rest } = $$props;
	$$renderer.push(`<button${attributes({
		type: "button",
		class: clsx(look),
		...rest
	}, "svelte-1c30vpr")}>`);
	children($$renderer);
	$$renderer.push(`<!----></button>`);
}
export { Button as t };
