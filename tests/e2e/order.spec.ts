import { expect } from '@playwright/test';
import { documentOf, enter, importBoard, newAccount, saved, test, watchConsole } from './support.ts';
import { readdirSync, readFileSync } from 'node:fs';

/** A whole board is added up and typeset on a thread: on a slow machine that takes its time. */
const PATIENT = { timeout: 90_000 };

interface Stage {
  id: string;
  given: Record<string, unknown>;
  parts: Record<string, Record<string, unknown>>;
}
/** The weigh-house supply with its mistakes mended. */
function mendedSupply(): string {
  const doc = JSON.parse(readFileSync('demo/weigh-house-supply.board.json', 'utf8')) as { stages: Stage[] };
  const stage = (id: string) => doc.stages.find((s) => s.id === id)!;
  for (const [id, transformerVa, value] of [
    ['raw-plus', 12, 2.2e-3],
    ['raw-minus', 8, 2.2e-3],
    ['raw-five', 10, 4.7e-3],
  ] as const) {
    stage(id).given.transformerVa = transformerVa;
    stage(id).parts.C1!.value = value;
  }
  Object.assign(stage('case').given, { style: 'vented', ventInlet: 2e-3, ventOutlet: 2e-3, ventHeight: 0.1 });
  stage('sink').parts.H1!.sinkToAmbient = 2.5;
  return JSON.stringify(doc);
}

test('from a finished board to the order: a scarce part replaced, values made fewer, two remarks answered, B compared with A', async ({ page, browser }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, mendedSupply());
  const confirmAll = async () => {
    const boxes = page.locator('main ul input[type=checkbox]:not(:checked)');
    while ((await boxes.count()) > 0) await boxes.first().check();
    await saved(page);
  };

  // A is ordered.
  await page.goto(`${board}/gate`);
  await confirmAll();
  await expect(page.getByRole('heading', { name: 'The gate is open' })).toBeVisible();
  await page.getByLabel(/What this revision is/).fill('Five modules, cool and quiet.');
  await page.getByRole('button', { name: 'Freeze revision A' }).click();
  await expect(page.getByRole('heading', { name: 'Bring-up of revision A' })).toBeVisible();

  // The diodes are to be had in one shop only: the gate asks for an answer until another stands in.
  await page.goto(`${board}/bill`);
  await enter(page, 'boards', '5');
  const diodes = page.locator('details.line', { hasText: 'diode, 1' });
  await expect(diodes.locator('summary').first()).toContainText('60');
  await diodes.locator('summary').first().click();
  await page.getByLabel(/^Attention for diode/).selectOption('one source');
  await page.getByLabel(/^Note on diode/).fill('one shop, twelve weeks');
  await diodes.getByRole('button', { name: 'Flag it' }).click();
  await saved(page);
  await page.goto(`${board}/gate`);
  await expect(page.getByRole('heading', { name: 'The gate is closed' })).toBeVisible();
  await expect(page.getByText('one shop, twelve weeks').first()).toBeVisible();
  await page.goto(`${board}/bill`);
  await diodes.locator('summary').first().click();
  await diodes.getByRole('button', { name: 'Look for substitutes' }).click();
  const take = diodes.getByRole('button', { name: /^Take / });
  await take.first().click({ timeout: 60_000 });
  await saved(page);
  await expect(page.locator('summary .flag')).toHaveCount(0);

  // Fewer values, all at once; undo takes them back, redo takes them again.
  await page.goto(`${board}/fewer`);
  const kinds = Number(await page.locator('.lead b').innerText());
  await page.getByRole('button', { name: 'Search the whole board' }).click();
  await page.getByRole('button', { name: 'Take all' }).click({ timeout: 120_000 });
  await expect(page.getByText(/kinds of parts have become/)).toBeVisible();
  const fewer = async () => Number(await page.locator('.lead b').innerText());
  await expect.poll(fewer).toBeLessThanOrEqual((2 / 3) * kinds);
  const least = await fewer();
  await saved(page);
  await page.getByRole('button', { name: /undo/ }).click();
  await expect.poll(fewer).toBe(kinds);
  await page.getByRole('button', { name: /redo/ }).click();
  await expect.poll(fewer).toBe(least);

  // A reviewer without an account says two things.
  await page.goto(`${board}/review`);
  await page.getByLabel('for whom').fill('neighbour with the scope');
  await page.getByRole('button', { name: 'Make the link' }).click();
  const link = await page.getByLabel('The link', { exact: true }).inputValue();
  const elsewhere = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const reviewer = await elsewhere.newPage();
  const heard = watchConsole(reviewer);
  await reviewer.goto(link);
  await expect(reviewer.getByText('You were asked to look at this board.')).toBeVisible();
  await reviewer
    .getByRole('link', { name: /^ok Plus 12 V|Plus 12 V/ })
    .first()
    .click();
  await reviewer.getByRole('button', { name: 'Comment on C2 of Plus 12 V' }).click();
  await reviewer.getByLabel('Comment on C2 of Plus 12 V').fill('Is its ESR still inside the window of the regulator?');
  await reviewer.getByLabel('Your name').fill('Neighbour');
  await reviewer.getByRole('button', { name: 'Send' }).click();
  await expect(reviewer.getByText('Is its ESR still inside')).toBeVisible();
  await reviewer.getByRole('link', { name: 'Gate', exact: true }).click();
  await reviewer
    .getByRole('button', { name: /^Comment on Plus 12 V/ })
    .first()
    .click();
  await reviewer.getByRole('textbox', { name: /^Comment on Plus 12 V/ }).fill('Use another screw, the tab is live.');
  await reviewer.getByRole('button', { name: 'Send' }).click();
  await expect(reviewer.getByText('Use another screw')).toBeVisible();

  // The owner hears of it without loading anew, takes one and refuses the other.
  await expect(page.getByRole('heading', { name: 'Remarks · 2 to answer' })).toBeVisible();
  await page.getByRole('button', { name: 'Take it, because' }).first().click();
  await expect(page.getByText('Write why.')).toBeVisible();
  const first = page.locator('article', { hasText: 'Is its ESR' });
  await first.getByRole('textbox').fill('it was measured: 0.2 ohm');
  await first.getByRole('button', { name: 'Take it, because' }).click();
  await expect(page.getByRole('heading', { name: 'Remarks · 1 to answer' })).toBeVisible();
  const second = page.locator('article', { hasText: 'Use another screw' });
  await second.getByRole('textbox').fill('it is insulated');
  await second.getByRole('button', { name: 'Refuse it, because' }).click();
  await expect(page.getByRole('heading', { name: 'Remarks · none to answer' })).toBeVisible();
  await saved(page);
  const doc = (await documentOf(page.request, board)) as unknown as { advice: { taken: boolean }[]; decisions: { stage: string; reason: string }[] };
  expect(doc.advice.map((a) => a.taken).sort()).toEqual([false, true]);
  expect(doc.decisions.find((d) => d.stage === 'plus-12')!.reason).toContain('it was measured');
  await reviewer.reload();
  await expect(reviewer.getByText('refused: it is insulated')).toBeVisible();
  expect(heard).toEqual([]);

  // B is frozen, knowing what is another than in A, and both are compared.
  await page.goto(`${board}/gate`);
  await expect(page.getByRole('heading', { name: 'Since revision A' })).toBeVisible({ timeout: 30_000 });
  await confirmAll();
  await page.getByLabel('What was wrong with A').fill('Too many kinds of parts, and diodes nobody sells.');
  await page.getByLabel(/What this revision is/).fill('Fewer values, other diodes.');
  await page.getByRole('button', { name: 'Freeze revision next' }).click();
  await expect(page.getByRole('heading', { name: 'Bring-up of revision B' })).toBeVisible();
  await page.goto(`${board}/revisions?from=A&to=B`);
  await expect(page.getByText('Too many kinds of parts')).toBeVisible();
  await expect(page.getByText(new RegExp(`kinds of parts ${kinds} → ${least}`))).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Back to A as the draft' }).click();
  await expect(page.getByText(/The draft is as A was frozen/)).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: /undo/ }).click();
  await saved(page);

  // What goes out: a PDF without a print dialog, and a basket for the supplier.
  const pdf = await page.request.get(`${board}/report.pdf?revision=B`, PATIENT);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const report = await (await page.request.get(`${board}/report.md?revision=B`)).text();
  expect(report).toContain('Remarks of reviewers');
  expect(report).toContain('Use another screw');
  const basket = await (await page.request.get(`${board}/bill/basket?column=quantity&column=description&title.quantity=Qty`)).text();
  expect(basket.split('\r\n')[0]).toContain('Qty,description');
  const zip = await (await page.request.get(`${board}/archive.zip`, PATIENT)).body();
  expect(zip.subarray(0, 2).toString()).toBe('PK');
  expect(said).toEqual([]);
  await elsewhere.close();
});

/** Every address of the application, from the folders that make them. */
function routes(): { path: string; methods: ('GET' | 'POST')[] }[] {
  return readdirSync('src/routes', { recursive: true, encoding: 'utf8' })
    .filter((f) => /\+(page\.svelte|page\.server\.ts|server\.ts)$/.test(f))
    .map((f) => {
      const folder = f.split('/').slice(0, -1).join('/');
      const source = readFileSync(`src/routes/${f}`, 'utf8');
      const post = /export const POST|export const actions/.test(source);
      return { path: `/${folder}`, methods: [...(f.endsWith('+page.server.ts') ? [] : (['GET'] as const)), ...(post ? (['POST'] as const) : [])] };
    });
}

test('a review link opens its board and nothing else, whatever address it is tried on', async ({ page, playwright, baseURL }) => {
  test.setTimeout(300_000);
  await newAccount(page);
  const board = await importBoard(page, mendedSupply());
  const other = await importBoard(page, readFileSync('demo/swarm-horn.board.json', 'utf8'));
  await page.goto(`${board}/review`);
  await page.getByLabel('for whom').fill('somebody');
  await page.getByLabel('may').selectOption('read');
  await page.getByRole('button', { name: 'Make the link' }).click();
  const token = (await page.getByLabel('The link', { exact: true }).inputValue()).split('/').at(-1)!;
  const [id, otherId] = [board, other].map((b) => b.split('/').at(-1)!) as [string, string];
  const holder = await playwright.request.newContext({
    baseURL: baseURL!,
    extraHTTPHeaders: { authorization: `Bearer ${token}`, cookie: `session=${token}; review=${token}` },
  });
  const OPEN = new Set(['/', '/healthz', '/api/evaluate', '/boards/[board]/live']);
  const values: Record<string, string[]> = { board: [id, otherId], token: [token], stage: ['raw-plus'], entry: ['x'], comment: ['x'] };
  const fill = (path: string) =>
    Object.entries(values).reduce<string[]>(
      (paths, [name, all]) => paths.flatMap((p) => (p.includes(`[${name}]`) ? all.map((v) => p.replace(`[${name}]`, v)) : [p])),
      [path],
    );
  let tried = 0;
  for (const { path, methods } of routes()) {
    if (path.startsWith('/review/') || OPEN.has(path)) continue;
    for (const address of fill(path)) {
      for (const method of methods) {
        tried++;
        const answer = await holder.fetch(address, { method, maxRedirects: 0, data: method === 'POST' ? {} : undefined, headers: { origin: baseURL! } });
        const refused = [303, 401, 403, 404, 405, 415, 400, 422].includes(answer.status());
        expect(refused, `${method} ${address} answered ${answer.status()}`).toBe(true);
        const body = await answer.text();
        expect(body, `${method} ${address}`).not.toContain('Weigh-house');
        expect(body, `${method} ${address}`).not.toContain('Swarm horn');
      }
    }
  }
  expect(tried).toBeGreaterThan(40);
  // What it does open tells of this board only, and of nobody's drawer, prices or other links.
  for (const path of ['', '/gate', '/report', '/stages/raw-plus']) {
    const text = await (await holder.get(`/review/${token}${path}`)).text();
    expect(text).toContain('Weigh-house');
    expect(text).not.toContain('Swarm horn');
    expect(text).not.toContain(otherId);
    expect(text).not.toContain('@example.org');
  }
  expect((await holder.get(`/review/${token}/report.pdf`, PATIENT)).status()).toBe(200);
  // It may read, not comment, and opens nothing once it is withdrawn.
  const comment = { by: 'x', about: 'board', aboutText: 'the board', text: 'hello' };
  expect((await holder.post(`/review/${token}/comments`, { data: comment })).status()).toBe(403);
  await page.getByRole('button', { name: /^Withdraw the link/ }).click();
  await expect(page.getByText(/withdrawn/).first()).toBeVisible();
  for (const path of ['', '/gate', '/report', '/report.pdf', '/live']) expect((await holder.get(`/review/${token}${path}`)).status()).toBe(404);
  // Who guesses has to wait.
  const statuses = new Set<number>();
  for (let i = 0; i < 40; i++) statuses.add((await holder.get(`/review/${'x'.repeat(31)}${i % 10}`)).status());
  expect([...statuses].sort()).toEqual([404, 429]);
  await holder.dispose();
});

test('two browsers on one board see each other and what the other does', async ({ page, browser }) => {
  const { email, password } = await newAccount(page);
  const board = await importBoard(page, mendedSupply());
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const second = await context.newPage();
  await second.goto('/');
  const form = second.locator('form', { hasText: 'Sign in' }).first();
  await form.getByLabel('Mail address').fill(email);
  await form.getByLabel('Password').fill(password);
  await form.getByRole('button', { name: 'Sign in' }).click();
  await expect(second.getByRole('heading', { name: 'Shelf of boards' })).toBeVisible();
  await second.goto(`${board}/stages/watch-plus`);
  await page.goto(`${board}/stages/plus-12`);
  await expect(page.getByText(/also here: .* on Watch on plus 12 V/)).toBeVisible();
  await expect(second.getByText(/also here: .* on Plus 12 V/)).toBeVisible();
  await page.goto(`${board}/stages/watch-plus`);
  await enter(page, 'R1 value', '47k');
  await expect(second.getByLabel('R1 value')).toHaveValue(/47.?k/);
  await context.close();
  await expect(page.getByText(/also here/)).toHaveCount(0);
});

test('what a drawer has is taken first, kept for a board, and leaves it when it is built in', async ({ page }) => {
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, mendedSupply());
  await page.goto('/drawer');
  await page.getByText('Paste a list').click();
  await page.getByRole('textbox', { name: /One part a line/ }).fill('12k 1% 3 box 2\n47nF 5% 50 box 3');
  await page.getByRole('button', { name: 'Put them in' }).click();
  await expect(page.getByText('2 lines added.')).toBeVisible();
  await page.goto(`${board}/bill`);
  const line = page.locator('details.line', { hasText: 'resistor 12' }).locator('summary').first();
  await enter(page, 'boards', '4');
  // Four and a spare; three lie there.
  await expect(line.locator(':scope > span')).toHaveText([/12/, /0603/, /on a board:\s1/, /needed:\s4\+1/, /in the drawer:\s3/, /to buy:\s2/, /each/, /cost/]);
  await page.getByRole('button', { name: 'Keep what the drawer has' }).click();
  await expect(page.getByText('They are kept for this board.')).toBeVisible();
  await page.goto('/drawer');
  await expect(page.getByText('3 for Weigh-house supply')).toBeVisible();
  await page.goto(`${board}/bill`);
  await page.getByRole('button', { name: 'They are built in' }).click();
  await expect(page.getByText(/pieces have left the drawer/)).toBeVisible();
  await expect(line.locator(':scope > span').nth(4)).toHaveText(/–/);
  // A price of one's own counts at once, and is refused where it is none.
  await line.click();
  const price = page.getByLabel('Price of resistor 12');
  await price.fill('cheap');
  await page.locator('details[open]').getByRole('button', { name: 'Keep the price' }).click();
  await expect(page.locator('details[open]').getByText(/cheap/).first()).toBeVisible();
  await price.fill('1: 2, 5: 1');
  await page.locator('details[open]').getByRole('button', { name: 'Keep the price' }).click();
  await expect(line.locator(':scope > span').nth(7)).toHaveText(/5\.00/);
  expect(said.filter((s) => !s.includes('422'))).toEqual([]);
});
