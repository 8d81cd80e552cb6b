import { defineConfig } from '@playwright/test';
import { chromiumOptions } from './scripts/lib/chromium.mjs';

export default defineConfig({
  testDir: 'tests/e2e',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 2,
  fullyParallel: false,
  forbidOnly: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '.spark-sum/e2e.json' }]],
  outputDir: '.spark-sum/test-results',
  use: {
    actionTimeout: 10_000,
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    launchOptions: await chromiumOptions(),
    trace: 'retain-on-failure',
  },
});
