import { defineConfig } from '@playwright/test';

const port = process.env['UDREL_E2E_PORT'] ?? '4390';

const OWN_SHOPS = ['bench/faults.spec.ts', 'house/start.spec.ts'];

export default defineConfig({
  testDir: '.',
  globalSetup: './support/open-shop.ts',
  workers: 2,
  // One path after the other at the shop that they share; beside them those that open, kill and start shops of their own.
  projects: [
    { name: 'shared shop', testIgnore: OWN_SHOPS, workers: 1 },
    { name: 'own shops', testMatch: OWN_SHOPS, workers: 1 },
  ],
  // Watchdogs, not measures: a machine that is shared may be three times as slow for minutes.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [['line']],
  outputDir: '../test-results',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // A page that was kept would hide what is asked for; the paths about it allow it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
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
    // Recording every page takes half of a small machine: it is switched on where a failure is looked for.
    trace: process.env['UDREL_TRACE'] ? 'retain-on-failure' : 'off',
  },
});
