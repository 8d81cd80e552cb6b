import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    adapter: adapter({ out: process.env.SPARK_SUM_OUT ?? 'build' }),
    // One folder of intermediate output per target, so that tests can build while the application runs.
    outDir: process.env.SPARK_SUM_OUT ? `${process.env.SPARK_SUM_OUT}.kit` : '.svelte-kit',
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'style-src': ['self'],
        // The router's announcer, made by the framework, carries its style in an attribute.
        'style-src-attr': ['unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self'],
        'connect-src': ['self'],
        'worker-src': ['self'],
        'object-src': ['none'],
        'base-uri': ['none'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
    // hooks.server.ts compares the origin of every writing request with the host it came to, JSON included.
    csrf: { trustedOrigins: ['*'] },
  },
};
