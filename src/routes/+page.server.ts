import { redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { countFailure, forgetFailures, waitMinutes } from '$lib/server/auth/attempts.ts';
import { passwordFits, passwordProblem } from '$lib/server/auth/password.ts';
import { beginSession } from '$lib/server/auth/sessions.ts';
import { problem, secretOf, textOf } from '$lib/server/forms.ts';
import { accountByEmail, createAccount, demoAccount, normalEmail } from '$lib/server/repositories/accounts.ts';

export const load = ({ locals }) => {
  if (locals.account) redirect(303, '/boards');
};

const isSecure = (url: URL, request: Request): boolean => request.headers.get('x-forwarded-proto') === 'https' && url.hostname !== '127.0.0.1';

export const actions = {
  demo: async ({ cookies, url, request }) => {
    const demo = await demoAccount();
    if (!demo) return problem('demo', 'The demo bench is not set up here. Stop the application and start it again with npm start.');
    await beginSession(demo.id, cookies, isSecure(url, request));
    redirect(303, '/boards');
  },
  enter: async ({ request, cookies, url, getClientAddress }) => {
    const form = await request.formData();
    const email = textOf(form, 'email', 190);
    const address = getClientAddress();
    const wait = await waitMinutes(address, normalEmail(email));
    if (wait > 0) return problem('enter', `Too many tries. Wait ${wait} ${wait === 1 ? 'minute' : 'minutes'}, then try again.`, { email }, 429);
    const account = await accountByEmail(email);
    if (!(await passwordFits(account?.passwordHash ?? null, secretOf(form, 'password')))) {
      await countFailure(address, normalEmail(email));
      return problem('enter', 'Address and password do not fit together.', { email });
    }
    await forgetFailures(address, normalEmail(email));
    await beginSession(account!.id, cookies, isSecure(url, request));
    redirect(303, '/boards');
  },
  create: async ({ request, cookies, url }) => {
    const form = await request.formData();
    const [email, name, password] = [textOf(form, 'email', 190), textOf(form, 'name', 80), secretOf(form, 'password')];
    const typed = { email, name };
    if (!z.email().safeParse(email).success) return problem('create', 'This is not a mail address. Write it like maker@example.org.', typed);
    if (!name) return problem('create', 'Write a name: it stands under your confirmations.', typed);
    const weak = passwordProblem(password);
    if (weak) return problem('create', weak, typed);
    const id = await createAccount({ email, name, password });
    if (!id) return problem('create', 'There is an account with this address already. Sign in with it.', typed);
    await beginSession(id, cookies, isSecure(url, request));
    redirect(303, '/boards');
  },
};
