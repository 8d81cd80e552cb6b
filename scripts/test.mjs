// npm test: lint, types, unit tests and end-to-end tests in real Chromium against a real, throwaway MariaDB.
// Runs beside the application: its own build folder, database and port. "npm test -- unit" runs a part.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { npmPackages } from './lib/packages.mjs';
import { home } from './lib/paths.mjs';
import { run } from './lib/run.mjs';
import { say, Stop } from './lib/say.mjs';

const PARTS = ['lint', 'check', 'unit', 'e2e'];
const asked = process.argv.slice(2).filter((a) => PARTS.includes(a));
/** Everything else goes to Playwright: a file, --grep. */
const more = process.argv.slice(2).filter((a) => !PARTS.includes(a) && a !== '--');
const wanted = (part) => asked.length === 0 || asked.includes(part);
const npx = (args, problem, env = {}) => run('npx', ['--no-install', ...args], { problem, env });

let [passed, failed] = [0, 0];
const count = (good, bad) => ([passed, failed] = [passed + good, failed + bad]);
const resultOf = (name) => JSON.parse(readFileSync(join(home, name), 'utf8'));

/** All tests come from one address. */
const manyVisitors = { SPARK_SUM_NEW_ACCOUNTS: '10000', SPARK_SUM_NEW_BENCHES: '10000' };

async function endToEnd() {
  const { debianProgram } = await import('./lib/packages.mjs');
  const { buildApp } = await import('./lib/build.mjs');
  const { MARIADB, startDatabase } = await import('./lib/mariadb.mjs');
  const { startApp } = await import('./lib/app.mjs');
  await debianProgram('chromium', 'chromium');
  await debianProgram('mariadbd', MARIADB);
  const build = join(home, 'test-build');
  await buildApp(build);
  const folder = mkdtempSync(join(home, 'test-'));
  const stops = [];
  const clean = async () => {
    for (const stop of stops.splice(0).reverse()) await stop();
    rmSync(folder, { recursive: true, force: true });
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => void clean().then(() => process.exit(130)));
  try {
    const database = await startDatabase(folder, { wanted: 23_406 });
    stops.push(database.stop);
    const app = await startApp({ build, database: database.url, wanted: 24_780, log: join(folder, 'app.log'), env: { ANY_PORT: '1', ...manyVisitors } });
    stops.push(app.stop);
    say(`end-to-end tests at ${app.address}`);
    await npx(['playwright', 'test', ...more], 'End-to-end tests failed.', {
      BASE_URL: app.address,
      DATABASE_URL: database.url,
      SPARK_SUM_TEST_BUILD: build,
      SPARK_SUM_TEST_FOLDER: folder,
    });
    const { stats } = resultOf('e2e.json');
    count(stats.expected + stats.flaky, stats.unexpected);
  } finally {
    await clean();
  }
}

try {
  await npmPackages();
  if (wanted('lint')) {
    say('lint');
    await npx(['eslint', '.', '--max-warnings', '0'], 'Lint found problems.');
    await npx(['prettier', '--check', '.', '--log-level', 'warn'], 'Some files are not formatted: npm run format.');
    await run(process.execPath, ['scripts/check-references.mjs'], { problem: 'References are missing.' });
    await run(process.execPath, ['scripts/schema.mjs', '--check'], { problem: 'The schema of the board file is not current.' });
  }
  if (wanted('check')) {
    say('types');
    await run('npm', ['run', '--silent', 'check'], { problem: 'Type check failed.' });
  }
  if (wanted('unit')) {
    say('unit tests');
    rmSync(join(home, 'unit.json'), { force: true });
    await npx(['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${join(home, 'unit.json')}`], 'Unit tests failed.');
    const { numPassedTests, numFailedTests } = resultOf('unit.json');
    count(numPassedTests, numFailedTests);
  }
  if (wanted('e2e')) await endToEnd();
  say('all passed');
  if (passed + failed > 0) process.stdout.write(`${passed} passed, ${failed} failed\n`);
} catch (error) {
  process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
  process.exit(1);
}
