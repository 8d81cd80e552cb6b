import { expect } from '@playwright/test';
import { demoBoard, documentOf, importBoard, newAccount, saved, test, watchConsole } from './support.ts';

/** Tab until the focus rests on what is wanted, as somebody without a mouse does. */
async function tabTo(page: import('@playwright/test').Page, wanted: string | RegExp, most = 80): Promise<void> {
  for (let i = 0; i < most; i++) {
    await page.keyboard.press('Tab');
    const name = await page.evaluate(() => {
      const at = document.activeElement;
      return at ? (at.getAttribute('aria-label') ?? at.textContent ?? '').trim().replace(/\s+/g, ' ') : '';
    });
    if (typeof wanted === 'string' ? name === wanted : wanted.test(name)) return;
  }
  throw new Error(`no way by Tab to ${wanted}`);
}

test('a board is found, mended and looked through without a mouse', async ({ page }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, demoBoard());

  // From the flow of power into a stage.
  await tabTo(page, /^Analog 3V3: .+ leave as heat/);
  await page.keyboard.press('Enter');
  await page.waitForURL('**/stages/analog-3v3#*');
  await expect(page.locator('li:target')).toBeVisible();

  // To the next stage by key, and its first part nudged up its series by arrow keys.
  await page.keyboard.press('/');
  await page.keyboard.type('scale fil');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/stages/scale-filter**');
  await tabTo(page, 'R1 value');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('R1 value')).not.toHaveValue(/^10.kΩ/);
  await expect(page.getByText('moved', { exact: true })).toBeVisible();
  await saved(page);
  const nudged = (await documentOf(page.request, board)).stages.find((s) => s.id === 'scale-filter')!.parts!.R1!.value!;
  expect(nudged).toBeGreaterThan(10_000);

  // Every tab has its key; what is typed is not taken for one.
  await page.keyboard.press('Escape');
  await page.getByLabel('R1 value').blur();
  for (const [key, name] of [
    ['c', 'Curves'],
    ['w', 'Working'],
    ['t', 'Tolerance'],
    ['r', 'Room'],
    ['o', 'Options'],
    ['k', 'Notes'],
    ['f', 'Figure'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByRole('tab', { name })).toHaveAttribute('aria-selected', 'true');
  }

  // Undone by key, and on through the other sheets.
  await page.keyboard.press('u');
  await expect(page.getByLabel('R1 value')).toHaveValue(/^10.kΩ/);
  for (const [key, heading] of [
    ['y', /Yield/],
    ['g', /gate/i],
    ['e', /Brief/],
    ['p', /Hive listener/],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
  }
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { name: 'Stages' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByText('yield of the board')).toBeVisible();
  expect(said).toEqual([]);
});

test('advice is refused on the sheet with a reason, and the refusal taken back', async ({ page }) => {
  await newAccount(page);
  const file = demoBoard() as { name: string; stages: { id: string; given?: Record<string, unknown> }[] };
  const filter = file.stages.find((s) => s.id === 'scale-filter')!;
  filter.given = { ...filter.given, cutoffTolerance: 0.01 };
  const board = await importBoard(page, file);
  await page.goto(`${board}/stages/scale-filter`);
  await page.getByText('refuse this advice, because…').first().click();
  await page.getByLabel('Why the advice on cutoff accuracy is refused').fill('only the alias matters');
  await page.getByRole('button', { name: 'Waive' }).click();
  await expect(page.getByText('Advice refused, because only the alias matters')).toBeVisible();
  await saved(page);
  await page.goto(`${board}/report`);
  await expect(page.getByText(/only the alias matters/)).toBeVisible();
  await page.goto(`${board}/stages/scale-filter`);
  await page.getByRole('button', { name: 'take it back' }).click();
  await expect(page.getByText('Advice refused')).toHaveCount(0);
});
