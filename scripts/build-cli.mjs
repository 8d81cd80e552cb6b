// Bundles the command line, and the thread that does long computations, into files that plain Node runs.
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

export async function buildCli() {
  await build({
    absWorkingDir: root,
    entryPoints: { 'spark-sum': 'src/cli/main.ts', worker: 'src/workers/server.ts' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    outdir: 'dist',
    // Reads its fonts beside itself.
    external: ['pdfmake'],
    outExtension: { '.js': '.mjs' },
    // The page's compiler settings are made by its own build and are not needed here.
    tsconfigRaw: {},
    logLevel: 'warning',
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildCli();
