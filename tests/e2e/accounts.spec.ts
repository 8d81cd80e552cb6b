import { expect, request } from '@playwright/test';
import { demoBoard, documentOf, importBoard, newAccount, upload, test } from './support.ts';

test('nobody else’s board can be read or changed by any route', async ({ page, browser, baseURL }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const before = await documentOf(page.request, board);
  const id = board.split('/').at(-1)!;
  const change = { client: 'x', nonce: 'x', label: 'x', ops: [{ path: ['name'], before: before.name, after: 'mine now' }] };

  const stranger = await browser.newContext({ baseURL: baseURL! });
  const theirs = await stranger.newPage();
  await newAccount(theirs);
  const nobody = await request.newContext({ baseURL: baseURL! });
  for (const path of [
    '',
    '/brief',
    '/add',
    '/yield',
    '/gate',
    '/bring-up',
    '/report',
    '/stages/radio',
    '/board.json',
    '/report.md',
    '/report.pdf',
    '/archive.zip',
    '/bill',
    '/bill/csv',
    '/bill/basket',
    '/fewer',
    '/revisions',
    '/review',
    '/bring-up?revision=A',
    '/logbook',
    '/calibration',
    '/matching',
    '/rework',
    '/practice',
    '/bring-up/report',
    '/bring-up/report.md',
    '/bring-up/readings.csv',
  ]) {
    expect((await theirs.request.get(board + path, { maxRedirects: 0 })).status(), `signed in: ${path}`).toBe(404);
    expect([303, 404], `not signed in: ${path}`).toContain((await nobody.get(board + path, { maxRedirects: 0 })).status());
  }
  for (const [url, data] of [
    [`/api/boards/${id}/changes`, change],
    [`/api/boards/${id}/step`, { client: 'x', nonce: 'x', direction: 'undo' }],
    [`/api/boards/${id}/live`, { client: 'x', at: '' }],
    [`/api/boards/${id}/comments/x`, { how: 'answered', answer: 'x' }],
  ] as const) {
    expect((await theirs.request.post(url, { data })).status()).toBe(404);
    expect((await nobody.post(url, { data })).status()).toBe(401);
  }
  expect((await theirs.request.get(`/api/boards/${id}/changes`)).status()).toBe(404);
  expect((await nobody.get(`/api/boards/${id}/changes`)).status()).toBe(401);
  for (const action of ['duplicate', 'archive', 'restore', 'delete']) {
    const answer = (await (
      await theirs.request.post(`/boards?/${action}`, { form: { board: id }, headers: { accept: 'application/json', 'x-sveltekit-action': 'true' } })
    ).json()) as { type: string; status?: number; error?: object };
    expect(answer.type, action).toBe('error');
  }
  const freeze = await theirs.request.post(`${board}/gate?/freeze`, {
    form: { version: '0' },
    headers: { accept: 'application/json', 'x-sveltekit-action': 'true' },
  });
  expect(await freeze.json()).toMatchObject({ type: 'error' });
  const reading = await theirs.request.post(`${board}/bring-up?/reading`, {
    form: { revision: 'A', step: 'board/look' },
    headers: { accept: 'application/json', 'x-sveltekit-action': 'true' },
  });
  expect(await reading.json()).toMatchObject({ type: 'error' });
  expect(await documentOf(page.request, board)).toEqual(before);
  const mine = (await (await theirs.request.get('/account/data')).json()) as { boards: unknown[] };
  expect(mine.boards).toEqual([]);
  await stranger.close();
});

test('sign in, wrong passwords limited, password change, sign out everywhere, data, removal', async ({ page, browser, baseURL }) => {
  const { email, password } = await newAccount(page);
  const board = await importBoard(page, demoBoard());

  const second = await browser.newContext({ baseURL: baseURL! });
  const laptop = await second.newPage();
  const signIn = async (secret: string) => {
    await laptop.goto('/');
    const form = laptop.locator('form', { hasText: 'Sign in' }).first();
    await form.getByLabel('Mail address').fill(email);
    await form.getByLabel('Password').fill(secret);
    await form.getByRole('button', { name: 'Sign in' }).click();
  };
  await signIn('not the password');
  await expect(laptop.getByText('Address and password do not fit together.')).toBeVisible();
  await signIn(password);
  await expect(laptop.getByRole('link', { name: 'Hive listener', exact: true })).toBeVisible();
  const cookie = (await second.cookies()).find((c) => c.name === 'spark-sum')!;
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax' });

  // A changed password signs the other browser out.
  await page.goto('/account');
  await page.getByLabel('Present password').fill(password);
  await page.getByLabel('New password').fill('short');
  await page.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByText('The password is changed')).toHaveCount(0);
  await page.getByLabel('Present password').fill(password);
  await page.getByLabel('New password').fill('another long sentence');
  await page.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByText('The password is changed')).toBeVisible();
  await laptop.goto(board);
  await expect(laptop.getByRole('button', { name: 'Enter the demo bench' })).toBeVisible();

  const data = (await (await page.request.get('/account/data')).json()) as { account: { email: string }; boards: { document: { name: string } }[] };
  expect([data.account.email, data.boards[0]!.document.name]).toEqual([email, 'Hive listener']);
  expect(JSON.stringify(data)).not.toMatch(/argon2|password/);

  await signIn('another long sentence');
  await expect(laptop.getByRole('link', { name: 'Hive listener', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page.getByRole('button', { name: 'Enter the demo bench' })).toBeVisible();
  await laptop.goto('/boards');
  await expect(laptop.getByRole('button', { name: 'Enter the demo bench' })).toBeVisible();

  await signIn('another long sentence');
  await expect(laptop.getByRole('heading', { name: 'Shelf of boards' })).toBeVisible();
  await laptop.goto('/account');
  await laptop.locator('form', { hasText: 'Removes the account' }).getByLabel('Password').fill('another long sentence');
  await laptop.getByRole('button', { name: 'Remove everything' }).click();
  await expect(laptop.getByRole('button', { name: 'Enter the demo bench' })).toBeVisible();
  for (let i = 0; i < 8; i++) await signIn('another long sentence');
  await expect(laptop.getByText('Address and password do not fit together.')).toBeVisible();
  await signIn('another long sentence');
  await expect(laptop.getByText(/Too many tries/)).toBeVisible();
  await second.close();
});

test('the shelf: duplicate, archive, restore, delete; a bad file is refused with its path', async ({ page }) => {
  await newAccount(page);
  await importBoard(page, demoBoard());
  await page.goto('/boards');
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await page.waitForURL(/\/boards\/[0-9a-f-]{36}$/);
  await page.goto('/boards');
  await expect(page.getByRole('link', { name: 'Hive listener, copy' })).toBeVisible();
  const copy = page.locator('article', { hasText: 'Hive listener, copy' });
  await copy.getByRole('button', { name: 'Archive' }).click();
  await expect(copy).toHaveCount(0);
  await page.getByRole('link', { name: '1 archived' }).click();
  await page.getByRole('button', { name: 'Restore' }).click();
  await page.goto('/boards');
  await copy.getByRole('button', { name: 'Delete' }).click();
  await copy.getByRole('button', { name: 'Delete for good' }).click();
  await expect(copy).toHaveCount(0);

  const bad = { ...demoBoard(), stages: [{ id: 'a', kind: 'rc-lowpass', given: { cutoffFrequency: 'soon' } }] };
  for (const [file, message] of [
    [bad, 'stages[0].given.cutoffFrequency'],
    [{ ...demoBoard(), version: 99 }, 'version'],
    [{ ...demoBoard(), stages: [{ id: 'a', kind: 'perpetual-motion' }] }, 'stages[0].kind'],
    ['not json at all', 'not JSON'],
    [`{"x":"${'y'.repeat(3 * 1024 * 1024)}"}`, 'larger than 2 MB'],
  ] as const) {
    await page.goto('/boards');
    await upload(page, file);
    await expect(page.getByRole('alert')).toContainText(message);
  }
  await page.goto('/boards');
  await expect(page.locator('article')).toHaveCount(1);
});
