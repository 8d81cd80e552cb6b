import AxeBuilder from '@axe-core/playwright';
import { expect } from '@playwright/test';
import { demoBoard, importBoard, newAccount, test } from './support.ts';

/** Pages of the bench. */
const ORDER = ['/bill', '/fewer', '/revisions', '/review'];
const BENCH = ['/logbook', '/calibration', '/matching', '/rework', '/practice', '/bring-up/report'];

test.describe('POST /api/evaluate', () => {
  test('answers a board without an account', async ({ request }) => {
    const response = await request.post('/api/evaluate', { data: demoBoard() });
    expect(response.status()).toBe(200);
    expect(await response.json()).toMatchObject({ board: { ready: true }, stages: { 'scale-filter': { outcomes: {} } }, rails: { v33: {} } });
  });

  for (const [name, body, status, path] of [
    ['not JSON', 'hello', 400, null],
    ['empty', '', 400, null],
    ['a list', '[]', 422, ''],
    ['version 99', JSON.stringify({ ...demoBoard(), version: 99 }), 422, 'version'],
    ['an unknown kind', JSON.stringify({ ...demoBoard(), stages: [{ id: 'a', kind: 'x' }] }), 422, 'stages[0].kind'],
    ['three megabytes', `{"x":"${'y'.repeat(3 * 1024 * 1024)}"}`, 413, null],
    ['six megabytes', `{"x":"${'y'.repeat(6 * 1024 * 1024)}"}`, 413, null],
  ] as const) {
    test(`${name} is answered with ${status}`, async ({ request }) => {
      const response = await request.post('/api/evaluate', { data: Buffer.from(body), headers: { 'content-type': 'application/json' } });
      expect(response.status()).toBe(status);
      const { error } = (await response.json()) as { error: { message: string; issues: { path: string }[] } };
      expect(error.message.length).toBeGreaterThan(5);
      if (path !== null) expect(error.issues[0]!.path).toBe(path);
    });
  }
});

test('long computations are done on threads, for accounts, with progress', async ({ page, request }) => {
  expect((await request.post('/api/montecarlo', { data: demoBoard() })).status()).toBe(401);
  await newAccount(page);
  const plain = await page.request.post('/api/montecarlo?runs=600&seed=3', { data: demoBoard() });
  expect(plain.status()).toBe(200);
  const answer = (await plain.json()) as { board: { yield: number } };
  expect(answer).toMatchObject({ runs: 600, seed: 3 });
  const lines = await page.request.post('/api/montecarlo?runs=600&seed=3', { data: demoBoard(), headers: { accept: 'application/x-ndjson' } });
  const told = (await lines.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as object);
  expect(told.slice(0, -1)).toEqual([{ done: 256 }, { done: 512 }]);
  expect(told.at(-1)).toEqual({ answer });
  const solved = await page.request.post('/api/simulate?stage=scale-filter&analysis=ac&points=5', { data: demoBoard() });
  expect(((await solved.json()) as { frequency: number[] }).frequency).toHaveLength(5);
  for (const [query, path] of [
    ['montecarlo?runs=many', 'runs'],
    ['montecarlo?runs=9999999', 'runs'],
    ['simulate?stage=scale-filter&analysis=guess', 'analysis'],
  ] as const) {
    const refused = await page.request.post(`/api/${query}`, { data: demoBoard() });
    expect(refused.status()).toBe(422);
    expect(((await refused.json()) as { error: { issues: { path: string }[] } }).error.issues[0]!.path).toBe(path);
  }
  const nobody = await page.request.post('/api/simulate?stage=nobody&analysis=op', { data: demoBoard() });
  expect(nobody.status()).toBe(422);
  expect(((await nobody.json()) as { error: { message: string } }).error.message).toContain('no stage “nobody”');
});

test('requests of other sites and under other names are not carried out', async ({ request, baseURL }) => {
  const evil = { origin: 'http://elsewhere.example' };
  expect((await request.post('/api/evaluate', { data: demoBoard(), headers: evil })).status()).toBe(403);
  expect((await request.post('/?/demo', { form: {}, headers: evil })).status()).toBe(403);
  expect((await request.get('/', { headers: { host: 'elsewhere.example' } })).status()).toBe(421);
  expect((await request.post('/api/evaluate', { data: demoBoard(), headers: { origin: baseURL! } })).status()).toBe(200);
});

test('pages carry a strict policy, and errors tell no internals', async ({ request, page }) => {
  const headers = (await request.get('/')).headers();
  expect(headers['content-security-policy']).toMatch(/default-src 'self'.*script-src 'self' 'nonce-/);
  expect(headers['content-security-policy']).not.toMatch(/unsafe-eval|script-src[^;]*unsafe-inline/);
  expect(headers['x-content-type-options']).toBe('nosniff');
  await newAccount(page);
  const missing = await page.request.get('/boards/00000000-0000-0000-0000-000000000000');
  expect(missing.status()).toBe(404);
  const sql = await page.request.get(`/boards/${encodeURIComponent("x' or '1'='1")}`);
  expect(sql.status()).toBe(404);
  expect(await sql.text()).not.toMatch(/select|mysql|node_modules|\.ts:/i);
});

test('changes of any bad sort are refused and change nothing', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const url = `/api/boards/${board.split('/').at(-1)}/changes`;
  const before = await (await page.request.get(`${board}/board.json`)).text();
  const change = (ops: unknown) => ({ client: 'c', nonce: Math.random().toString(36).slice(2), label: 'x', force: true, ops });
  for (const [data, status] of [
    [{}, 422],
    [{ ...change([]), colour: 1 }, 422],
    [change([]), 422],
    [change([{ path: ['stages', 'scale-filter', 'given', 'cutoffFrequency'], after: -1 }]), 422],
    [change([{ path: ['stages', 'scale-filter', 'kind'], after: 'x' }]), 422],
    [change([{ path: ['version'], after: 99 }]), 422],
    [change([{ path: ['__proto__', 'x'], after: 1 }]), 409],
    [change([{ path: ['stages', 'nobody', 'given', 'x'], after: 1 }]), 409],
    [change([{ path: ['stages'], after: 'gone' }]), 422],
  ] as const) {
    const response = await page.request.post(url, { data: data as object });
    expect(response.status(), JSON.stringify(data)).toBe(status);
  }
  expect((await page.request.post(url, { data: Buffer.from('{'), headers: { 'content-type': 'application/json' } })).status()).toBe(400);
  expect(await (await page.request.get(`${board}/board.json`)).text()).toBe(before);
});

test('a change sent twice after a lost answer is stored once', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const url = `/api/boards/${board.split('/').at(-1)}/changes`;
  const data = { client: 'c', nonce: 'once', label: 'rename', ops: [{ path: ['name'], before: 'Hive listener', after: 'Renamed' }] };
  const first = (await (await page.request.post(url, { data })).json()) as { version: number };
  const again = (await (await page.request.post(url, { data })).json()) as { version: number };
  expect(again.version).toBe(first.version);
});

for (const scheme of ['light', 'dark'] as const) {
  test(`every view is accessible, ${scheme}`, async ({ page }) => {
    test.setTimeout(600_000);
    await page.emulateMedia({ colorScheme: scheme });
    await page.goto('/');
    const look = async (name: string) => {
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(
        violations.map(
          (v) =>
            `${name}: ${v.id} ${v.nodes
              .map((n) => n.target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([]);
    };
    await look('door');
    await page.getByRole('button', { name: 'Enter the demo bench' }).click();
    await page.getByRole('link', { name: 'Hive listener', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Stages' })).toBeVisible();
    const board = page.url();
    for (const path of ['', '/stages/analog-3v3', '/stages/scale-reading', '/add', '/brief', '/yield', '/gate', '/bring-up', '/report', ...ORDER, ...BENCH]) {
      await page.goto(board + path);
      await page.waitForLoadState('networkidle');
      await look(path);
    }
    await page.goto('/boards');
    await look('shelf');
    await page.goto('/boards/new');
    await look('new board');
    await page.goto('/account');
    await look('account');
    await page.goto('/parts');
    await look('devices');
    await page.goto('/drawer');
    await look('drawer');
    await page.goto(`${board}/review`);
    await page.getByLabel('for whom').fill('somebody');
    await page.getByRole('button', { name: 'Make the link' }).click();
    const link = await page.getByLabel('The link', { exact: true }).inputValue();
    for (const path of ['', '/stages/watchdog', '/gate', '/report']) {
      await page.goto(link + path);
      await page.waitForLoadState('networkidle');
      await look(`review${path}`);
    }
  });
}

test('nothing scrolls sideways at 1280 and at 768', async ({ page }) => {
  test.setTimeout(600_000);
  await page.goto('/');
  await page.getByRole('button', { name: 'Enter the demo bench' }).click();
  await page.getByRole('link', { name: 'Hive listener', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Stages' })).toBeVisible();
  const board = page.url();
  for (const width of [1280, 768]) {
    await page.setViewportSize({ width, height: 800 });
    for (const path of ['', '/stages/analog-3v3', '/stages/scale-reading', '/add', '/brief', '/yield', '/gate', '/bring-up', '/report', ...ORDER, ...BENCH]) {
      await page.goto(board + path);
      const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      expect(over, `${path} at ${width}`).toBeLessThanOrEqual(0);
    }
  }
});
