// npm start: everything from a fresh checkout to a running application.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startApp } from './lib/app.mjs';
import { buildApp } from './lib/build.mjs';
import { npmPackages } from './lib/packages.mjs';
import { home, root } from './lib/paths.mjs';
import { end, isAlive, isOurs } from './lib/process.mjs';
import { startDatabase } from './lib/mariadb.mjs';
import { say, Stop } from './lib/say.mjs';

const running = join(home, 'running.json');

/** Another start of this folder: if it lives, there is nothing to do; if it was killed, what it left is ended. */
async function takeOver() {
  if (!existsSync(running)) return;
  let was;
  try {
    was = JSON.parse(readFileSync(running, 'utf8'));
  } catch {
    was = {};
  }
  if (was.pid && isAlive(was.pid) && isOurs(was.pid, 'start.mjs'))
    throw new Stop(`Spark Sum is running already${was.address ? ` at ${was.address}` : ''}. Stop it there with Ctrl-C first.`);
  if (was.app && isAlive(was.app) && isOurs(was.app, 'index.js')) await end(was.app);
  rmSync(running, { force: true });
}

async function main() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) throw new Stop(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  await takeOver();
  const note = (more) => writeFileSync(running, JSON.stringify({ pid: process.pid, ...more }));
  note({});
  const stops = [];
  let stopping = false;
  const stopAll = async (code) => {
    if (stopping) return;
    stopping = true;
    for (const stop of stops.reverse()) await stop();
    rmSync(running, { force: true });
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => {
      process.stdout.write('\n');
      say('stopping…');
      void stopAll(0);
    });
  }
  try {
    await npmPackages();
    const build = join(root, 'build');
    await buildApp(build);
    if (stopping) return;
    const database = await startDatabase(home, { onInit: () => say('setting up the database…') });
    stops.push(database.stop);
    say(`database on 127.0.0.1:${database.port}`);
    const app = await startApp({ build, database: database.url, log: join(home, 'app.log') });
    stops.push(app.stop);
    note({ app: app.pid, database: database.pid, address: app.address });
    say(`Spark Sum is at ${app.address}   (Ctrl-C stops it)`);
    const code = await app.ended;
    if (!stopping) {
      say(`the application ended by itself (code ${code}); its log is ${join(home, 'app.log')}`);
      await stopAll(1);
    }
  } catch (error) {
    if (!stopping) {
      process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
      await stopAll(1);
    }
  }
}

main().catch((error) => {
  process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
  process.exit(1);
});
