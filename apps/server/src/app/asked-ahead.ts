import { endpoints, urlOf } from '@udrel/contract/endpoints';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A chunk of the built web application, as its manifest tells of it. */
interface Chunk {
  file: string;
  imports?: string[];
  css?: string[];
}

/** What the first page at an address is made of, and what it asks for before it can stand. */
const FIRST: readonly { at: RegExp; view: string; asks: (tag: string) => string[] }[] = [
  { at: /^\/$/, view: 'src/views/floor/Floor.tsx', asks: () => [urlOf(endpoints.floor)] },
  {
    at: /^\/jobs\/([A-Za-z]+-\d{1,9})(?:\/(?!history)|$)/,
    view: 'src/views/job/JobPage.tsx',
    asks: (tag) => [urlOf(endpoints.job, { tag: tag.toUpperCase() })],
  },
];

/**
 * The `Link` head of a page (RFC 8288): what its scripts will ask for is on its way while they are still read. Null for
 * other pages.
 */
export function askedAhead(root: string): (path: string) => string | null {
  const manifest = join(root, '.vite/manifest.json');
  const chunks = existsSync(manifest) ? (JSON.parse(readFileSync(manifest, 'utf8')) as Record<string, Chunk>) : {};
  const shell = closureOf(chunks, 'index.html');
  const known = FIRST.map(({ at, view, asks }) => {
    const own = [...closureOf(chunks, view)].filter((name) => !shell.has(name)).flatMap((name) => chunks[name] ?? []);
    const styles = own.flatMap(({ css = [] }) => css.map((file) => `</${file}>; rel=preload; as=style; crossorigin`));
    return { at, asks, files: [...own.map(({ file }) => `</${file}>; rel=modulepreload`), ...styles] };
  });
  return (path) => {
    for (const { at, asks, files } of known) {
      const found = at.exec(path);
      if (!found) continue;
      const answers = [urlOf(endpoints.session), ...asks(found[1] ?? '')];
      return [...answers.map((url) => `<${url}>; rel=preload; as=fetch; crossorigin`), ...files].join(', ');
    }
    return null;
  };
}

/** A chunk with everything that it imports, by their names in the manifest. */
function closureOf(chunks: Readonly<Record<string, Chunk>>, name: string, found = new Set<string>()): Set<string> {
  if (found.has(name) || !chunks[name]) return found;
  found.add(name);
  for (const one of chunks[name].imports ?? []) closureOf(chunks, one, found);
  return found;
}
