import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { demoBoard, documentOf, enter, importBoard, newAccount, saved, watchConsole, test } from './support.ts';

test('from a brief to a measured board', async ({ page }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);

  // A board from a brief.
  await page.getByRole('link', { name: 'Begin a board' }).click();
  await page.getByLabel('Name').fill('Weather post');
  await page.getByLabel('Purpose').fill('Feeds a sensor and watches its own supply.');
  await page.getByLabel('Ambient').fill('-10..20..45');
  await page.getByLabel('Static').check();
  await page.getByRole('button', { name: 'Begin the board' }).click();
  await expect(page.getByRole('heading', { name: 'An empty board' })).toBeVisible();
  const board = new URL(page.url()).pathname;

  // A supply, found by what it does.
  await page.keyboard.press('n');
  await page.getByLabel('What should it do?').fill('wall adapter');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title of the stage')).toHaveValue('Adapter or bench supply input');
  await enter(page, 'supply voltage', '9V ±5%');
  await enter(page, 'provides rail', 'v9');
  await expect(page.getByLabel('supply voltage', { exact: true })).toHaveValue(/9.V ±5.%/);

  // A regulator on its rail, sized with buyable resistors.
  await page.keyboard.press('Escape');
  await page.goto(`${board}/add`);
  await page.getByLabel('What should it do?').fill('quiet 5 V rail');
  await page.keyboard.press('Enter');
  await page.getByLabel('fed from rail').selectOption('v9');
  await enter(page, 'provides rail', 'v5');
  await expect(page.getByText('from rail v9')).toBeVisible();
  await expect(page.locator('#part-R1').getByText('sized')).toBeVisible();
  const headroom = page.locator('#dropout');
  await expect(headroom).toContainText('%');

  // A load, whose current travels up to the adapter.
  await page.goto(`${board}/add`);
  await page.getByLabel('What should it do?').fill('sensor module');
  await page.keyboard.press('Enter');
  await page.getByLabel('fed from rail').selectOption('v5');
  await enter(page, 'typical current', '20m');
  await enter(page, 'peak current', '60mA');
  await saved(page);

  // A watch on the supply, into a converter.
  await page.goto(`${board}/add`);
  await page.getByLabel('What should it do?').fill('divider');
  await page.keyboard.press('Enter');
  await page.getByLabel('fed from rail').selectOption('v9');
  await enter(page, 'wanted output', '2V');
  await saved(page);
  await page.goto(`${board}/add`);
  await page.getByLabel('What should it do?').fill('analog to digital');
  await page.keyboard.press('Enter');
  await page.getByLabel('signal from').selectOption('voltage-divider.out');
  await expect(page.getByText('from Voltage divider')).toBeVisible();
  await page.getByText('more at their usual values').click();
  await enter(page, 'wanted alias rejection', '0');
  await enter(page, 'mains rejection wanted', '20dB');
  await saved(page);

  // One sum: nudging a part of one stage moves another.
  await page.goto(`${board}/stages/linear-regulator`);
  const r2 = page.getByLabel('R2 value');
  const before = await r2.inputValue();
  await r2.focus();
  await page.keyboard.press('ArrowUp');
  await expect(r2).not.toHaveValue(before);
  await expect(page.locator('.moved p b').first()).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: /undo/ }).click();
  await expect(r2).toHaveValue(before);

  await page.keyboard.press('Escape');
  await page.goto(board);
  await expect(page.getByText(/W in =|mW in =/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Adapter or bench supply input' }).first()).toBeVisible();

  // The gate: mend or waive, confirm, freeze.
  await page.getByRole('link', { name: 'Gate', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The gate is closed' })).toBeVisible();
  await expect(page.getByText('Nothing. Every limit that must hold, holds.')).toBeVisible();
  const waivers = page.getByPlaceholder('Why may it stay so?');
  for (let left = await waivers.count(); left > 0; left--) {
    await waivers.first().fill('Read once a minute: it has time.');
    await page.getByRole('button', { name: 'Waive', exact: true }).first().click();
    await expect(waivers).toHaveCount(left - 1);
  }
  const boxes = page.locator('main ul input[type=checkbox]');
  for (let i = 0; i < (await boxes.count()); i++) await boxes.nth(i).check();
  await saved(page);
  await expect(page.getByRole('heading', { name: 'The gate is open' })).toBeVisible();
  await page.getByLabel(/What this revision is/).fill('First boards.');
  await page.getByRole('button', { name: 'Freeze revision A' }).click();

  // Bring-up: a reading out of its window stops, a good one goes on.
  await expect(page.getByRole('heading', { name: 'Bring-up of revision A' })).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('1 of')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  // The bench supply stands for the adapter, with its limit set first.
  await expect(page.getByRole('heading', { name: /Bench supply instead of/ })).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('heading', { name: 'Adapter alone' })).toBeVisible();
  await page.getByLabel(/Reading at J1/).fill('1,5');
  await page.getByRole('button', { name: 'Enter', exact: true }).click();
  await expect(page.getByText(/has a comma/)).toBeVisible();
  await page.getByLabel(/Reading at J1/).fill('12V');
  await page.getByRole('button', { name: 'Enter', exact: true }).click();
  await expect(page.getByText(/Stop here/)).toBeVisible();
  await page.getByLabel(/Reading at J1/).fill('9V05');
  await page.getByRole('button', { name: 'Enter', exact: true }).click();
  await expect(page.getByText(/Stop here/)).toHaveCount(0);
  await expect(page.getByText('read 9.05')).toBeVisible();

  // The report and the file; the frozen revision does not move with the draft.
  await page.goto(`${board}/report`);
  await expect(page.getByRole('heading', { name: 'Weather post' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Markdown', exact: true }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toMatch(/# Weather post[\s\S]*claims no compliance/);
  const doc = await documentOf(page.request, board);
  expect(doc.stages).toHaveLength(5);
  await page.goto(`${board}/stages/linear-regulator`);
  await enter(page, 'wanted output', '3V3');
  await saved(page);
  const revision = await (await page.request.get(`${board}/report.md?revision=A`)).text();
  expect(revision).toMatch(/revision A/);
  expect(revision).toMatch(/output voltage \| (4\.9|5)/);

  // What was downloaded can be imported again.
  await page.goto('/boards');
  await page.locator('input[type=file]').setInputFiles({ name: 'again.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(doc)) });
  await page.waitForURL((url) => /\/boards\/[0-9a-f-]{36}$/.test(url.pathname) && url.pathname !== board);
  expect(await documentOf(page.request, new URL(page.url()).pathname)).toEqual(doc);
  expect(said).toEqual([]);
});

test('the demo bench opens with one click and has its story', async ({ page }) => {
  const said = watchConsole(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'Enter the demo bench' }).click();
  await page.getByRole('link', { name: 'Hive listener', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Stages' })).toBeVisible();
  await expect(page.getByText(/must be mended/).first()).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Bring-up of revision A' })).toBeVisible();
  await expect(page.getByText('Every step is done. The readings stay with copy 1')).toBeVisible();
  await page.getByRole('link', { name: 'copy 2 hive 5' }).click();
  await expect(page.getByText('Every step is done. The readings stay with copy 2')).toBeVisible();
  expect(said).toEqual([]);
});

test('random boards are built in workers: yield, what matters most, and the solver beside the formula', async ({ page }) => {
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/scale-filter`);
  await page.getByRole('tab', { name: 'Curves' }).click();
  await expect(page.getByRole('heading', { name: 'Formula and solver' })).toBeVisible();
  await expect(page.getByRole('row', { name: /cutoff/ }).getByText('same')).toBeVisible();
  await page.keyboard.press('t');
  await page.getByLabel('runs').fill('abc');
  await page.getByRole('button', { name: 'Build boards' }).click();
  await expect(page.getByRole('alert')).toContainText('not a number');
  await page.getByLabel('runs').fill('600');
  await page.getByRole('button', { name: 'Build boards' }).click();
  await expect(page.getByText(/100.% of 600 boards pass every check/)).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /^C1/ })).toContainText('99');
  // What was waived with a reason is named all the same, and costs no board.
  await expect(page.getByRole('row', { name: /Supply reading: settling \(waived\)/ })).toBeVisible();
  await page.getByLabel('Part', { exact: true }).selectOption('C1');
  await enter(page, 'tolerance', '1 %');
  await expect(page.getByRole('row', { name: /margin of cutoff/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /boards that pass/ })).toContainText('100');
  expect(said).toEqual([]);
});

test('yield of the board: what holds it back, the cheapest change that mends it, and the school that judges', async ({ page }) => {
  const said = watchConsole(page);
  await newAccount(page);
  const file = demoBoard() as { name: string; stages: { id: string; parts?: object }[] };
  const watch = file.stages.find((s) => s.id === 'supply-watch')!;
  watch.parts = { ...watch.parts, R1: { value: 442e3, tolerance: 0.05, series: 'E96' } };
  const board = await importBoard(page, file);
  await page.keyboard.press('y');
  await expect(page.getByRole('heading', { name: /Yield/ })).toBeVisible();
  await page.getByLabel('runs').fill('800');
  await page.getByRole('button', { name: 'Build boards' }).click();
  const row = page.getByRole('row', { name: /Supply watch: accuracy of the ratio/ });
  await expect(row).toContainText('R1');
  await page.getByLabel('share of boards').fill('99 %');
  await page.getByRole('button', { name: 'Find it' }).click();
  await expect(page.getByText(/R1 of 1.% instead of 5.%/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole('listitem').filter({ hasText: 'R1 of' }).waitFor();
  await page.getByRole('button', { name: 'Make it so' }).first().click();
  await saved(page);
  expect((await documentOf(page.request, board)).stages.find((s) => s.id === 'supply-watch')!.parts!.R1).toMatchObject({ value: 442e3, tolerance: 0.01 });
  await expect(page.getByText('The board has changed since')).toBeVisible();
  await page.getByLabel('checks are judged by').selectOption('monte-carlo');
  await saved(page);
  expect(await documentOf(page.request, board)).toMatchObject({ policy: { judgeBy: 'monte-carlo' } });
  expect(said).toEqual([]);
});

test('values from one’s own drawer: listed once, searched on a stage, taken with a click', async ({ page }) => {
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/supply-watch`);
  await page.getByText('Search for values').click();
  await page.getByLabel('Values from').selectOption('drawer');
  await page.getByRole('link', { name: 'List what you have' }).click();
  await page.getByText('Paste a list').click();
  const list = page.getByRole('textbox', { name: /One part a line/ });
  await list.fill('1k 10\n10nX 3');
  await page.getByRole('button', { name: 'Put them in' }).click();
  await expect(page.getByText(/row 2/).first()).toBeVisible();
  await list.fill('120k 1% 5\n150k\n330k\n470k\n1M 20 box 2\n100nF');
  await page.getByRole('button', { name: 'Put them in' }).click();
  await expect(page.getByText('6 lines added.')).toBeVisible();
  await page.goto(`${board}/stages/supply-watch`);
  await page.getByText('Search for values').click();
  await page.getByLabel('Values from').selectOption('drawer');
  const best = page.getByRole('listitem').filter({ hasText: 'at worst' }).first();
  await best.getByRole('button').click();
  await saved(page);
  const parts = (await documentOf(page.request, board)).stages.find((s) => s.id === 'supply-watch')!.parts!;
  for (const slot of ['R1', 'R2']) expect([120e3, 150e3, 330e3, 470e3, 1e6]).toContain(parts[slot]!.value);
  await page.getByLabel('R1 between').fill('1k..');
  await expect(page.getByRole('alert')).toContainText('R1:');
  expect(said).toEqual([]);
});

test('options stand side by side on the same margins, and what is chosen keeps its reason', async ({ page }) => {
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/scale-filter`);
  await page.getByLabel('R1 value').focus();
  await expect(page.locator('svg[role=img] text.lit').first()).toHaveText('R1');
  const drawing = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG' }).click();
  expect(readFileSync(await (await drawing).path(), 'utf8').slice(0, 40)).toMatch(/^<svg xmlns/);
  await page.keyboard.press('o');
  await page.getByLabel('name').fill('as ordered');
  await page.getByRole('button', { name: 'Keep this design as an option' }).click();
  await enter(page, 'R1 value', '22k');
  await expect(page.getByRole('columnheader', { name: 'as ordered' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^parts/ })).toContainText(/22.kΩ.*10.kΩ/);
  await page.getByRole('button', { name: 'Choose' }).click();
  await page.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.getByRole('alert')).toContainText('Say why');
  await page.getByLabel(/because/).fill('settles in time');
  await page.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.getByLabel('R1 value')).toHaveValue(/10.kΩ/);
  await expect(page.getByText('because settles in time')).toBeVisible();
  await saved(page);
  await page.goto(`${board}/report`);
  await expect(page.getByText(/as ordered/).first()).toBeVisible();
  expect(said).toEqual([]);
});

test('room to move: margins along a value, a map over two, and a step there that can be taken back', async ({ page }) => {
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/scale-filter`);
  await page.keyboard.press('r');
  const line = page.getByRole('group', { name: 'Margins of all checks along R1' });
  await expect(line.getByRole('button', { name: /R1 10.kΩ: everything passes/ })).toBeVisible();
  await line.getByRole('button', { name: /R1 33.kΩ: a check fails/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('R1 value')).toHaveValue(/33.kΩ/);
  await expect(page.getByRole('heading', { name: 'Result' })).toBeVisible();
  await page.getByRole('button', { name: 'u undo' }).click();
  await expect(page.getByLabel('R1 value')).toHaveValue(/10.kΩ/);
  await page.getByLabel('And along').selectOption('parts.C1');
  await expect(page.getByText(/of \d+ places pass/)).toBeVisible();
  // By keyboard: look around on the map, and go there.
  await page.getByRole('application', { name: /Where every check passes/ }).focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowUp']) await page.keyboard.press(key);
  await expect(page.getByRole('status').filter({ hasText: /^R1\s.+Ω, C1\s.+F: / })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('R1 value')).not.toHaveValue(/10.kΩ/);
  await page.getByRole('button', { name: 'u undo' }).click();
  await page.getByRole('button', { name: 'u undo' }).click();
  await expect(page.getByLabel('R1 value')).toHaveValue(/10.kΩ/);
  await page.getByRole('button', { name: /Move to the place with the most to spare/ }).click();
  await expect(page.locator('.checks .fail')).toHaveCount(0);
  await page.getByRole('button', { name: 'u undo' }).click();
  await page.getByRole('tab', { name: 'Curves' }).click();
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).first().click();
  expect((await csv).suggestedFilename()).toMatch(/^scale-filter-.+\.csv$/);
  expect(readFileSync(await (await csv).path(), 'utf8')).toMatch(/^frequency \(Hz\),/);
  const png = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PNG' }).first().click();
  expect(
    readFileSync(await (await png).path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  const svg = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG' }).first().click();
  expect(readFileSync(await (await svg).path(), 'utf8').slice(0, 400)).toMatch(/^<svg [^>]+>\n<title>/);
  await expect(page.getByRole('img', { name: /^Noise, solved/ })).toBeVisible();
  await page.getByRole('button', { name: 'read with cursors' }).first().click();
  const cursor = page.getByRole('slider').first();
  const before = await cursor.getAttribute('aria-valuetext');
  await cursor.focus();
  await page.keyboard.press('ArrowRight');
  await expect(cursor).not.toHaveAttribute('aria-valuetext', before!);
  await expect(page.getByText(/B less A/)).toBeVisible();
  expect(said).toEqual([]);
});
