import { expect } from '@playwright/test';
import type { BoardDoc, StageDoc } from '../../src/core/board/document.ts';
import { enter, importBoard, newAccount, saved, test, watchConsole } from './support.ts';

/** Twelve branches of one adapter in one box: what one of them does warms all of them. */
function largeBoard(): BoardDoc {
  const branch = (i: number): StageDoc[] => [
    { id: `buck${i}`, kind: 'buck-converter', title: `Branch ${i}`, given: { outputVoltage: 5 }, rails: { in: 'v12', out: `v5-${i}` } },
    {
      id: `reg${i}`,
      kind: 'linear-regulator',
      title: `Quiet ${i}`,
      given: { outputVoltage: 3.3 },
      parts: { U1: { dropoutVoltage: 0.4 } },
      rails: { in: `v5-${i}`, out: `v3-${i}` },
    },
    { id: `logic${i}`, kind: 'supply-load', title: `Logic ${i}`, given: { typicalCurrent: 0.05 }, rails: { in: `v3-${i}` } },
    { id: `lamp${i}`, kind: 'supply-load', title: `Lamp ${i}`, given: { typicalCurrent: 0.1 }, rails: { in: `v5-${i}` } },
  ];
  return {
    format: 'spark-sum/board',
    version: 1,
    name: 'Twelve branches',
    stages: [
      { id: 'in', kind: 'dc-input', title: 'Adapter', given: { supplyVoltage: 12, currentLimit: 10 }, rails: { out: 'v12' } },
      { id: 'box', kind: 'enclosure-thermal', title: 'Box' },
      ...Array.from({ length: 12 }, (_, i) => branch(i + 1)).flat(),
    ],
  };
}

test('a board of fifty stages: folded until it can be taken in, and an edit answers here and then elsewhere', async ({ page }) => {
  test.setTimeout(600_000);
  const said = watchConsole(page);
  await newAccount(page);
  const board = await importBoard(page, largeBoard());
  await page.goto(board);
  const flow = page.getByRole('group', { name: 'Power from sources to loads' });
  await expect(flow.getByRole('link', { name: /^Branch 7:/ })).toBeVisible();
  await expect(flow.getByRole('link', { name: /^Lamp 7:/ })).toHaveCount(0);
  await flow.getByRole('button', { name: 'Show the 3 stages behind Branch 7' }).focus();
  await page.keyboard.press('Enter');
  await expect(flow.getByRole('link', { name: /^Lamp 7:/ })).toBeVisible();
  await expect(flow.getByRole('link', { name: /^Lamp 8:/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'show every stage' }).click();
  await expect(flow.getByRole('link', { name: /^Logic \d+:/ })).toHaveCount(12);
  await page.getByRole('button', { name: 'fold again' }).click();
  await expect(flow.getByRole('link', { name: /^L/ })).toHaveCount(0);

  await page.goto(`${board}/stages/lamp3`);
  await enter(page, 'typical current', '300 mA');
  // Here: what the lamp itself draws. Elsewhere: its converter, and the air in the box.
  const moved = page.locator('.moved');
  await expect(moved.getByText(/^current/).first()).toBeVisible();
  await expect(moved.getByText('Branch 3').first()).toBeVisible();
  await expect(page.getByText('adding up what else this moves…')).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('typical current')).toHaveValue(/300.mA/);
  expect(said).toEqual([]);
});
