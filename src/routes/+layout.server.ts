import { THEME_COOKIE, themeOf } from '$lib/theme.ts';

export const load = ({ locals, cookies }) => ({ account: locals.account, theme: themeOf(cookies.get(THEME_COOKIE)) });
