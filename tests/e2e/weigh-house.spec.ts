import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { enter, importBoard, newAccount, saved, test, watchConsole } from './support.ts';

const supply = readFileSync('demo/weigh-house-supply.board.json', 'utf8');

test('why five copies sag and hum in the case, and what mends it', async ({ page }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, supply);
  const sheet = async (stage: string) => {
    await page.goto(`${board}/stages/${stage}`);
    await expect(page.getByRole('heading', { name: 'Result' })).toBeVisible();
  };
  const holds = (check: string) => expect(page.locator(`#${check}`)).not.toContainText('−');
  const closed = page.getByRole('link', { name: /must be mended/ });

  // They sag: the loads lack voltage, the regulator before them drops out at the trough, the reservoir is too small.
  await expect(closed).toBeVisible();
  await sheet('modules-plus');
  await expect(page.locator('#minimum-voltage')).toContainText('−');
  await sheet('plus-12');
  await expect(page.getByText(/A larger reservoir before it lifts the trough/)).toBeVisible();
  await sheet('raw-plus');
  await expect(page.locator('#ripple')).toContainText('−');
  await expect(page.getByText(/C1 of 680.µF or more.* would hold/).first()).toBeVisible();

  // With two copies, as it was once reckoned, the transformer and reservoir would have done.
  for (const [stage, copies] of [
    ['modules-plus', '2'],
    ['modules-minus', '2'],
    ['modules-five', '2'],
  ] as const) {
    await sheet(stage);
    await enter(page, 'copies', copies);
    await saved(page);
  }
  await sheet('raw-plus');
  await holds('ripple');
  await holds('trough');

  // There are five: larger reservoirs and windings.
  for (const stage of ['modules-plus', 'modules-minus', 'modules-five']) {
    await sheet(stage);
    await enter(page, 'copies', '5');
    await saved(page);
  }
  for (const [stage, winding, reservoir] of [
    ['raw-plus', '12VA', '2.2mF'],
    ['raw-minus', '8VA', '2.2mF'],
    ['raw-five', '10VA', '4.7mF'],
  ] as const) {
    await sheet(stage);
    await enter(page, 'transformer rating', winding);
    await enter(page, 'C1 value', reservoir);
    await saved(page);
    for (const check of ['trough', 'ripple', 'transformer-va']) await holds(check);
  }
  await sheet('modules-plus');
  await holds('minimum-voltage');

  // Heat: the way from outside to the junction shows the shared sink and the closed case.
  await page.goto(board);
  await expect(page.getByRole('img', { name: /Plus 12 V, U1: outside 32 °C, inside .*sink .*junction/ })).toBeVisible();
  await sheet('case');
  await expect(page.getByText(/Vents of .* low and the same high would hold it/).first()).toBeVisible();
  await page.getByLabel('style', { exact: true }).selectOption('vented');
  await page.getByText('more at their usual values').click();
  await enter(page, 'inlet area', '20cm2');
  await enter(page, 'outlet area', '20cm2');
  await enter(page, 'height between the vents', '100mm');
  await holds('inside-temperature');
  await saved(page);
  await sheet('sink');
  await expect(page.getByText(/H1 with heatsink to air of .* or less would hold/).first()).toBeVisible();
  await page.getByText('H1 heatsink').click();
  await enter(page, 'H1 heatsink to air', '2.5');
  for (const check of ['junction-1', 'junction-2', 'junction-3', 'touch']) await holds(check);
  await saved(page);
  await expect(closed).toHaveCount(0);

  // Mains keeps the gate shut until a person has looked.
  await page.getByRole('link', { name: 'Gate', exact: true }).click();
  await expect(page.getByText('Nothing. Every limit that must hold, holds.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The gate is closed' })).toBeVisible();
  await expect(page.getByText(/Mains kills/).first()).toBeVisible();
  const boxes = page.locator('main ul input[type=checkbox]');
  for (let i = 0; i < (await boxes.count()); i++) await boxes.nth(i).check();
  await saved(page);
  await expect(page.getByRole('heading', { name: 'The gate is open' })).toBeVisible();
  await page.getByLabel(/What this revision is/).fill('Five modules, cool and quiet.');
  await page.getByRole('button', { name: 'Freeze revision A' }).click();
  await expect(page.getByRole('heading', { name: 'Bring-up of revision A' })).toBeVisible();
  expect(said).toEqual([]);
});

test('a typical device fills its parameters in, as one step that can be taken back', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, supply);
  await page.goto(`${board}/stages/raw-plus`);
  const d1 = page.locator('summary').filter({ hasText: 'each diode' });
  await expect(d1).toContainText('×4');
  await d1.click();
  const forward = page.getByLabel('D1 forward voltage');
  await expect(forward).toHaveValue(/900.mV/);
  await page.getByLabel('D1: take a device of a list').selectOption('Schottky diode 3 A, 40 V');
  await expect(d1).toContainText('Schottky diode 3 A, 40 V');
  await expect(forward).toHaveValue(/360.mV/);
  await expect(page.getByLabel('D1 voltage rating')).toHaveValue(/40.V/);
  await saved(page);
  await page.getByRole('button', { name: /undo/ }).click();
  await expect(forward).toHaveValue(/900.mV/);
});
