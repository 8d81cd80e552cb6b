// npm start: everything from a fresh checkout to a running application.
import { copyFileSync, existsSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startApp } from './lib/app.mjs';
import { buildApp } from './lib/build.mjs';
import { npmPackages } from './lib/packages.mjs';
import { home, root } from './lib/paths.mjs';
import { end, isAlive, isOurs } from './lib/process.mjs';
import { startDatabase } from './lib/mariadb.mjs';
import { noted, running } from './lib/running.mjs';
import { say, Stop } from './lib/say.mjs';

/** Another start of this folder: if it lives, there is nothing to do; if it was killed, what it left is ended. */
async function takeOver() {
  const was = noted();
  if (!was) return;
  if (was.lives) throw new Stop(`Spark Sum is running already${was.address ? ` at ${was.address}` : ''}. Stop it there with Ctrl-C first.`);
  if (was.app && isAlive(was.app) && isOurs(was.app, 'index.js')) await end(was.app);
  rmSync(running, { force: true });
}

const HOUR = 3_600_000;
const LARGEST_LOG = 5 * 1024 * 1024;

/** Puts a long log aside; the one before goes. The application writes at the end of its file, wherever that is. */
function turnOver(log) {
  if (!existsSync(log) || statSync(log).size < LARGEST_LOG) return;
  copyFileSync(log, `${log}.1`);
  truncateSync(log);
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
    let database = await startDatabase(home, { onInit: () => say('setting up the database…') });
    stops.push(() => database.stop());
    const { port } = database;
    say(`database on 127.0.0.1:${port}`);
    const log = join(home, 'app.log');
    turnOver(log);
    setInterval(turnOver, HOUR, log).unref();
    const app = await startApp({ build, database: database.url, log });
    stops.push(app.stop);
    const tell = () => note({ app: app.pid, database: database.pid, port, address: app.address });
    tell();
    // A database that ended by itself, or was killed, is started again where the application looks for it.
    const keep = async () => {
      for (;;) {
        await database.ended;
        if (stopping) return;
        say('the database ended; starting it again…');
        await new Promise((r) => setTimeout(r, 500));
        database = await startDatabase(home, { wanted: port });
        if (database.port !== port) throw new Stop(`Another program has taken port ${port}, where the database was. Start again.`);
        tell();
      }
    };
    keep().catch((error) => {
      if (stopping) return;
      process.stderr.write(`\n${error.message}\n`);
      void stopAll(1);
    });
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
