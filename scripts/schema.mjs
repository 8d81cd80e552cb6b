// npm run schema: writes the JSON Schema of the board file. "--check" only says whether the written one is current.
import { build } from 'esbuild';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/paths.mjs';

const { outputFiles } = await build({
  stdin: {
    contents: `import { jsonSchema } from './src/core/files/json-schema.ts'; console.log(JSON.stringify(jsonSchema(), null, 2));`,
    resolveDir: root,
    loader: 'ts',
  },
  bundle: true,
  format: 'esm',
  platform: 'node',
  write: false,
  logLevel: 'error',
});
const chunks = [];
const log = console.log;
console.log = (text) => chunks.push(text);
await import(`data:text/javascript;base64,${Buffer.from(outputFiles[0].text).toString('base64')}`);
console.log = log;
const text = `${chunks.join('\n')}\n`;
const file = join(root, 'docs/board.schema.json');
if (process.argv.includes('--check')) {
  if (readFileSync(file, 'utf8') !== text) {
    console.error('docs/board.schema.json is not current: npm run schema.');
    process.exit(1);
  }
} else writeFileSync(file, text);
