import { defineConfig, devices } from '@playwright/test';

/** `./basket test` starts a world of two servers for each worker and says where they are. */
const worlds = JSON.parse(process.env.E2E_WORLDS ?? '[]') as unknown[];

export default defineConfig({
  testDir: 'tests/e2e',
  fullyParallel: false,
  workers: Math.max(1, worlds.length),
  retries: 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list'], ['./tests/playwright-line-reporter.ts']],
  timeout: 300_000,
  expect: { timeout: 60_000 },
  use: {
    ...devices['Desktop Chrome'],
    // An act that can't be done says which, long before its walk is out of time.
    actionTimeout: 60_000,
    navigationTimeout: 120_000,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    trace: 'off',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync'
      ]
    }
  }
});
