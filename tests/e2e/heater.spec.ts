import { expect } from '@playwright/test';
import { documentOf, enter, newAccount, saved, test, watchConsole } from './support.ts';
import type { BoardDoc } from '../../src/core/board/document.ts';

test('a heater switch: the solid-state relay cooks, the relay needs a cut-out, one is chosen with a reason, and nothing is ordered before separation is confirmed', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const said = watchConsole(page);
  await newAccount(page);
  await page.getByRole('link', { name: 'Begin a board' }).click();
  await page.getByLabel('Name').fill('Honey warmer');
  await page.getByLabel('Mains').check();
  await page.getByRole('button', { name: 'Begin the board' }).click();
  await expect(page.getByRole('heading', { name: 'An empty board' })).toBeVisible();
  const board = new URL(page.url()).pathname;

  // Found by what it does.
  await page.goto(`${board}/add`);
  await page.getByLabel('What should it do?').fill('heater switch');
  await page
    .getByRole('link', { name: /Relay driver/ })
    .or(page.getByRole('button', { name: /Relay driver/ }))
    .first()
    .click();
  await expect(page.getByLabel('Title of the stage')).toHaveValue('Relay driver');
  await page.getByText('more at their usual values').click();
  await page.getByLabel('switch', { exact: true }).selectOption('solid-state');
  await page.getByLabel('load source').selectOption('ac');
  await page.getByLabel('sort of load').selectOption('heater');
  await enter(page, 'load voltage', '230');
  await enter(page, 'load current', '8');
  await enter(page, 'operations an hour', '60');
  await page.getByLabel('mains').check();
  await saved(page);

  // It cooks on a small sink, and the sheet says which sink would hold it.
  await page
    .getByText('S1 solid-state relay')
    .or(page.locator('summary', { hasText: 'S1' }))
    .first()
    .click();
  await enter(page, 'S1 sink to air', '20');
  await expect(page.locator('#junction-temperature')).toContainText('−');
  await expect(page.getByText(/S1 with sink to air of .* or less/).first()).toBeVisible();
  await expect(page.locator('#independent-cut-out')).toBeVisible();

  // Every way to do it, side by side; the relay asks for a cut-out too.
  await page.keyboard.press('Escape');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Lay every way to do this side by side' }).click();
  await expect(page.getByRole('columnheader', { name: 'relay', exact: true })).toBeVisible();
  await expect(page.getByRole('row', { name: /^fails/ })).toContainText(/weld/);
  await expect(page.getByRole('row', { name: /^price over the years/ })).toContainText(/\d/);
  await page.getByRole('button', { name: 'Choose' }).first().click();
  await page.getByLabel(/because/).fill('Cold, and a sink for the other is larger than the box.');
  await page.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.getByText(/because Cold, and a sink/)).toBeVisible();
  await expect(page.locator('#independent-cut-out')).toBeVisible();
  const cutOut = page.getByLabel('cut-out', { exact: true });
  if (!(await cutOut.isVisible())) await page.getByText('more at their usual values').click();
  await cutOut.selectOption('thermal-fuse');
  await enter(page, 'fuse', '10');
  await saved(page);

  // The gate: mains without a separation, and nobody who confirmed it.
  await page.goto(`${board}/gate`);
  await expect(page.getByRole('heading', { name: 'The gate is closed' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Voltages that can hurt' })).toContainText('Nothing on the board says what separates it');
  await expect(page.getByText(/Add a mains separation/)).toBeVisible();
  await page.goto(`${board}/add`);
  await page.getByLabel('What should it do?').fill('creepage');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title of the stage')).toHaveValue('Mains separation');
  await page.getByText('more at their usual values').click();
  await enter(page, 'shortest way through air', '9m');
  await enter(page, 'shortest way along the surface', '9m');
  await page.getByLabel('fuse fitted').selectOption('yes');
  await page.getByLabel('wires retained').selectOption('yes');
  await saved(page);
  await expect(page.locator('#confirmed')).toBeVisible();

  await page.goto(`${board}/gate`);
  await expect(page.getByRole('button', { name: /Freeze revision A/ })).toBeDisabled();
  for (const text of [/measured clearance, creepage and insulation/, /confirmed the separation of the load line/]) await page.getByLabel(text).check();
  await saved(page);
  const doc = (await documentOf(page.request, board)) as BoardDoc;
  const given = (kind: string) => doc.stages.find((s) => s.kind === kind)!.given!;
  expect(given('relay-driver').separationConfirmed).toBe(true);
  expect(String(given('mains-separation').confirmedBy).length).toBeGreaterThan(1);
  expect(doc.confirmations!.every((c) => /^\d{4}-\d\d-\d\d$/.test(c.note!))).toBe(true);
  await expect(page.getByRole('region', { name: 'Voltages that can hurt' })).toContainText('confirmed by');
  expect(said).toEqual([]);
});
