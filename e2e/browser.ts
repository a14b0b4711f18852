import type { PlaywrightTestConfig } from '@playwright/test';

/** Debian's Chromium, without the connections that it would like to make. */
export const browser: PlaywrightTestConfig['use'] = {
  headless: true,
  viewport: { width: 1280, height: 800 },
  colorScheme: 'light',
  launchOptions: {
    executablePath: process.env.FAIR_COPY_CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
};
