// Builds the application when its sources changed.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';
import { run } from './run.mjs';
import { say } from './say.mjs';

const SOURCES = ['src', 'static', 'drizzle', 'demo', 'package-lock.json', 'svelte.config.js', 'vite.config.ts', 'tsconfig.json'];

function fingerprint() {
  const hash = createHash('sha256');
  const add = (path) => {
    if (!existsSync(path)) return;
    const info = statSync(path);
    if (info.isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else hash.update(`${path.slice(root.length)} ${createHash('sha256').update(readFileSync(path)).digest('hex')}\n`);
  };
  for (const name of SOURCES) add(join(root, name));
  return hash.digest('hex');
}

/** Builds into a folder unless it holds this very state of the sources already. */
export async function buildApp(out) {
  const stamp = join(out, '.stamp');
  const now = fingerprint();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  say('building the application…');
  // The compiler's settings are SvelteKit's own, also for what is built into another folder.
  if (!existsSync(join(root, '.svelte-kit/tsconfig.json')))
    await run('npx', ['--no-install', 'svelte-kit', 'sync'], { quiet: true, problem: 'SvelteKit could not be prepared.' });
  await run('npx', ['--no-install', 'vite', 'build', '--logLevel', 'warn'], {
    env: out === join(root, 'build') ? {} : { SPARK_SUM_OUT: out },
    quiet: true,
    problem: 'The application could not be built.',
  });
  const { buildCli } = await import('../build-cli.mjs');
  await buildCli();
  writeFileSync(stamp, now);
}
