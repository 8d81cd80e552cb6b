import { chromium } from '@playwright/test';
import { chromiumOptions } from './lib/chromium.mjs';
const browser = await chromium.launch(await chromiumOptions());
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
page.on('console', (m) => ['error'].includes(m.type()) && console.log(m.text()));
page.on('pageerror', (e) => console.log(String(e)));
await page.goto('http://127.0.0.1:4780');
await page.getByRole('button', { name: 'Enter the demo bench' }).click();
await page.waitForURL('**/boards');
const board = 'http://127.0.0.1:4780' + (await page.getByRole('link', { name: 'Hive listener', exact: true }).getAttribute('href'));
globalThis.page = page;
globalThis.board = board;
const go = async (p) => {
  await page.goto(board + p);
  await page.waitForLoadState('networkidle');
};
const code = process.argv[2];
await new Function('page', 'board', 'go', 'return (async()=>{' + code + '})()')(page, board, go);
await browser.close();
