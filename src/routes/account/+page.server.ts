import { fail, redirect } from '@sveltejs/kit';
import { forgetTry, ownTries, takeTry, tooMany } from '$lib/server/auth/attempts.ts';
import { passwordFits, passwordProblem } from '$lib/server/auth/password.ts';
import { endSession, endSessions } from '$lib/server/auth/sessions.ts';
import { event } from '$lib/server/log.ts';
import { problem, secretOf, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { accountById, changePassword, removeAccount, type Account } from '$lib/server/repositories/accounts.ts';
import { THEME_COOKIE, themeOf } from '$lib/theme.ts';

export const load = async ({ locals }) => {
  return { account: signedIn(locals) };
};

/** What is wrong with the present password of somebody who is signed in, or that it was tried too often; null when it fits. */
async function wrongPassword(account: Account, password: string): Promise<string | null> {
  const tries = ownTries(account.id);
  const wait = await takeTry(tries);
  if (wait > 0) return tooMany(wait);
  if (!(await passwordFits(account.passwordHash, password))) return 'The present password is not right.';
  await forgetTry(tries);
  return null;
}

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
    const weak = passwordProblem(next);
    if (weak) return problem('password', weak);
    const wrong = await wrongPassword(account, secretOf(form, 'now'));
    if (wrong) return problem('password', wrong);
    await changePassword(account.id, next);
    event('a password was changed', { account: account.id });
    await endSessions(account.id, locals.session);
    return { form: 'password', message: '', done: 'The password is changed, and every other browser is signed out.' };
  },
  remove: async ({ locals, request, cookies }) => {
    const account = await accountById(signedIn(locals).id);
    if (!account || account.demo) return problem('remove', 'A demo bench goes by itself after a day.');
    const form = await request.formData();
    const wrong = await wrongPassword(account, secretOf(form, 'password'));
    if (wrong) return problem('remove', `${wrong} Nothing was removed.`);
    await removeAccount(account.id);
    event('an account was removed', { account: account.id });
    await endSession(null, cookies);
    redirect(303, '/');
  },
  theme: async ({ request, cookies }) => {
    const theme = themeOf(textOf(await request.formData(), 'theme', 10));
    cookies.set(THEME_COOKIE, theme, { path: '/', sameSite: 'lax', httpOnly: true, secure: false, maxAge: 365 * 24 * 3600 });
    return theme ? { form: 'theme', message: '', done: '' } : fail(400);
  },
};
