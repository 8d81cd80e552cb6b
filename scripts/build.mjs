import { join } from 'node:path';
import { buildApp } from './lib/build.mjs';
import { root } from './lib/paths.mjs';

await buildApp(join(root, 'build'));
