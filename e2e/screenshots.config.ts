import { defineConfig } from '@playwright/test';
import { browser } from './browser.js';

/** `npm run screenshots`: one picture of each main view, on the demo data, for the README. */
export default defineConfig({
  testDir: '.',
  globalSetup: './demo-data.ts',
  testMatch: 'screenshots.shots.ts',
  timeout: 180_000,
  workers: 1,
  reporter: [['list']],
  use: browser,
});
