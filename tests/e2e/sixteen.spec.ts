import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { enter, newAccount, saved, test, watchConsole } from './support.ts';

test('sixteen inputs on one bus from an empty board: the address clash, the alias and the strong pull-up are found and mended', async ({ page }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);
  await page.getByRole('link', { name: 'Begin a board' }).click();
  await page.getByLabel('Name').fill('Row of hives');
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
  const unfold = async (label: string) => {
    if (!(await page.getByLabel(label, { exact: true }).isVisible())) await page.getByText('more at their usual values').click();
  };
  const put = async (label: string, text: string) => {
    await unfold(label);
    await enter(page, label, text);
  };
  const choose = async (label: string, choice: string) => {
    await unfold(label);
    await page.getByLabel(label, { exact: true }).selectOption(choice);
  };
  const open = (stage: string) => page.goto(`${board}/stages/${stage}`);
  const failing = (check: string) => expect(page.locator(`#${check}`)).toContainText(/−\d/);
  const holding = (check: string) => expect(page.locator(`#${check}`)).toContainText(/\+\d/);

  // Each found by what people call it.
  await add('sixteen channels');
  await put('converters', '4');
  await put('channels of each', '4');
  await saved(page);
  await add('analog to digital');
  await put('signal bandwidth', '1Hz');
  await saved(page);
  await open('adc-scan');
  await page.getByLabel('in1 from').selectOption('adc-channel.out');
  await saved(page);

  await add('too many addresses');
  const device = (n: number, what: string) => page.getByLabel(`devices ${n}, ${what}`, { exact: true });
  const tell = async (n: number, what: string, text: string) => {
    if (!(await device(n, what).isVisible())) await page.getByLabel(`More of device ${n}`).click();
    await device(n, what).fill(text);
    await device(n, what).press('Tab');
  };
  await tell(1, 'name', 'converter');
  await tell(1, 'addresses', '0x48-0x4B');
  await tell(1, 'how many', '4');
  await tell(1, 'pull-up', '2.2k');
  await tell(1, 'transactions', '120');
  await tell(2, 'name', 'thermometer');
  await tell(2, 'addresses', '0x48');
  await saved(page);

  // The clash: whoever came first, one is left without.
  await failing('addresses');
  await expect(page.getByText(/can be set to 0x48/)).toBeVisible();
  // The pull-up: four modules in parallel are more than a device pulls low, whatever stands on this board.
  await failing('sink-current');
  await expect(page.getByText(/Take pull-ups off modules: converter/)).toBeVisible();

  // The alias: the channel is read as often as the scan comes round, and takes nothing down that folds back.
  await open('adc-channel');
  await expect(page.getByText('from Scan of several converters')).toBeVisible();
  await failing('alias-rejection');

  // The sum sheet says it all in one place.
  await page.goto(board);
  await expect(page.getByRole('region', { name: /^Bus/ })).toContainText('1 without an address');
  await expect(page.getByRole('region', { name: /^Bus/ }).getByRole('row', { name: /none left/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Readings' })).toContainText('set by the converter of Scan of several converters');

  // Mended: the thermometer strapped apart, pull-ups taken off, a converter whose own filter takes down what folds back.
  await open('i2c-bus');
  await tell(2, 'addresses', '0x48 0x49 0x4C');
  await holding('addresses');
  await tell(1, 'pull-up', '22k');
  await holding('sink-current');
  await holding('rise-time');
  await saved(page);
  await open('adc-channel');
  await choose('sort of converter', 'sigma-delta');
  await put('filter order', '2');
  await holding('alias-rejection');
  await saved(page);
  await page.goto(board);
  await expect(page.getByRole('region', { name: /^Bus/ })).not.toContainText('without an address');

  // The controller: both lines on pins, listed and taken away as a table.
  await page.goto(`${board}/controller`);
  await page.getByLabel('Take a controller').selectOption({ index: 1 });
  await page.getByLabel('Put on C0').selectOption({ label: 'I2C bus, data line' });
  await page.getByLabel('Put on C1').selectOption({ label: 'I2C bus, clock line' });
  await expect(page.getByRole('row', { name: /^C1/ })).toContainText('clock line');
  await saved(page);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Pins as CSV' }).click()]);
  expect(readFileSync(await file.path(), 'utf8')).toMatch(/C0,digital,,5\.5.V,I2C bus,data line,open drain/);

  // A reset that nobody hears is told, and goes when it is on its pin.
  await add('hang timer');
  await page.goto(`${board}/controller`);
  await expect(page.getByText(/nothing listens to its reset/)).toBeVisible();
  await page.getByLabel('Put on NRST').selectOption({ label: 'External timer watchdog, reset' });
  await expect(page.getByText(/nothing listens to its reset/)).toHaveCount(0);
  expect(said).toEqual([]);
});
