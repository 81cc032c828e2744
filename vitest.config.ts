import { defineConfig } from 'vitest/config';

/** A time-out is a watchdog here, not a measure: a busy machine must not fail a test. */
const WATCHDOG = 60_000;

const unit = (name: string, root: string) => ({
  test: { name, root, include: ['src/**/*.test.ts', 'src/**/*.test.tsx'], testTimeout: WATCHDOG },
});

export default defineConfig({
  test: {
    projects: [
      unit('core', 'packages/core'),
      unit('contract', 'packages/contract'),
      unit('bench', 'apps/bench'),
      unit('web', 'apps/web'),
      {
        test: {
          name: 'server',
          root: 'apps/server',
          include: ['src/**/*.test.ts', 'test/**/*.test.ts'],
          globalSetup: [new URL('./apps/server/test/global-setup.ts', import.meta.url).pathname],
          testTimeout: WATCHDOG,
          hookTimeout: WATCHDOG,
        },
      },
    ],
  },
});
