import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [sveltekit()],
  // Fonts stay files: the content security policy allows no data: URLs.
  build: { assetsInlineLimit: 0 },
  worker: { format: 'es' },
});
