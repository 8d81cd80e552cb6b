import { n as THEME_COOKIE, r as themeOf } from "../../chunks/theme.js";
// src/routes/+layout.server.ts
var load = ({ locals, cookies }) => ({
	account: locals.account,
	theme: themeOf(cookies.get(THEME_COOKIE))
});
export { load };
