import { brotliCompressSync, constants } from 'node:zlib';
import { build } from 'vite';

/**
 * What each package costs in the scripts of the first view, in bytes as they are sent: what a chunk weighs is shared out
 * by how much of its text comes from each package.
 */
export async function costOfPackages(root, entries) {
  const { output } = await build({
    root,
    logLevel: 'silent',
    build: { write: false, rollupOptions: { input: 'index.html' } },
  });
  const chunks = new Map(output.filter(({ type }) => type === 'chunk').map((chunk) => [chunk.fileName, chunk]));
  const first = new Set();
  const add = (name) => {
    if (first.has(name) || !chunks.has(name)) return;
    first.add(name);
    chunks.get(name).imports.forEach(add);
  };
  for (const chunk of chunks.values()) {
    if (chunk.isEntry || entries.some((entry) => chunk.facadeModuleId?.endsWith(entry))) add(chunk.fileName);
  }
  const costs = new Map();
  for (const name of first) {
    const { code, modules } = chunks.get(name);
    const sent = brotliCompressSync(code, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }).length;
    const text = Object.values(modules).reduce((sum, { renderedLength }) => sum + renderedLength, 0);
    for (const [id, { renderedLength }] of Object.entries(modules)) {
      const [, of = 'Udrel'] = /.*node_modules\/((?:@[^/]+\/)?[^/]+)/.exec(id) ?? [];
      costs.set(of, (costs.get(of) ?? 0) + (sent * renderedLength) / text);
    }
  }
  return [...costs].map(([of, bytes]) => [of, Math.round(bytes)]).sort((a, b) => b[1] - a[1]);
}
