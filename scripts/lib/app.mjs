import { spawn } from 'node:child_process';
import { openSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { freePort } from './ports.mjs';
import { end } from './process.mjs';
import { root } from './paths.mjs';
import { Stop } from './say.mjs';

/**
 * Starts the built application and waits until it answers.
 * @returns {Promise<{address: string, pid: number, stop: () => Promise<void>, ended: Promise<number>}>}
 */
export async function startApp({ build, database, wanted = 4780, log, env = {} }) {
  const host = process.env.HOST ?? '127.0.0.1';
  const port = process.env.PORT && !env.ANY_PORT ? Number(process.env.PORT) : await freePort(wanted, host);
  const file = log ? openSync(log, 'a') : 'inherit';
  const child = spawn(process.execPath, [join(build, 'index.js')], {
    cwd: root,
    detached: true,
    stdio: ['ignore', file, file],
    env: {
      ...process.env,
      ...env,
      NODE_ENV: 'production',
      HOST: host,
      PORT: String(port),
      DATABASE_URL: database,
      BODY_SIZE_LIMIT: '20M',
      // A client that asks again just as an idle connection is closed gets a reset: Node's five seconds are shorter than a pause for thought.
      KEEP_ALIVE_TIMEOUT: '75',
      SPARK_SUM_ROOT: root,
      SPARK_SUM_PARENT: String(process.pid),
    },
  });
  const ended = new Promise((done) => child.on('exit', (code) => done(code ?? 1)));
  let failed = false;
  void ended.then(() => (failed = true));
  const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`;
  const until = Date.now() + 60_000;
  for (;;) {
    const answered = await fetch(`${address}/healthz`).then(
      (r) => r.ok,
      () => false,
    );
    if (answered) return { address, pid: child.pid, port, ended, stop: () => end(child.pid) };
    if (failed || Date.now() > until) {
      await end(child.pid);
      throw new Stop(`The application did not start.${log ? `\n${readFileSync(log, 'utf8').slice(-2000)}` : ''}`);
    }
    await new Promise((r) => setTimeout(r, 40));
  }
}
