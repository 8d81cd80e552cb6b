// npm run backup -- FILE, npm run restore -- FILE: everything in the database, into one file and back.
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { npmPackages } from './lib/packages.mjs';
import { home } from './lib/paths.mjs';
import { startDatabase, urlOf } from './lib/mariadb.mjs';
import { noted } from './lib/running.mjs';
import { say, Stop } from './lib/say.mjs';

const [what, name] = process.argv.slice(2);

try {
  if (!['backup', 'restore'].includes(what) || !name) throw new Stop(`Which file? npm run ${what === 'restore' ? 'restore' : 'backup'} -- spark-sum.backup`);
  const file = resolve(process.env.INIT_CWD ?? process.cwd(), name);
  await npmPackages();
  const { backup, restore } = await import('./lib/backup.mjs');
  const was = noted();
  const live = was?.lives ? was : null;
  if (what === 'backup' && existsSync(file)) throw new Stop(`${file} is there already. Take another name.`);
  if (what === 'restore' && !existsSync(file)) throw new Stop(`There is no ${file}.`);
  if (what === 'restore' && live) throw new Stop('Spark Sum is running. Stop it with Ctrl-C first, so that nothing is written meanwhile.');
  const database = process.env.DATABASE_URL
    ? { url: process.env.DATABASE_URL, stop: async () => {} }
    : live?.port
      ? { url: urlOf(home, live.port), stop: async () => {} }
      : await startDatabase(home);
  try {
    const rows = what === 'backup' ? await backup(database.url, file) : await restore(database.url, file);
    say(what === 'backup' ? `${rows} rows are in ${file}` : `${rows} rows are back; npm start brings the tables up to date if they are older`);
  } finally {
    await database.stop();
  }
} catch (error) {
  process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
  process.exit(1);
}
