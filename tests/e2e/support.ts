import { expect, test as base, type APIRequestContext, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';

/** Pages whose `goto` and `reload` wait until the page answers to keys. */
const lively = (page: Page): Page => {
  const live = async () => {
    await page.locator('html[data-live]').waitFor({ state: 'attached' });
    await page.locator('main[aria-busy=true]').waitFor({ state: 'detached' });
  };
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  page.goto = async (...args) => {
    const response = await goto(...args);
    await live();
    return response;
  };
  page.reload = async (...args) => {
    const response = await reload(...args);
    await live();
    return response;
  };
  return page;
};

export const test = base.extend<{ page: Page }>({
  page: async ({ page }, use) => use(lively(page)),
  context: async ({ context }, use) => {
    const open = context.newPage.bind(context);
    context.newPage = async () => lively(await open());
    await use(context);
  },
});

let number = 0;

/** A new account, signed in, on its empty shelf. */
export async function newAccount(page: Page): Promise<{ email: string; password: string }> {
  const email = `maker-${process.pid}-${Date.now()}-${number++}@example.org`;
  const password = 'a long enough sentence';
  await page.goto('/');
  const form = page.locator('form', { hasText: 'Create an account' });
  await form.getByLabel('Mail address').fill(email);
  await form.getByLabel('Name').fill('Bench keeper');
  await form.getByLabel('Password').fill(password);
  await form.getByRole('button', { name: 'Create account' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf of boards' })).toBeVisible();
  return { email, password };
}

/** A board made from a file, through the import of the shelf. Returns its address. */
export async function importBoard(page: Page, board: object | string, name = 'board.json'): Promise<string> {
  await page.goto('/boards');
  await upload(page, board, name);
  await page.waitForURL(/\/boards\/[0-9a-f-]{36}$/);
  return new URL(page.url()).pathname;
}

export async function upload(page: Page, board: object | string, name = 'board.json'): Promise<void> {
  const buffer = Buffer.from(typeof board === 'string' ? board : JSON.stringify(board));
  await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'application/json', buffer });
}

export const demoBoard = (): { name: string; stages: { id: string }[] } => JSON.parse(readFileSync('demo/hive-listener.board.json', 'utf8')) as never;

/** Waits until the server has everything. */
export const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible();

/** Types into a field as a person does: select, type, leave with Enter. */
export async function enter(page: Page, label: string | RegExp, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: typeof label === 'string' });
  await field.fill(text);
  await field.press('Enter');
}

/** What the server holds of a board. */
export async function documentOf(
  request: APIRequestContext,
  path: string,
): Promise<{ name: string; stages: { id: string; given?: Record<string, unknown>; parts?: Record<string, { value?: number }> }[] }> {
  const response = await request.get(`${path}/board.json`);
  expect(response.ok()).toBe(true);
  return (await response.json()) as never;
}

/** Fails a test on anything the page complains about, the security policy included. */
export function watchConsole(page: Page): string[] {
  const said: string[] = [];
  page.on('pageerror', (e) => said.push(String(e)));
  page.on('console', (m) => {
    if (m.type() === 'error' && !/Failed to load resource/.test(m.text())) said.push(m.text());
  });
  return said;
}
