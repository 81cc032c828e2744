import react from '@vitejs/plugin-react';
import { readFileSync } from 'node:fs';
import { compression } from 'vite-plugin-compression2';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

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

/** The shell opens without a connection: pages and scripts are kept by the browser, and nothing of what the shop has. */
const shell = VitePWA({
  registerType: 'autoUpdate',
  injectRegister: false,
  manifest: {
    name: 'Udrel',
    short_name: 'Udrel',
    description: 'Storage and memory upgrades at the bench',
    start_url: '/',
    display: 'standalone',
    background_color: '#f6f3ec',
    theme_color: '#14312f',
    icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
  },
  workbox: {
    globPatterns: ['**/*.{js,css,html,woff2,svg}'],
    globIgnores: ['**/empty*'],
    navigateFallback: '/index.html',
    // A file that is asked for by its address is that file, such as the probe.
    navigateFallbackDenylist: [/^\/api\//, /\.\w+$/],
    cleanupOutdatedCaches: true,
    clientsClaim: true,
    skipWaiting: true,
    inlineWorkboxRuntime: true,
  },
});

export default defineConfig({
  plugins: [
    react(),
    probe(),
    shell,
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
