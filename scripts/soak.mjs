// npm run soak -- 10: the property tests over all kinds with a new seed each round, for so many minutes. The first failure ends it.
import { npmPackages } from './lib/packages.mjs';
import { run } from './lib/run.mjs';
import { say, Stop } from './lib/say.mjs';

const TESTS = [
  'src/core/testing/containment.test.ts',
  'src/core/testing/sizing-finds.test.ts',
  'src/core/board/remedies.test.ts',
  'src/core/faults/faults.test.ts',
];
const minutes = Number(process.argv[2] ?? 10);
const end = Date.now() + minutes * 60_000;

try {
  if (!(minutes > 0)) throw new Stop('How many minutes? npm run soak -- 10');
  await npmPackages();
  let rounds = 0;
  while (Date.now() < end) {
    const seed = Math.floor(Math.random() * 1e6) + 2;
    say(`seed ${seed}, ${Math.ceil((end - Date.now()) / 60_000)} minutes left`);
    await run('npx', ['--no-install', 'vitest', 'run', '--testTimeout=600000', ...TESTS], {
      env: { SOAK_SEED: String(seed), SOAK_TIMES: '3' },
      problem: `A property does not hold with seed ${seed}. SOAK_SEED=${seed} SOAK_TIMES=3 npx vitest run ${TESTS.join(' ')} shows it again.`,
    });
    rounds++;
  }
  say(`${rounds} ${rounds === 1 ? 'round' : 'rounds'}, nothing found`);
} catch (error) {
  process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
  process.exit(1);
}
