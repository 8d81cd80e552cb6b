// src/lib/theme.ts
var THEME_COOKIE = "spark-sum-theme";
var THEMES = [
	"auto",
	"light",
	"dark"
];
/** Any text to a theme: what is not one is `auto`. */
var themeOf = (value) => THEMES.find((t) => t === value) ?? "auto";
export { THEME_COOKIE as n, themeOf as r, THEMES as t };
