import { fail, redirect } from '@sveltejs/kit';
import { passwordFits, passwordProblem } from '$lib/server/auth/password.ts';
import { endSession, endSessions } from '$lib/server/auth/sessions.ts';
import { problem, secretOf, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { accountById, changePassword, removeAccount } from '$lib/server/repositories/accounts.ts';
import { THEME_COOKIE, themeOf } from '$lib/theme.ts';

export const load = ({ locals }) => ({ account: signedIn(locals) });

export const actions = {
  leave: async ({ locals, cookies }) => {
    await endSession(locals.session, cookies);
    redirect(303, '/');
  },
  everywhere: async ({ locals, cookies }) => {
    await endSessions(signedIn(locals).id);
    await endSession(null, cookies);
    redirect(303, '/');
  },
  password: async ({ locals, request }) => {
    const account = await accountById(signedIn(locals).id);
    const form = await request.formData();
    const next = secretOf(form, 'next');
    if (!account?.passwordHash) return problem('password', 'The demo bench has no password.');
    if (!(await passwordFits(account.passwordHash, secretOf(form, 'now')))) return problem('password', 'The present password is not right.');
    const weak = passwordProblem(next);
    if (weak) return problem('password', weak);
    await changePassword(account.id, next);
    await endSessions(account.id, locals.session);
    return { form: 'password', message: '', done: 'The password is changed, and every other browser is signed out.' };
  },
  remove: async ({ locals, request, cookies }) => {
    const account = await accountById(signedIn(locals).id);
    if (!account || account.demo) return problem('remove', 'The demo bench stays for those who come next.');
    const form = await request.formData();
    if (!(await passwordFits(account.passwordHash, secretOf(form, 'password')))) return problem('remove', 'The password is not right; nothing was removed.');
    await removeAccount(account.id);
    await endSession(null, cookies);
    redirect(303, '/');
  },
  theme: async ({ request, cookies }) => {
    const theme = themeOf(textOf(await request.formData(), 'theme', 10));
    cookies.set(THEME_COOKIE, theme, { path: '/', sameSite: 'lax', httpOnly: true, secure: false, maxAge: 365 * 24 * 3600 });
    return theme ? { form: 'theme', message: '', done: '' } : fail(400);
  },
};
