import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  // Long tests run by `npm run test:long`.
  testMatch: process.env.HEARTY_LONG ? '*.long.spec.ts' : '*.spec.ts',
  testIgnore: process.env.HEARTY_LONG ? [] : '*.long.spec.ts',
  globalSetup: './setup.ts',
  outputDir: '../test-results/browser',
  workers: 2,
  // Every test has a server and a database of its own.
  fullyParallel: true,
  timeout: 180_000,
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    // Keeping the built files costs a second of each test; those that need it say so.
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env.HEARTY_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // Another machine in the house, to the product and to the browser.
        '--host-resolver-rules=MAP troupe.example 127.0.0.1',
      ],
    },
  },
});
