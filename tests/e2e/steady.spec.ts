import { expect, request, type APIRequestContext, type APIResponse } from '@playwright/test';
import { demoBoard, importBoard, newAccount, test } from './support.ts';

const asAction = { accept: 'application/json', 'x-sveltekit-action': 'true' };
/** What a form's action answers: its sort, status and message. */
async function answered(response: APIResponse): Promise<{ type: string; status?: number; text: string; location?: string }> {
  const answer = (await response.json()) as { type: string; status?: number; data?: string; location?: string };
  return { ...answer, text: answer.data ?? '' };
}

test('spoiled changes are refused as JSON, and change nothing', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const url = `/api/boards/${board.split('/').at(-1)}/changes`;
  const before = await (await page.request.get(`${board}/board.json`)).text();
  const nested = (levels: number) => `${'['.repeat(levels)}${']'.repeat(levels)}`;
  const change = (path: string[], after: string) =>
    `{"client":"c","nonce":"${Math.random().toString(36).slice(2)}","label":"x","force":true,"ops":[{"path":${JSON.stringify(path)},"after":${after}}]}`;
  for (const data of [
    change(['stages', 'scale-filter'], 'null'),
    change(['stages', 'scale-filter'], '[]'),
    change(['stages'], 'null'),
    change(['waivers'], 'null'),
    change(['confirmations'], '{"x":null}'),
    change(['decisions'], '7'),
    change(['brief', 'notes'], nested(5000)),
    change(['brief', 'notes'], nested(900_000)),
    change(['brief'], '{"__proto__":{"purpose":"x"}}'),
  ]) {
    const response = await page.request.post(url, { data, headers: { 'content-type': 'application/json' } });
    expect(response.status(), data.slice(60, 160)).toBe(422);
    expect(await response.json()).toHaveProperty('error.message');
  }
  expect(await (await page.request.get(`${board}/board.json`)).text()).toBe(before);
  for (const [method, path, status] of [
    ['GET', '/api/nothing', 404],
    ['PUT', url, 405],
  ] as const) {
    const response = await page.request.fetch(path, { method, headers: { accept: 'text/html' } });
    expect(response.status(), path).toBe(status);
    expect(await response.json()).toHaveProperty('error.message');
  }
});

test('wrong passwords are counted before they are looked at: many at once are no more than one after another', async ({ page, baseURL }) => {
  const { email } = await newAccount(page);
  const bare = await request.newContext({ baseURL: baseURL! });
  const spelled = [email, email.toUpperCase(), ` ${email} `, email.replace('maker', 'ｍaker')];
  const tries = await Promise.all(
    Array.from({ length: 24 }, (_, i) =>
      bare.post('/?/enter', { form: { email: spelled[i % spelled.length]!, password: `wrong ${i} and long` }, headers: asAction }).then(answered),
    ),
  );
  const looked = tries.filter((t) => t.text.includes('do not fit'));
  expect(looked.length).toBeLessThanOrEqual(8);
  expect(looked.length + tries.filter((t) => t.status === 429).length).toBe(24);
  await bare.dispose();
});

test('a password that everybody tries is not taken, and a taken address gets no account', async ({ page, baseURL }) => {
  const { email } = await newAccount(page);
  const bare = await request.newContext({ baseURL: baseURL! });
  const create = async (address: string, password: string) =>
    answered(await bare.post('/?/create', { form: { email: address, name: 'x', password }, headers: asAction }));
  for (const common of ['1234567890', 'password123', 'qwertyuiop', 'aaaaaaaaaaaa', 'Password123!'])
    expect((await create(`new-${Date.now()}@example.org`, common)).text, common).toContain('among the first');
  const taken = await create(email, 'a long enough sentence');
  expect([taken.type, taken.text]).toEqual(['failure', expect.stringContaining('No account could be made')]);
  await bare.dispose();
});

/** Enters the demo and finds the boards there. */
async function visitor(baseURL: string): Promise<{ api: APIRequestContext; boards: string[] }> {
  const api = await request.newContext({ baseURL });
  await api.post('/?/demo', { form: {} });
  const html = await (await api.get('/boards')).text();
  return { api, boards: [...new Set([...html.matchAll(/\/boards\/([0-9a-f-]{36})"/g)].map((m) => m[1]!))] };
}

test('every visitor of the demo has a bench of their own, with its boards, revision and readings', async ({ baseURL }) => {
  const [one, other] = [await visitor(baseURL!), await visitor(baseURL!)];
  expect(one.boards.length).toBeGreaterThan(1);
  expect(one.boards.filter((b) => other.boards.includes(b))).toEqual([]);
  for (const board of one.boards) {
    expect((await other.api.get(`/api/boards/${board}/changes`)).status()).toBe(404);
    await one.api.post('/boards?/delete', { form: { board }, headers: asAction });
  }
  expect((await other.api.get(`/api/boards/${other.boards[0]}/changes`)).status()).toBe(200);
  const data = (await (await other.api.get('/account/data')).json()) as { boards: { revisions?: { readings: unknown[] }[] }[] };
  expect(data.boards.some((b) => b.revisions?.some((r) => r.readings.length > 0))).toBe(true);
  for (const { api } of [one, other]) await api.dispose();
});

test('signing in again ends the session the browser had', async ({ page, baseURL }) => {
  const { email, password } = await newAccount(page);
  const old = await page.context().storageState();
  const kept = await request.newContext({ baseURL: baseURL!, storageState: old });
  expect((await kept.get('/boards', { maxRedirects: 0 })).status()).toBe(200);
  const again = await request.newContext({ baseURL: baseURL!, storageState: old });
  await again.post('/?/enter', { form: { email, password }, headers: asAction });
  expect((await again.get('/boards', { maxRedirects: 0 })).status()).toBe(200);
  expect((await kept.get('/boards', { maxRedirects: 0 })).status()).toBe(303);
  for (const api of [kept, again]) await api.dispose();
});

test('one freeze sent four times at once makes one revision', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const sent = await Promise.all(
    [1, 2, 3, 4].map(() => page.request.post(`${board}/gate?/freeze`, { form: { version: '0', note: 'once' }, headers: asAction }).then(answered)),
  );
  expect(sent.map((s) => s.location)).toEqual(Array.from({ length: 4 }, () => `${board}/bring-up?revision=A`));
  expect((await page.request.get(`${board}/report.md?revision=B`)).status()).toBe(404);
});

test('lists of devices sent at once stay within what a list may hold', async ({ page }) => {
  await newAccount(page);
  await page.goto('/parts');
  await page
    .getByRole('button', { name: /^Copy / })
    .first()
    .click();
  await expect(page.getByText(/is on your list: open it/)).toBeVisible();
  const text = await (await page.request.get('/parts/csv')).text();
  const [head, row] = text.trim().split(/\r?\n/);
  const many = [head, ...Array.from({ length: 300 }, () => row)].join('\n');
  await Promise.all(
    [1, 2, 3].map(() =>
      page.request.post('/parts?/import', { multipart: { file: { name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(many) } }, headers: asAction }),
    ),
  );
  const now = (await (await page.request.get('/parts/csv')).text()).trim().split(/\r?\n/).length - 1;
  expect(now).toBe(301);
});

test('healthz tells that the database is there', async ({ request: api }) => {
  const response = await api.get('/healthz');
  expect([response.status(), await response.text()]).toEqual([200, 'ok']);
});
