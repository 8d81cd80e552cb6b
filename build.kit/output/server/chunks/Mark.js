import "./server.js";
// src/lib/ui/Mark.svelte
function Mark($$renderer) {
	$$renderer.push(`<svg width="30" height="18" viewBox="0 0 30 18" aria-hidden="true" class="svelte-vnfosd"><path d="M0 9h16" class="bar svelte-vnfosd"></path><path d="M13 9h10M23 5v8" class="whisker svelte-vnfosd"></path><path d="M26 1v16" class="post svelte-vnfosd"></path></svg>`);
}
export { Mark as t };
