import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { enter, importBoard, newAccount, saved, test, watchConsole } from './support.ts';

const board = {
  format: 'spark-sum/board',
  version: 1,
  name: 'Lamp',
  stages: [
    { id: 'pack', kind: 'battery-supply', title: 'Pack', rails: { out: 'cells' } },
    { id: 'guard', kind: 'input-protection', title: 'Guard', given: { polarity: 'series-diode' }, rails: { in: 'cells', out: 'safe' } },
  ],
};

test('one’s own devices: copied, changed, written as CSV, read by another account, and put in on a stage', async ({ page, browser }) => {
  const said = watchConsole(page);
  await newAccount(page);
  await page.getByRole('link', { name: 'Drawer' }).click();
  await page.getByRole('link', { name: 'Devices' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Copy Schottky diode 3 A, 40 V to your list' }).click();
  await expect(page.getByRole('status')).toHaveText(/is on your list/);
  await page.getByLabel('Look for a device').fill('pouch');
  const copy = page.getByRole('button', { name: 'Copy lithium-polymer pouch 1 Ah to your list' });
  await copy.press('Enter');
  await expect(page.getByRole('status')).toHaveText(/pouch 1 Ah” is on your list/);
  await expect(copy).toBeFocused();
  await page.getByLabel('Look for a device').fill('');

  const own = page.getByRole('group').filter({ hasText: 'Schottky diode 3 A, 40 V' });
  await own.getByText('Schottky diode 3 A, 40 V').click();
  await own.getByLabel('Title').fill('the diode from the blue box');
  await own.getByLabel('forward voltage').fill('10 nF');
  await own.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('alert')).toHaveText(/forwardVoltage: /);
  await page.getByLabel('forward voltage').fill('0.31 V ± 10 %');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();

  const csv = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export as CSV' }).click();
  const file = readFileSync(await (await csv).path(), 'utf8');
  expect(file).toMatch(/^\uFEFFsort,title,for,/);
  expect(file).toContain('the diode from the blue box');
  expect(file).toContain('chemistry=lithium-ion');

  const other = await (await browser.newContext()).newPage();
  await newAccount(other);
  await other.goto('/parts');
  const send = (text: string) => other.locator('input[type=file]').setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await send(`${file}valve,glass,,\r\n`);
  await expect(other.getByRole('alert')).toHaveText(/nothing was stored.*row 4, sort: “valve” is none of/s);
  await expect(other.getByText('None yet.')).toBeVisible();
  await send(file);
  await expect(other.getByRole('status')).toHaveText('2 devices added to your list.');

  // Somebody else’s device can be neither changed nor removed.
  const id = await page.locator('input[name=id]').first().inputValue();
  const answer = await other.evaluate(async (device) => {
    const body = new FormData();
    body.set('id', device);
    return (await fetch('/parts?/remove', { method: 'POST', body, headers: { 'x-sveltekit-action': 'true' } })).status;
  }, id);
  expect(answer).toBe(404);

  const at = await importBoard(other, board);
  await other.goto(`${at}/stages/guard`);
  await other.getByText(/^D1/).first().click();
  await other.getByLabel('D1: take a device of a list').selectOption('the diode from the blue box');
  await expect(other.getByLabel('D1 forward voltage')).toHaveValue(/310.mV/);
  await saved(other);
  await other.goto(`${at}/stages/pack`);
  await other.getByLabel('Take a cell of a list').selectOption({ label: 'lithium-polymer pouch 1 Ah' });
  await expect(other.getByLabel('capacity', { exact: true })).toHaveValue(/^1.Ah/);
  await saved(other);
  await enter(other, 'capacity', '1.2 Ah');
  await saved(other);

  await page.reload();
  await page.getByText('the diode from the blue box').click();
  await page.getByRole('button', { name: 'Remove from the list' }).click();
  const diode = page.getByRole('group').filter({ hasText: 'the diode from the blue box' });
  await expect(diode).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('status')).toHaveText('“the diode from the blue box” is on your list again.');
  await expect(diode).toHaveCount(1);
  expect(said).toEqual([]);
});
