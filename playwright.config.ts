import { defineConfig } from '@playwright/test';
import { browser } from './e2e/browser.js';

/** Real Chromium, real server, real database; each test starts a server of its own on an empty data folder. */
export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/demo-data.ts',
  testMatch: '**/*.spec.ts',
  // Wide: these find out whether something happens, not how quickly, and the machine may have other work.
  timeout: 300_000,
  expect: { timeout: 45_000 },
  workers: 2,
  fullyParallel: true,
  retries: 0,
  reporter: [['list']],
  use: { ...browser, actionTimeout: 45_000 },
});
