import react from '@vitejs/plugin-react';
import { readFileSync } from 'node:fs';
import { compression } from 'vite-plugin-compression2';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const SCRIPTS = ['reading/udrel-probe.sh', 'drive-reads/udrel-measure.sh'].map(
  (path) => new URL(`../../packages/core/src/${path}`, import.meta.url),
);

/** Serves the shipped scripts under addresses that can be typed at a live stick. */
function scripts(): Plugin {
  const nameOf = ({ pathname }: URL) => pathname.slice(pathname.lastIndexOf('/') + 1);
  return {
    name: 'scripts',
    generateBundle() {
      for (const one of SCRIPTS)
        this.emitFile({ type: 'asset', fileName: nameOf(one), source: readFileSync(one, 'utf8') });
    },
    configureServer(server) {
      for (const one of SCRIPTS) {
        server.middlewares.use(`/${nameOf(one)}`, (_request, response) => void response.end(readFileSync(one)));
      }
    },
  };
}

/** Has the two faces that every view is written in asked for with the page, not once its first words are drawn. */
function facesAhead(): Plugin {
  return {
    name: 'faces-ahead',
    transformIndexHtml: {
      order: 'post',
      handler: (_html, { bundle, filename }) =>
        Object.keys(filename.endsWith('index.html') ? (bundle ?? {}) : {})
          .filter((name) => /-latin-wght-normal-.*\.woff2$/.test(name))
          .map((name) => ({
            tag: 'link',
            attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${name}` },
            injectTo: 'head',
          })),
    },
  };
}

/** Has the page run what asks ahead before anything else. */
function asksAhead(): Plugin {
  return {
    name: 'asks-ahead',
    transformIndexHtml: {
      order: 'post',
      handler: (_html, { bundle, filename }) => {
        const chunks = Object.values(filename.endsWith('index.html') ? (bundle ?? {}) : {});
        const ahead = chunks.find((one) => one.type === 'chunk' && one.isEntry && one.name === 'ahead');
        if (ahead?.type !== 'chunk') return [];
        if (ahead.imports.length > 0) throw new Error(`What asks ahead waits for ${ahead.imports.join(', ')}.`);
        const attrs = { type: 'module', crossorigin: true, src: `/${ahead.fileName}` };
        return [{ tag: 'script', attrs, injectTo: 'head-prepend' as const }];
      },
    },
  };
}

/**
 * Has the scripts that every page runs first compiled as a whole while they are read, not function by function as each is
 * called: nearly all of them are called before a view stands. (V8, explicit compile hints)
 */
function compiledAhead(): Plugin {
  return {
    name: 'compiled-ahead',
    enforce: 'post',
    generateBundle(_options, bundle) {
      const first = new Set(Object.keys(bundle).filter((name) => /^assets\/index-.*\.js$/.test(name)));
      for (const name of first) {
        const chunk = bundle[name];
        if (chunk?.type !== 'chunk') continue;
        for (const imported of chunk.imports) first.add(imported);
        chunk.code = `//# allFunctionsCalledOnLoad\n${chunk.code}`;
      }
    },
  };
}

/** What a page begins with: it stands alone, so that an empty page, and what asks ahead, bring nothing else along. */
const ENTRIES = /\.html$|\/src\/(empty|main)\.tsx$/;
/** What asks ahead of the application, and what both need for it. */
const AHEAD =
  /\/(app\/(ahead|addresses)|job\/station-loads|paths\/station-path|terms\/first-asked)\.ts$|preload-helper/;
/** What the Floor needs of what many views do: the first of the day brings no more of that along. */
const BASE = /\/@tanstack\/(react-virtual|virtual-core)\/|\/web\/src\/(format\/|ui\/late)|\/steps\/next-hands\.ts$/;

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
    globIgnores: ['**/empty*', 'shell-routes.js'],
    importScripts: ['/shell-routes.js'],
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
    scripts(),
    facesAhead(),
    asksAhead(),
    compiledAhead(),
    shell,
    compression({ algorithms: ['brotliCompress', 'gzip'], exclude: /\.woff2$/, threshold: 1024 }),
  ],
  build: {
    target: 'es2022',
    manifest: true,
    assetsInlineLimit: 0,
    // Every browser that runs what is built here knows it.
    modulePreload: { polyfill: false },
    rolldownOptions: {
      input: ['index.html', 'empty.html', 'src/app/ahead.ts'],
      output: {
        codeSplitting: {
          groups: [
            { name: 'ahead', test: AHEAD, priority: 5 },
            { name: 'react', test: /node_modules\/(react|react-dom|scheduler)\//, priority: 4 },
            // Apart from what loads further files: that begins with their names.
            { name: 'packages', tags: ['$initial'], test: /node_modules/, priority: 3 },
            { name: 'shell', tags: ['$initial'], test: (id) => !ENTRIES.test(id), priority: 2 },
            // What views share, in few files: each costs about as much as a request, whether it is kept or not.
            { name: 'base', test: BASE, priority: 1 },
            { name: 'work', minShareCount: 22, test: (id) => !ENTRIES.test(id) },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['PORT'] ?? '4280'}` } },
});
