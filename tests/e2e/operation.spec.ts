import { expect, request, test, type APIRequestContext } from '@playwright/test';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from '../../scripts/lib/app.mjs';
import { backup, restore } from '../../scripts/lib/backup.mjs';
import { startDatabase } from '../../scripts/lib/mariadb.mjs';

const build = process.env.SPARK_SUM_TEST_BUILD!;
type Held = { version: number; doc: { name: string } };

const boardOf = async (api: APIRequestContext): Promise<string> => /\/boards\/([0-9a-f-]{36})"/.exec(await (await api.get('/boards')).text())![1]!;
const held = async (api: APIRequestContext, board: string) => (await (await api.get(`/api/boards/${board}/changes`)).json()) as Held;
const rename = (api: APIRequestContext, board: string, before: string, after: string, force = false) =>
  api.post(`/api/boards/${board}/changes`, {
    data: { client: `c ${after}`.slice(0, 40), nonce: after, label: after, force, ops: [{ path: ['name'], before, after }] },
  });

test('a backup brings everything back, and half a backup changes nothing; two servers on one database lose nothing', async () => {
  test.setTimeout(600_000);
  const folder = mkdtempSync(join(tmpdir(), 'spark-sum-operation-'));
  const database = await startDatabase(folder, { wanted: 25_606 });
  const start = (wanted: number) => startApp({ build, database: database.url, wanted, log: join(folder, `${wanted}.log`), env: { ANY_PORT: '1' } });
  let apps = [await start(25_880)];
  try {
    const api = await request.newContext({ baseURL: apps[0]!.address });
    await api.post('/?/demo', { form: {} });
    const board = await boardOf(api);
    const { name } = (await held(api, board)).doc;
    expect((await rename(api, board, name, 'kept')).ok()).toBe(true);

    const file = join(folder, 'all.backup');
    expect(await backup(database.url, file)).toBeGreaterThan(10);
    const whole = readFileSync(file);
    const half = join(folder, 'half.backup');
    writeFileSync(half, whole.subarray(0, whole.length >> 1));
    await expect(restore(database.url, half)).rejects.toThrow(/not a whole backup/);
    expect((await held(api, board)).doc.name).toBe('kept');

    expect((await rename(api, board, 'kept', 'lost again')).ok()).toBe(true);
    const cookies = await api.storageState();
    await api.dispose();
    await apps[0]!.stop();
    expect(await restore(database.url, file)).toBeGreaterThan(10);

    // Who was signed in at the time of the backup is again; now through two servers at once.
    apps = [await start(25_880), await start(25_980)];
    const both = await Promise.all(apps.map((app) => request.newContext({ baseURL: app.address, storageState: cookies })));
    const before = await held(both[0]!, board);
    expect(before.doc.name).toBe('kept');
    const answers = await Promise.all(Array.from({ length: 20 }, (_, i) => rename(both[i % 2]!, board, 'kept', `name ${i}`, true)));
    expect(answers.map((a) => a.status())).toEqual(answers.map(() => 200));
    const versions = await Promise.all(answers.map(async (a) => ((await a.json()) as Held).version));
    expect(versions.sort((a, b) => a - b)).toEqual(Array.from({ length: 20 }, (_, i) => before.version + 1 + i));
    const [one, other] = await Promise.all(both.map((b) => held(b, board)));
    expect(one).toEqual(other);
    for (const context of both) await context.dispose();
  } finally {
    for (const app of apps) await app.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
