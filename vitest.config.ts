import { defineConfig } from 'vitest/config';

const unit = (name: string, root: string) => ({
  test: { name, root, include: ['src/**/*.test.ts', 'src/**/*.test.tsx'] },
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
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
