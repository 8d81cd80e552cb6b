import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { difference } from '../../core/board/changes.ts';
import { evaluateBoard } from '../../core/board/evaluate.ts';
import { bringUpPlan } from '../../core/bringup/plan.ts';
import { readBoard } from '../../core/files/board-file.ts';
import { parseNumber } from '../../core/quantity/parse.ts';
import { rootFolder } from './env.ts';
import { createAccount, demoAccount } from './repositories/accounts.ts';
import { createBoard, saveChange } from './repositories/boards.ts';
import { addReading, findRevision, freeze } from './repositories/revisions.ts';

/** Readings that come with a demo board's first revision: step and what was typed. */
interface DemoReadings {
  note: string;
  readings: { step: string; text?: string; note?: string }[];
}

/** Fills the demo bench once. Boards that are there stay as people left them. */
export async function seedDemo(): Promise<void> {
  if (await demoAccount()) return;
  const account = await createAccount({ email: 'demo@fennel-hill.invalid', name: 'Fennel Hill apiary', password: null, demo: true });
  if (!account) return;
  const folder = join(rootFolder(), 'demo');
  const files = readdirSync(folder).filter((f) => f.endsWith('.board.json'));
  // Last written, first shown.
  for (const file of files.sort().reverse()) await seedBoard(account, folder, file);
}

async function seedBoard(account: string, folder: string, file: string): Promise<void> {
  const read = readBoard(readFileSync(join(folder, file), 'utf8'));
  if (!read.ok) throw new Error(`demo/${file} is not a board: ${read.issues.map((i) => `${i.path} ${i.message}`).join('; ')}`);
  const board = await createBoard(account, read.value);
  const name = file.replace('.board.json', '.readings.json');
  if (!readdirSync(folder).includes(name)) return;
  const demo = JSON.parse(readFileSync(join(folder, name), 'utf8')) as DemoReadings;
  const frozen = await freeze(account, board, 0, demo.note);
  if (!frozen.ok) throw new Error(`demo/${file} has readings but is ${frozen.reason}`);
  const revision = (await findRevision(account, board, frozen.letter))!;
  const plan = await bringUpPlan(evaluateBoard(revision.document));
  for (const r of demo.readings) {
    const step = plan.find((p) => p.key === r.step);
    if (!step) throw new Error(`demo/${name}: no step ${r.step}; there are ${plan.map((p) => p.key).join(', ')}`);
    const value = r.text && step.expect ? parseNumber(r.text, step.expect.unit) : null;
    if (value && !value.ok) throw new Error(`demo/${name}: ${r.step}: ${value.message}`);
    await addReading(revision.id, { step: r.step, text: r.text ?? '', value: value?.ok ? value.value : null, note: r.note ?? '' });
  }
  const draft = file.replace('.board.json', '.draft.json');
  if (!readdirSync(folder).includes(draft)) return;
  const next = readBoard(readFileSync(join(folder, draft), 'utf8'));
  if (!next.ok) throw new Error(`demo/${draft} is not a board`);
  await saveChange(account, board, { client: 'demo', nonce: 'draft', ops: difference(read.value, next.value), label: 'after revision A' });
}
