import { redirect } from '@sveltejs/kit';
import * as z from 'zod';
import { forgetTry, signInTries, takeTry, tooMany } from '$lib/server/auth/attempts.ts';
import { accountsAllowed, benchesAllowed } from '$lib/server/env.ts';
import { passwordFits, passwordProblem } from '$lib/server/auth/password.ts';
import { beginSession } from '$lib/server/auth/sessions.ts';
import { event } from '$lib/server/log.ts';
import { problem, secretOf, textOf } from '$lib/server/forms.ts';
import { accountByEmail, createAccount, normalEmail } from '$lib/server/repositories/accounts.ts';
import { openBench } from '$lib/server/repositories/benches.ts';

export const load = ({ locals }) => {
  if (locals.account) redirect(303, '/boards');
};

const isSecure = (url: URL, request: Request): boolean => request.headers.get('x-forwarded-proto') === 'https' && url.hostname !== '127.0.0.1';

export const actions = {
  demo: async ({ cookies, url, request, getClientAddress }) => {
    const wait = await takeTry([{ what: ['demo', getClientAddress()], most: benchesAllowed() }]);
    if (wait > 0) return problem('demo', tooMany(wait), {}, 429);
    const demo = await openBench();
    if (!demo) return problem('demo', 'The demo bench is not set up here. Stop the application and start it again with npm start.');
    await beginSession(demo, cookies, isSecure(url, request));
    redirect(303, '/boards');
  },
  enter: async ({ request, cookies, url, getClientAddress }) => {
    const form = await request.formData();
    const email = textOf(form, 'email', 190);
    const tries = signInTries(getClientAddress(), normalEmail(email));
    const wait = await takeTry(tries);
    if (wait > 0) {
      event('too many tries to sign in', { from: getClientAddress() });
      return problem('enter', tooMany(wait), { email }, 429);
    }
    const account = await accountByEmail(email);
    if (!(await passwordFits(account?.passwordHash ?? null, secretOf(form, 'password')))) {
      event('a wrong password', { from: getClientAddress(), ...(account ? { account: account.id } : {}) });
      return problem('enter', 'Address and password do not fit together.', { email });
    }
    await forgetTry(tries);
    event('signed in', { from: getClientAddress(), account: account!.id });
    await beginSession(account!.id, cookies, isSecure(url, request));
    redirect(303, '/boards');
  },
  create: async ({ request, cookies, url, getClientAddress }) => {
    const form = await request.formData();
    const [email, name, password] = [textOf(form, 'email', 190), textOf(form, 'name', 80), secretOf(form, 'password')];
    const typed = { email, name };
    if (!z.email().safeParse(email).success) return problem('create', 'This is not a mail address. Write it like maker@example.org.', typed);
    if (!name) return problem('create', 'Write a name: it stands under your confirmations.', typed);
    const weak = passwordProblem(password);
    if (weak) return problem('create', weak, typed);
    const wait = await takeTry([{ what: ['create', getClientAddress()], most: accountsAllowed() }]);
    if (wait > 0) return problem('create', tooMany(wait), typed, 429);
    const id = await createAccount({ email, name, password });
    if (!id) return problem('create', 'No account could be made with this address. If it is yours, sign in; otherwise take another one.', typed);
    event('an account was made', { from: getClientAddress(), account: id });
    await beginSession(id, cookies, isSecure(url, request));
    redirect(303, '/boards');
  },
};
