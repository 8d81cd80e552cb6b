import { expect } from '@playwright/test';
import { demoBoard, documentOf, enter, importBoard, newAccount, saved, test } from './support.ts';

const given = async (page: import('@playwright/test').Page, board: string, stage: string) =>
  (await documentOf(page.request, board)).stages.find((s) => s.id === stage)!.given!;

test('undo and redo go on across a reload', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/scale-filter`);
  const cutoff = page.getByLabel('cutoff frequency', { exact: true });
  await enter(page, 'cutoff frequency', '2Hz');
  await saved(page);
  await enter(page, 'cutoff frequency', '3Hz');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'u undo' }).click();
  await expect(cutoff).toHaveValue(/^2.Hz/);
  await page.getByRole('button', { name: 'u undo' }).click();
  await expect(cutoff).toHaveValue(/^1\.6.Hz/);
  await page.reload();
  await page.getByRole('button', { name: 'U redo' }).click();
  await expect(cutoff).toHaveValue(/^2.Hz/);
  await page.getByRole('button', { name: 'U redo' }).click();
  await expect(cutoff).toHaveValue(/^3.Hz/);
  expect((await given(page, board, 'scale-filter')).cutoffFrequency).toBe(3);
});

test('two tabs: different stages merge, one field shows both, undo takes back one’s own', async ({ page, context }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const other = await context.newPage();
  // The other tab hears of nothing until it sends: that is how conflicts arise.
  await other.addInitScript(() => {
    BroadcastChannel.prototype.postMessage = () => undefined;
    Object.defineProperty(BroadcastChannel.prototype, 'onmessage', { set: () => undefined });
    Object.defineProperty(window, 'EventSource', { value: undefined });
  });
  await page.addInitScript(() => {
    BroadcastChannel.prototype.postMessage = () => undefined;
    Object.defineProperty(BroadcastChannel.prototype, 'onmessage', { set: () => undefined });
    Object.defineProperty(window, 'EventSource', { value: undefined });
  });
  await page.goto(`${board}/stages/scale-filter`);
  await other.goto(`${board}/stages/supply-watch`);
  await enter(page, 'cutoff frequency', '2Hz');
  await saved(page);
  await enter(other, 'error of the output, allowed', '4%');
  await saved(other);
  expect((await given(page, board, 'scale-filter')).cutoffFrequency).toBe(2);
  expect((await given(page, board, 'supply-watch')).outputTolerance).toBe(0.04);

  // One field in both.
  await other.goto(`${board}/stages/scale-filter`);
  await enter(page, 'allowed error of the cutoff', '30%');
  await saved(page);
  await enter(other, 'allowed error of the cutoff', '40%');
  const panel = other.getByRole('alertdialog');
  await expect(panel).toContainText('0.4');
  await expect(panel).toContainText('0.3');
  expect((await given(page, board, 'scale-filter')).cutoffTolerance).toBe(0.3);
  await other.getByRole('button', { name: 'Keep what is here' }).click();
  await saved(other);
  expect((await given(page, board, 'scale-filter')).cutoffTolerance).toBe(0.4);

  // Each tab's undo takes back its own last change.
  await other.getByRole('button', { name: 'u undo' }).click();
  await expect(other.getByText('undo: Scale filter: allowed error of the cutoff')).toBeVisible();
  expect((await given(page, board, 'scale-filter')).cutoffTolerance).toBe(0.3);
  await other.getByRole('button', { name: 'u undo' }).click();
  await expect(other.getByText('undo: Supply watch: error of the output, allowed')).toBeVisible();
  expect(await given(page, board, 'supply-watch')).toMatchObject({ outputTolerance: 0.025 });
  expect((await given(page, board, 'scale-filter')).cutoffFrequency).toBe(2);
});

test('a tab hears of the other’s change without being asked', async ({ page, context }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const other = await context.newPage();
  await other.goto(`${board}/stages/scale-filter`);
  await page.goto(`${board}/stages/scale-filter`);
  await enter(page, 'cutoff frequency', '2.5Hz');
  await expect(other.getByLabel('cutoff frequency', { exact: true })).toHaveValue(/^2\.5.Hz/);
});

test('entries that cannot be read stay in the field, say why, and store nothing', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/scale-filter`);
  const cutoff = page.getByLabel('cutoff frequency', { exact: true });
  const before = await documentOf(page.request, board);
  for (const [text, message] of [
    ['1,5', /comma/],
    ['10 nF', /capacitance/],
    ['abc', /not a number/],
    ['-5', /above 0/],
    ['0', /above 0/],
    ['1e999', /too large/],
    ['1e40', /too large/],
    ['5..1', /backwards/],
  ] as const) {
    await cutoff.fill(text);
    await cutoff.press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: message })).toBeVisible();
    await expect(cutoff).toHaveValue(text);
  }
  expect(await documentOf(page.request, board)).toEqual(before);
  await cutoff.press('Escape');
  await expect(cutoff).toHaveValue(/^1\.6.Hz/);
  await enter(page, 'cutoff frequency', '1R6');
  await expect(page.getByRole('alert')).not.toHaveCount(0);
});

test('a removed provider leaves its consumers unfed; undo brings it back', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/supply-in`);
  await page.getByRole('button', { name: 'Remove stage' }).click();
  await expect(page.getByText('nothing feeds it')).toBeVisible();
  await expect(page.getByText(/Nothing provides the rail “v5”/).first()).toBeVisible();
  await saved(page);
  // What dangles is offered where stages are added.
  await page.goto(`${board}/add`);
  const asked = page.locator('p', { hasText: 'Nothing feeds v5' });
  await expect(asked.getByRole('button', { name: 'Adapter or bench supply input' })).toBeVisible();
  await page.goto(board);
  await page.keyboard.press('u');
  await expect(page.getByText('nothing feeds it')).toHaveCount(0);
  // The flow of power is a way in, by keyboard too.
  await page.getByRole('link', { name: /^Analog 3V3: .+ leave as heat; rail v33/ }).focus();
  await page.keyboard.press('Enter');
  await page.waitForURL('**/stages/analog-3v3#*');
});

test('renaming a stage and a rail carries the links along', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.goto(`${board}/stages/supply-watch`);
  await page.getByRole('button', { name: 'supply-watch' }).click();
  await page.getByLabel('Id of the stage').fill('battery-watch');
  await page.getByLabel('Id of the stage').press('Enter');
  await page.waitForURL('**/stages/battery-watch');
  await page.goto(board);
  await page.getByText('rails as a table').click();
  const rail = page.getByLabel('Name of rail v5');
  await rail.fill('raw 5 V');
  await rail.press('Enter');
  await saved(page);
  const doc = (await documentOf(page.request, board)) as unknown as {
    stages: { id: string; rails?: Record<string, string>; signals?: Record<string, string> }[];
  };
  expect(doc.stages.find((s) => s.id === 'supply-reading')!.signals).toEqual({ in: 'battery-watch.out' });
  expect(doc.stages.filter((s) => Object.values(s.rails ?? {}).includes('raw 5 V'))).toHaveLength(3);
});

test('reordering, copies, notes and the brief are kept', async ({ page }) => {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  await page.getByRole('button', { name: 'change the order' }).click();
  await page.getByRole('button', { name: 'Supply reading up' }).click();
  await saved(page);
  await page.goto(`${board}/stages/radio`);
  await enter(page, 'copies', '3');
  await page.getByRole('tab', { name: 'Notes' }).click();
  await page.getByRole('textbox', { name: 'Notes' }).fill('Antenna on the lid.');
  await page.getByRole('textbox', { name: 'Notes' }).blur();
  await saved(page);
  await page.goto(`${board}/brief`);
  await page.getByLabel('Enclosure').fill('Glass jar');
  await page.getByLabel('Enclosure').blur();
  await page.getByLabel('Mains').check();
  await expect(page.getByText(/Mains kills/)).toBeVisible();
  await saved(page);
  const doc = (await documentOf(page.request, board)) as unknown as {
    brief: { enclosure: string; hazards: string[] };
    stages: { id: string; copies?: number; notes?: string }[];
  };
  expect(doc.stages.map((s) => s.id).slice(-2)).toEqual(['supply-reading', 'supply-watch']);
  expect(doc.stages.find((s) => s.id === 'radio')).toMatchObject({ copies: 3, notes: 'Antenna on the lid.' });
  expect(doc.brief).toMatchObject({ enclosure: 'Glass jar', hazards: expect.arrayContaining(['static', 'solder-fumes', 'mains']) });
});
