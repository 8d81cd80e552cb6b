import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { difference } from '../../core/board/changes.ts';
import { readBoard } from '../../core/files/board-file.ts';
import { parseNumber } from '../../core/quantity/parse.ts';
import { rootFolder } from './env.ts';
import { endSessions } from './auth/sessions.ts';
import { alone } from './db/client.ts';
import { accountByEmail, createAccount, removeAccount, renameAccount } from './repositories/accounts.ts';
import { PATTERN } from './repositories/benches.ts';
import { createBoard, saveChange } from './repositories/boards.ts';
import { planOf } from './plans.ts';
import { addReading, findRevision, freeze } from './repositories/revisions.ts';

/** Readings that come with a demo board's first revision: step and what was typed. */
interface DemoReadings {
  note: string;
  readings: { step: string; text?: string; note?: string }[];
}

/** The pattern while it is not whole yet. */
const UNFINISHED = 'unfinished@fennel-hill.invalid';

/**
 * Makes the pattern of the demo bench once. It gets its name when it is whole: a start that was ended half-way begins anew, and
 * of several servers that start at once one makes it.
 */
export const seedDemo = (): Promise<void> => alone('seed', seed);

async function seed(): Promise<void> {
  const made = await accountByEmail(PATTERN);
  // Nobody works on the pattern itself.
  if (made) return endSessions(made.id);
  const left = await accountByEmail(UNFINISHED);
  if (left) await removeAccount(left.id);
  const account = await createAccount({ email: UNFINISHED, name: 'Fennel Hill apiary', password: null, demo: true });
  if (!account) return;
  const folder = join(rootFolder(), 'demo');
  const files = readdirSync(folder).filter((f) => f.endsWith('.board.json'));
  // Last written, first shown.
  for (const file of files.sort().reverse()) await seedBoard(account, folder, file);
  await renameAccount(account, PATTERN);
}

async function seedBoard(account: string, folder: string, file: string): Promise<void> {
  const read = readBoard(readFileSync(join(folder, file), 'utf8'));
  if (!read.ok) throw new Error(`demo/${file} is not a board: ${read.issues.map((i) => `${i.path} ${i.message}`).join('; ')}`);
  const board = (await createBoard(account, read.value))!;
  const name = file.replace('.board.json', '.readings.json');
  if (!readdirSync(folder).includes(name)) return;
  const demo = JSON.parse(readFileSync(join(folder, name), 'utf8')) as DemoReadings;
  const frozen = await freeze(account, board, 0, demo.note);
  if (!frozen.ok) throw new Error(`demo/${file} has readings but is ${frozen.reason}`);
  const revision = (await findRevision(account, board, frozen.letter))!;
  const { steps: plan } = await planOf(revision);
  for (const r of demo.readings) {
    const step = plan.find((p) => p.key === r.step);
    if (!step) throw new Error(`demo/${name}: no step ${r.step}; there are ${plan.map((p) => p.key).join(', ')}`);
    const value = r.text && step.expect ? parseNumber(r.text, step.expect.unit) : null;
    if (value && !value.ok) throw new Error(`demo/${name}: ${r.step}: ${value.message}`);
    await addReading(revision.id, 1, { step: r.step, text: r.text ?? '', value: value?.ok ? value.value : null, note: r.note ?? '' });
  }
  const draft = file.replace('.board.json', '.draft.json');
  if (!readdirSync(folder).includes(draft)) return;
  const next = readBoard(readFileSync(join(folder, draft), 'utf8'));
  if (!next.ok) throw new Error(`demo/${draft} is not a board`);
  await saveChange(account, board, { client: 'demo', nonce: 'draft', ops: difference(read.value, next.value), label: 'after revision A' });
}
