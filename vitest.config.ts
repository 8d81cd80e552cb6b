import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // Compiles runes of modules that hold state.
  plugins: [svelte({ configFile: false })],
  resolve: { alias: { $lib: new URL('./src/lib', import.meta.url).pathname } },
  test: { include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'], setupFiles: ['src/core/kinds/all.ts'], environment: 'node', testTimeout: 240_000 },
});
