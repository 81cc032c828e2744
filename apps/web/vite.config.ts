import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: {
    target: 'es2022',
    manifest: true,
    assetsInlineLimit: 0,
    rollupOptions: { input: ['index.html', 'empty.html'] },
  },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['PORT'] ?? '4280'}` } },
});
