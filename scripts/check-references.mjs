// Every source named on a formula's line, like [Nyquist], is listed in docs/references.md.
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/paths.mjs';

const listed = new Set([...readFileSync(join(root, 'docs/references.md'), 'utf8').matchAll(/^- \*\*\[(.+?)\]\*\*/gm)].map((m) => m[1]));
const used = new Map();
const core = join(root, 'src/core');
for (const file of readdirSync(core, { recursive: true, encoding: 'utf8' })) {
  if (!file.endsWith('.ts')) continue;
  readFileSync(join(core, file), 'utf8')
    .split('\n')
    .forEach((line, i) => {
      if (!/^\s*(\*|\/\/|\/\*)|\/\/ /.test(line)) return;
      const comment = line.slice(Math.max(0, line.search(/\/\/|\*/)));
      for (const [, key] of comment.matchAll(/\[([A-Z][A-Za-z0-9 -]+?)\]/g)) used.set(key, `${file}:${i + 1}`);
    });
}
const missing = [...used].filter(([key]) => !listed.has(key));
for (const [key, where] of missing) console.error(`src/core/${where}: [${key}] is not in docs/references.md`);
const idle = [...listed].filter((key) => !used.has(key));
for (const key of idle) console.error(`docs/references.md: [${key}] is used nowhere`);
process.exit(missing.length + idle.length ? 1 : 0);
