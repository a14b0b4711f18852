import { defineConfig } from '@playwright/test';
import { browser } from './e2e/browser.js';

/** Real Chromium, real server, real database; each test starts a server of its own on an empty data folder. */
export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 1,
  retries: 0,
  reporter: [['list']],
  use: browser,
});
