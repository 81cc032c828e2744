import react from '@vitejs/plugin-react';
import { readFileSync } from 'node:fs';
import { compression } from 'vite-plugin-compression2';
import { defineConfig, type Plugin } from 'vite';

const PROBE = new URL('../../packages/core/src/reading/udrel-probe.sh', import.meta.url);

/** Serves the shipped probe under an address that can be typed at a live stick. */
function probe(): Plugin {
  const fileName = 'udrel-probe.sh';
  return {
    name: 'probe',
    generateBundle() {
      this.emitFile({ type: 'asset', fileName, source: readFileSync(PROBE, 'utf8') });
    },
    configureServer(server) {
      server.middlewares.use(`/${fileName}`, (_request, response) => void response.end(readFileSync(PROBE)));
    },
  };
}

export default defineConfig({
  plugins: [
    react(),
    probe(),
    compression({ algorithms: ['brotliCompress', 'gzip'], exclude: /\.woff2$/, threshold: 1024 }),
  ],
  build: {
    target: 'es2022',
    manifest: true,
    assetsInlineLimit: 0,
    rollupOptions: { input: ['index.html', 'empty.html'] },
  },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['PORT'] ?? '4280'}` } },
});
