import { expect } from '@playwright/test';
import { enter, newAccount, saved, test, watchConsole } from './support.ts';

test('a microphone chain from an empty board, by keyboard: what rules its noise, what hums, and both mended', async ({ page }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);
  await page.getByRole('link', { name: 'Begin a board' }).click();
  await page.getByLabel('Name').fill('Listening post');
  await page.getByRole('button', { name: 'Begin the board' }).click();
  await expect(page.getByRole('heading', { name: 'An empty board' })).toBeVisible();
  const board = new URL(page.url()).pathname;
  const add = async (need: string) => {
    await page.keyboard.press('Escape');
    await page.goto(`${board}/add`);
    await page.getByLabel('What should it do?').fill(need);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Title of the stage')).toBeVisible();
  };
  /** Opens what stands at its usual value, where the field is among it. */
  const unfold = async (label: string) => {
    if (!(await page.getByLabel(label, { exact: true }).isVisible())) await page.getByText('more at their usual values').click();
  };
  const choose = async (label: string, choice: string) => {
    await unfold(label);
    await page.getByLabel(label, { exact: true }).selectOption(choice);
  };
  const put = async (label: string, text: string) => {
    await unfold(label);
    await enter(page, label, text);
  };

  await add('wall adapter');
  await enter(page, 'provides rail', 'v5');
  await put('supply voltage', '5V');
  await put('ripple of the supply', '100mV');
  await put('ripple frequency', '100Hz');

  // Found by what people call it.
  await add('mic preamp');
  await choose('source', 'capsule');
  await choose('gain control', 'fixed');
  await page.getByLabel('vp from rail').selectOption('v5');
  await page.getByLabel('capsule from rail').selectOption('v5');
  await put('reference level', '2.5V');
  await put('highest gain wanted', '14dB');
  await put('lowest gain wanted', '14dB');
  await put('loudest sound', '80');
  await saved(page);

  await add('gain stage');
  await page.getByLabel('vp from rail').selectOption('v5');
  await page.getByRole('combobox', { name: 'in from', exact: true }).selectOption('microphone-preamp.out');
  await choose('coupling', 'ac');
  await put('gain wanted', '40');
  const device = page.getByLabel('U1: take a device of a list');
  if (!(await device.isVisible())) await page.locator('#part-U1 summary').click();
  await device.selectOption({ label: 'micropower rail-to-rail op amp' });
  await saved(page);

  await add('analog to digital');
  await page.getByLabel(/^(fed|vcc) from rail/).selectOption('v5');
  await page.getByLabel('signal from').selectOption('opamp-amplifier.out');
  await saved(page);

  // The level diagram says which stage rules the noise; the table what hums.
  await page.goto(board);
  const rules = page.locator('.limits').filter({ hasText: 'of the noise' });
  await expect(rules).toContainText(/Op-amp amplifier makes \d+\s%/);
  await page.getByText('noise by what makes it').click();
  const made = page.getByRole('table').filter({ hasText: 'made by' });
  await expect(made.getByRole('row', { name: /^Op-amp amplifier/ })).toContainText('nV/√Hz');
  await expect(made.getByRole('row', { name: /itself/ })).toContainText('LSB');
  await page.getByText('levels as a table').click();
  const hum = async () => {
    const cell = await page
      .getByRole('table')
      .filter({ has: page.getByRole('columnheader', { name: 'headroom' }) })
      .getByRole('row', { name: /converter channel/ })
      .getByRole('cell')
      .nth(5)
      .innerText();
    const [, number, prefix] = /([\d.]+)\s*(m|µ|n)?V/.exec(cell.replace(/\s/g, ' '))!;
    return Number(number) * ({ m: 1e-3, µ: 1e-6, n: 1e-9 }[prefix ?? ''] ?? 1);
  };
  const loud = await hum();
  expect(loud).toBeGreaterThan(1);

  // More gain first, less behind it, and the capsule's supply filtered.
  await page.goto(`${board}/stages/opamp-amplifier`);
  await put('gain wanted', '4');
  await saved(page);
  await page.goto(`${board}/stages/microphone-preamp`);
  await put('highest gain wanted', '34dB');
  await put('lowest gain wanted', '34dB');
  await page.locator('#part-R10').getByRole('button', { name: 'fit' }).click();
  await page.locator('#part-C5').getByRole('button', { name: 'fit' }).click();
  await enter(page, 'C5 value', '470u');
  await saved(page);

  await page.goto(board);
  await expect(rules).toContainText(/Microphone preamplifier makes \d+\s%/);
  await page.getByText('levels as a table').click();
  expect(await hum()).toBeLessThan(loud / 50);
  await page.getByText('response, delay and step of the chain').click();
  for (const curve of [/^Response to /, /^Group delay to /, /^Step to /]) await expect(page.getByText(curve)).toBeVisible();
  expect(said).toEqual([]);
});
