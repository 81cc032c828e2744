import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    rollupOptions: {
      input: {
        main: 'src/main.ts',
        prepare: 'src/app/prepare.ts',
        'index-worker': 'src/matching/index-worker.ts',
        'backup-worker': 'src/backup/backup-worker.ts',
        'schedule-worker': 'src/schedule/schedule-worker.ts',
      },
    },
  },
  ssr: { noExternal: [/^@udrel\//] },
});
