import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import type { BoardDoc } from '../../src/core/board/document.ts';
import { demoBoard, documentOf, importBoard, newAccount, saved, test, watchConsole } from './support.ts';

const asAction = { accept: 'application/json', 'x-sveltekit-action': 'true' };

/** A board of one's own with a frozen revision A. */
async function frozen(page: Page): Promise<string> {
  await newAccount(page);
  const board = await importBoard(page, demoBoard());
  const answer = await page.request.post(`${board}/gate?/freeze`, { form: { version: '0', note: 'First boards.' }, headers: asAction });
  expect(await answer.json()).toMatchObject({ type: 'redirect' });
  return board;
}

test('a copy with a hidden fault is brought up on the practice bench, the fault found and repaired, and all of it kept', async ({ page }) => {
  test.setTimeout(300_000);
  const said = watchConsole(page);
  const board = await frozen(page);
  await page.goto(`${board}/practice`);
  await page.getByLabel('hide').selectOption('easy');
  await page.getByLabel('Seed').fill('3');
  await page.getByLabel('begin with the bare board').check();
  await page.getByRole('button', { name: 'Set it up' }).click();
  const bringUp = page.getByRole('region', { name: 'Bring-up with these instruments' });
  const go = bringUp.getByRole('button', { name: /^(Do it|Measure and enter)$/ });
  const title = bringUp.locator('.step p').first();
  const off = bringUp.getByText('out of its window');
  const done = bringUp.getByText('Every step of copy 1 is done.');
  /** Step after step, until one is off or all are done. */
  const walk = async () => {
    for (let i = 0; i < 60; i++) {
      await expect(go.or(done)).toBeVisible();
      if (await done.isVisible()) return;
      const before = await title.textContent();
      await go.click();
      await expect(async () => {
        expect((await done.isVisible()) || (await off.isVisible()) || (await title.textContent()) !== before).toBe(true);
      }).toPass({ timeout: 20_000 });
      if (await off.isVisible()) return;
    }
  };
  await walk();
  await expect(off).toBeVisible();

  // What would explain it: the true one is among the first, and the bench says so.
  await bringUp.getByRole('button', { name: 'Look for single faults' }).click();
  const lines = bringUp.locator('li[data-fault]');
  await expect(lines.first()).toBeVisible({ timeout: 60_000 });
  const named = (await lines.evaluateAll((all) => all.map((li) => li.getAttribute('data-fault')!))).flatMap((f) => f.split(' '));
  const yes = page.getByText(/^Yes: /);
  for (const fault of named) {
    await page.getByLabel('Your guess').fill(fault);
    await page.getByRole('button', { name: 'Guess', exact: true }).click();
    await expect(page.getByText(new RegExp(`(Yes: .*|No, ${fault.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')} is not it)`)).first()).toBeVisible();
    if (await yes.first().isVisible()) break;
  }
  await expect(yes.first()).toBeVisible();
  const found = (await yes.first().textContent())!.replace('Yes: ', '').replace(/\.$/, '');
  await bringUp.locator(`li[data-fault~="${found}"] .line`).click();
  await bringUp.getByRole('button', { name: 'This was it: keep it in the logbook' }).click();
  await expect(bringUp.getByText('Kept in the logbook.')).toBeVisible();
  await page.getByLabel('Your guess').fill(found);
  await page.getByRole('button', { name: 'Repair it' }).click();
  await expect(page.getByText(/is repaired/).first()).toBeVisible();

  // Repaired, the same step is within, and the rest goes through.
  await walk();
  await walk();
  await expect(done).toBeVisible();

  // A channel is calibrated from pairs and kept.
  await page.goto(`${board}/calibration?new`);
  const pairs = [
    [0.25, 0.2376],
    [1.1, 1.0783],
    [2.05, 2.016],
    [2.9, 2.8561],
    [3.85, 3.794],
  ];
  for (const [i, [reference, reading]] of pairs.entries()) {
    await page.getByLabel(`reference ${i + 1}`, { exact: true }).fill(String(reference));
    await page.getByLabel(`reading ${i + 1}`, { exact: true }).fill(String(reading));
  }
  await expect(page.getByText('1.012311')).toBeVisible();
  await page.getByLabel('Title').fill('Scale against the meter');
  await page.getByRole('button', { name: 'Keep in the logbook' }).click();
  await expect(page.getByRole('link', { name: 'Scale against the meter' })).toBeVisible();

  // What was changed at the bench goes into revision B with its reason.
  await page.goto(`${board}/rework`);
  await page.getByLabel('Where', { exact: true }).selectOption('scale-filter');
  await page.getByLabel('Part', { exact: true }).selectOption('C1');
  await page.getByLabel('is now').fill('4u7');
  await page.getByLabel('why').fill('Too slow for the bees.');
  await page.getByRole('button', { name: 'Keep as built' }).click();
  await expect(page.getByText('As built beside drawn')).toBeVisible();
  await expect(page.getByRole('row', { name: /Scale filter: time constant/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take into draft B' }).click();
  await expect(page.getByText('taken into draft B')).toBeVisible();
  await saved(page);
  const doc = (await documentOf(page.request, board)) as BoardDoc;
  expect(doc.stages.find((s) => s.id === 'scale-filter')!.parts!.C1!.value).toBeCloseTo(4.7e-6, 12);
  expect(doc.decisions!.at(-1)).toMatchObject({ stage: 'scale-filter', reason: expect.stringContaining('bees') });

  // The report holds it all, and so does what belongs to the account.
  await page.goto(`${board}/bring-up/report`);
  for (const text of ['Scale against the meter', 'Too slow for the bees.', 'steps done', 'would read'])
    await expect(page.getByText(text).first()).toBeVisible();
  const markdown = await (await page.request.get(`${board}/bring-up/report.md`)).text();
  expect(markdown).toMatch(/## Calibration[\s\S]*1\.012311[\s\S]*## Rework/);
  expect((await (await page.request.get(`${board}/bring-up/readings.csv`)).text()).split('\n').length).toBeGreaterThan(30);
  const mine = (await (await page.request.get('/account/data')).json()) as { boards: { logbook: { sort: string }[] }[] };
  expect(mine.boards[0]!.logbook.map((e) => e.sort).sort()).toEqual(['calibration', 'note', 'rework']);
  expect(said).toEqual([]);
});

test('records and pictures go into the logbook, are measured, taken over, removed and put back', async ({ page }) => {
  const said = watchConsole(page);
  const board = await frozen(page);
  await page.goto(`${board}/logbook`);
  await page.getByLabel('Title of the note').fill('First smoke test');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('First smoke test')).toBeVisible();

  // A triangle of 40 mV and 10 kHz on 5 V, twenty thousand samples.
  const rows = Array.from({ length: 20_000 }, (_, i) => {
    const p = (i * 1e-6 * 10_000) % 1;
    return `${(i * 1e-6).toFixed(6)},${(5 + 0.02 * (p < 0.5 ? 4 * p - 1 : 3 - 4 * p)).toFixed(5)}`;
  });
  const files = page.getByLabel('Add pictures or records');
  await files.setInputFiles([
    { name: 'adapter ripple.csv', mimeType: 'text/csv', buffer: Buffer.from(['Time (s),CH1 (V)', ...rows].join('\n')) },
    { name: 'board.png', mimeType: 'image/png', buffer: readFileSync('demo/hive-board.png') },
    { name: 'broken.csv', mimeType: 'text/csv', buffer: Buffer.from('t,v\n0,1\n1,oops\n') },
  ]);
  await expect(page.getByText(/broken.csv: Line 3 is no row of numbers/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'board' })).toBeVisible();
  await page.getByRole('link', { name: 'adapter ripple', exact: true }).click();
  const row = page.getByRole('row', { name: /^ripple, peak to peak/ });
  await expect(row).toContainText(/39|40/);
  await row.getByRole('button', { name: 'keep' }).click();
  await expect(row.getByRole('button', { name: 'kept' })).toBeVisible();

  // The ripple of the source becomes a given of the draft, with where it came from.
  await row.getByRole('button', { name: 'take' }).click();
  await page.getByLabel('as a given of the draft').selectOption('supply-in supplyRipple');
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByText(/In the draft now/)).toBeVisible();
  await saved(page);
  const doc = (await documentOf(page.request, board)) as BoardDoc;
  const source = doc.stages.find((s) => s.id === 'supply-in')!;
  expect(source.given!.supplyRipple).toBeCloseTo(0.04, 2);
  expect(source.notes).toMatch(/measured, “adapter ripple”/);

  await page.goto(`${board}/logbook`);
  await page.getByRole('button', { name: 'Remove First smoke test' }).click();
  await expect(page.getByText('“First smoke test” is removed.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('button', { name: 'Remove First smoke test' })).toBeVisible();

  // What is no picture and no record is turned away, and nothing of it is kept.
  const bad = await page.request.post(`/api${board}/log`, {
    multipart: {
      entry: JSON.stringify({ letter: null, copy: null, point: null, sort: 'photo', title: 'x', note: '', content: { width: 1, height: 1 } }),
      file: { name: 'x.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg/>') },
    },
  });
  expect(bad.status()).toBe(415);
  expect(said).toEqual([]);
});

test('measured parts are matched and become parts of a stage; copies stand side by side', async ({ page }) => {
  const said = watchConsole(page);
  const board = await frozen(page);
  await page.goto(`${board}/matching`);
  await page.getByLabel(/name and value, a line each/).fill('R01, 441k\nR02, 347.2k\nR03, 348.9k\nR04, 441.9k');
  await page.getByRole('button', { name: 'Into the drawer' }).click();
  await expect(page.getByText(/apart at worst/)).toBeVisible();
  await page.getByLabel('Stage they are for').selectOption('supply-watch');
  await page.getByRole('checkbox', { name: 'R1', exact: true }).check();
  await page.getByRole('checkbox', { name: 'R2', exact: true }).check();
  await page.getByRole('button', { name: 'what it buys' }).first().click();
  await page.getByRole('button', { name: 'Put them into the draft' }).click();
  await saved(page);
  await expect(page.getByText(/Supply watch, R1, R2|Supply watch, R2, R1/).first()).toBeVisible();
  const doc = (await documentOf(page.request, board)) as BoardDoc;
  expect(doc.stages.find((s) => s.id === 'supply-watch')).toMatchObject({
    notes: expect.stringMatching(/R0\d of the drawer/),
    parts: { R1: { tolerance: 0.002 } },
  });

  await page.goto(`${board}/bring-up`);
  await page.getByLabel('Name of another copy').fill('blue wire');
  await page.getByRole('button', { name: 'Add a copy' }).click();
  await expect(page.getByRole('link', { name: 'copy 2 blue wire' })).toHaveAttribute('aria-current', 'true');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('1 of')).toBeVisible();
  await page.getByRole('link', { name: 'copy 1', exact: true }).click();
  await expect(page.getByText('0 of')).toBeVisible();
  await expect(page.getByText('copy 2 done')).toBeVisible();
  expect(said).toEqual([]);
});
