import { defineConfig } from 'vitest/config';

/** Files share a process: none of them changes what others see, and each has a database of its own. */
const TOGETHER = { isolate: false };

/** A time-out is a watchdog here, not a measure: a busy machine must not fail a test. */
const WATCHDOG = 60_000;

const unit = (name: string, root: string) => ({
  test: { name, root, include: ['src/**/*.test.ts', 'src/**/*.test.tsx'], testTimeout: WATCHDOG, ...TOGETHER },
});

export default defineConfig({
  test: {
    // The default leaves one core idle, which is half of a small machine.
    maxWorkers: '100%',
    coverage: {
      provider: 'v8',
      include: ['packages/*/src/**', 'apps/{server,bench,web}/src/**'],
      exclude: ['**/*.test.*', '**/*.test-data.*', '**/migrations/**', '**/*.css', '**/*.json', '**/*.sh'],
      reporter: ['text-summary', 'html'],
      reportsDirectory: '.cache/coverage',
    },
    projects: [
      unit('core', 'packages/core'),
      unit('contract', 'packages/contract'),
      unit('bench', 'apps/bench'),
      unit('post', 'apps/post'),
      unit('web', 'apps/web'),
      {
        test: {
          name: 'server',
          root: 'apps/server',
          include: ['src/**/*.test.ts', 'test/**/*.test.ts'],
          globalSetup: [new URL('./apps/server/test/global-setup.ts', import.meta.url).pathname],
          ...TOGETHER,
          testTimeout: WATCHDOG,
          hookTimeout: WATCHDOG,
        },
      },
    ],
  },
});
