import { expect, request, test, type APIRequestContext } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from '../../scripts/lib/app.mjs';
import { startDatabase } from '../../scripts/lib/mariadb.mjs';

const build = process.env.SPARK_SUM_TEST_BUILD!;

type Cookies = Awaited<ReturnType<APIRequestContext['storageState']>>;

/** Signs a bare client in to a demo bench, or to the one it had before, and finds its board. */
async function demo(address: string, before?: Cookies): Promise<{ api: APIRequestContext; board: string }> {
  const api = await request.newContext({ baseURL: address, ...(before ? { storageState: before } : {}) });
  if (!before) await api.post('/?/demo', { form: {} });
  const html = await (await api.get('/boards')).text();
  return { api, board: /\/boards\/([0-9a-f-]{36})"/.exec(html)![1]! };
}

test('killed with -9 during saves, application and database lose nothing that was acknowledged', async () => {
  test.setTimeout(600_000);
  const folder = mkdtempSync(join(tmpdir(), 'spark-sum-crash-'));
  let database = await startDatabase(folder, { wanted: 25_406 });
  let app = await startApp({ build, database: database.url, wanted: 25_780, log: join(folder, 'app.log'), env: { ANY_PORT: '1' } });
  try {
    for (const victim of ['application', 'database'] as const) {
      const { api, board } = await demo(app.address);
      const url = `/api/boards/${board}/changes`;
      const before = ((await (await api.get(url)).json()) as { doc: { name: string; stages: unknown[] } }).doc;
      let acknowledged = before.name;
      const kill = victim === 'application' ? app.pid : database.pid;
      for (let i = 0; ; i++) {
        const after = `${victim} ${i}`;
        const data = { client: 'crash', nonce: `${victim}-${i}`, label: after, ops: [{ path: ['name'], before: acknowledged, after }] };
        const sent = api.post(url, { data, timeout: 5000 });
        if (i === 25) process.kill(kill, 'SIGKILL');
        const answer = await sent.catch(() => null);
        if (!answer?.ok()) break;
        acknowledged = after;
        expect(i).toBeLessThan(400);
      }
      const cookies = await api.storageState();
      await api.dispose();
      if (victim === 'database') {
        await app.stop();
        database = await startDatabase(folder, { wanted: 25_406 });
      } else await app.stop();
      app = await startApp({ build, database: database.url, wanted: 25_780, log: join(folder, 'app.log'), env: { ANY_PORT: '1' } });
      const again = await demo(app.address, cookies);
      const held = (await (await again.api.get(`/api/boards/${again.board}/changes`)).json()) as { version: number; doc: { name: string; stages: unknown[] } };
      // The save under way may have got in or not; none that was acknowledged is missing, and the board is whole.
      const number = (name: string) => Number(/\d+$/.exec(name)?.[0] ?? -1);
      expect(number(held.doc.name)).toBeGreaterThanOrEqual(number(acknowledged));
      expect(held.doc.stages).toEqual(before.stages);
      await again.api.dispose();
    }
  } finally {
    await app.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
