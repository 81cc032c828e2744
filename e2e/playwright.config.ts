import { defineConfig } from '@playwright/test';
import { BROWSER } from '../scripts/lib/browser.mjs';
import { PORTS } from './support/shops';

/** At the shop that stands there. */
const at = (port: number) => ({ baseURL: `http://127.0.0.1:${port}` });

const OWN_SHOPS = [
  'bench/faults.spec.ts',
  'house/start.spec.ts',
  'house/post.spec.ts',
  'house/https.spec.ts',
  'house/set-up.spec.ts',
  'house/every-view.spec.ts',
];

/** A job of its own from its booking on: at the bench there is time for it. */
const KEYBOARD = 'house/keyboard.spec.ts';

export default defineConfig({
  testDir: '.',
  globalSetup: './support/open-shop.ts',
  workers: 3,
  // One path after the other at each shop that paths share; beside them those that open, kill and start shops of their own.
  projects: [
    { name: 'bench', testMatch: ['bench/*', KEYBOARD], testIgnore: OWN_SHOPS, workers: 1, use: at(PORTS.bench) },
    {
      name: 'counter',
      testMatch: ['counter/*', 'house/*'],
      testIgnore: [...OWN_SHOPS, KEYBOARD],
      workers: 1,
      use: at(PORTS.counter),
    },
    { name: 'own shops', testMatch: OWN_SHOPS, workers: 1 },
  ],
  // Watchdogs, not measures: a machine that is shared may be three times as slow for minutes.
  timeout: 480_000,
  expect: { timeout: 60_000 },
  forbidOnly: true,
  reporter: [['line']],
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // As for whoever has asked for it: what fades over takes a small machine longer than what it is for.
    contextOptions: { reducedMotion: 'reduce' },
    // A page that was kept would hide what is asked for; the paths about it allow it.
    serviceWorkers: 'block',
    launchOptions: BROWSER,
    // Recording every page takes half of a small machine: it is switched on where a failure is looked for.
    trace: process.env['UDREL_TRACE'] ? 'retain-on-failure' : 'off',
  },
});
