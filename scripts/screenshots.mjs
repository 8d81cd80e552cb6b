// Pictures of the main views, made from the demo data of the running application: node scripts/screenshots.mjs [folder]
import { chromium } from '@playwright/test';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromiumOptions } from './lib/chromium.mjs';
import { home, root } from './lib/paths.mjs';

const only = process.argv[3]?.split(',');
const folder = process.argv[2] ?? join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const address = process.env.BASE_URL ?? JSON.parse(readFileSync(join(home, 'running.json'), 'utf8')).address;
const browser = await chromium.launch(await chromiumOptions());
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
const noted = [];
page.on('console', (m) => ['error', 'warning'].includes(m.type()) && noted.push(m.text()));
page.on('pageerror', (e) => noted.push(String(e)));

await page.goto(address);
const wanted = (name) => !only || only.includes(name);
const shot = async (name, options = {}) => {
  if (!wanted(name)) return;
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(folder, `${name}.png`), ...options });
};
await shot('door');
await page.getByRole('button', { name: 'Enter the demo bench' }).click();
await page.waitForURL('**/boards');
await page.getByText('being added up').first().waitFor({ state: 'detached', timeout: 60_000 });
await shot('shelf');
const boardOf = (name) => page.getByRole('link', { name, exact: true }).getAttribute('href');
const board = await boardOf('Hive listener');
const weighHouse = await boardOf('Weigh-house supply');
const open = async (path, of = board) => {
  await page.goto(address + of + path);
  await page.waitForLoadState('networkidle');
  await page.locator('main[aria-busy=true]').waitFor({ state: 'detached' });
  // What would mend what fails comes from beside the page.
  await page.waitForTimeout(3000);
};
const views = [
  ['sum', ''],
  ['stage-regulator', '/stages/analog-3v3'],
  ['stage-filter', '/stages/scale-filter', 'c'],
  ['tolerance', '/stages/scale-filter', 't'],
  ['yield', '/yield'],
  ['brief', '/brief'],
  ['gate', '/gate'],
  ['bill', '/bill'],
  ['revisions', '/revisions'],
  ['review', '/review'],
  ['logbook', '/logbook'],
  ['practice', '/practice'],
  ['report', '/report'],
];
const passed = page.getByRole('heading', { name: 'Boards that pass' });
for (const [name, path, key] of views) {
  if (!wanted(name)) continue;
  await open(path);
  if (name === 'yield') {
    await page.getByRole('button', { name: 'Build boards' }).click();
    await passed.waitFor({ timeout: 400_000 });
  }
  if (name === 'practice') {
    await page.getByLabel('Seed').fill('3');
    await page.getByRole('button', { name: 'Set it up' }).click();
    for (const stage of [3, 0]) await page.getByRole('button', { name: 'out', exact: true }).nth(stage).click();
    await page.getByRole('button', { name: 'scope', exact: true }).click();
    await page.getByRole('button', { name: 'out', exact: true }).nth(1).click();
    await page.waitForTimeout(1500);
  }
  if (key) {
    await page.keyboard.press(key);
    await page.waitForLoadState('networkidle');
    if (key === 't') {
      await page.getByRole('button', { name: 'Build boards' }).click();
      await passed.waitFor({ timeout: 400_000 });
      await page.getByText('…', { exact: true }).first().waitFor({ state: 'detached' });
    }
    if (key === 'c') await page.getByText('Solving the circuit').waitFor({ state: 'detached' });
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
  }
  await shot(name);
}
if (wanted('record')) {
  await open('/logbook');
  await page.getByRole('link', { name: 'Hive sound at dusk', exact: true }).click();
  await page.getByRole('heading', { name: 'Spectrum' }).waitFor();
  await page.waitForTimeout(1500);
  await shot('record');
}
if (wanted('bring-up')) {
  // The one that stands still at a reading that is off, with what would explain it.
  await open('/bring-up', weighHouse);
  await page.getByText('Measure next at').waitFor({ timeout: 60_000 });
  await shot('bring-up');
}
if (wanted('fewer')) {
  await open('/fewer', weighHouse);
  await page.getByRole('button', { name: 'Search the whole board' }).click();
  await page.getByRole('button', { name: 'Take all' }).waitFor({ timeout: 120_000 });
  await shot('fewer');
}
if (wanted('drawer')) {
  await page.goto(`${address}/drawer`);
  await page.waitForLoadState('networkidle');
  await shot('drawer');
}
if (only?.includes('narrow')) {
  await page.setViewportSize({ width: 768, height: 1024 });
  await open('');
  await page.screenshot({ path: join(folder, 'narrow-sum.png'), fullPage: true });
  await open('/stages/scale-filter');
  await page.screenshot({ path: join(folder, 'narrow-stage.png'), fullPage: true });
}
await browser.close();
for (const line of new Set(noted)) console.log('page said:', line);
