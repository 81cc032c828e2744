import { existsSync } from 'node:fs';
import { mkdir, mkdtemp, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import pg from 'pg';
import { askAgain } from '../../messages/ask-again';
import { photoStore } from '../../photos/photo-store';
import { readArchive, writeArchive, type Entry } from './archive';
import { keptBackups, nameOfBackup, type KeepFor } from './kept';
import { requireAll } from './move';
import { dumpDatabase, restoreDatabase, type Held } from './snapshot';

const FORMAT = 'udrel-backup';
const VERSION = 1;
const SIZES = ['full', 'small'] as const;

/** What an archive says of itself, in `manifest.json`. */
export interface Manifest extends Held {
  format: typeof FORMAT;
  version: number;
  at: string;
  /** Photographs that were removed between the dump and their turn. */
  gone: string[];
}

export interface BackUp {
  databaseUrl: string;
  /** Folder of PostgreSQL's programs. */
  programs: string;
  /** Folder of the photographs. */
  photos: string;
  /** Where archives are kept, and for how long. */
  to: string;
  keep: KeepFor;
  /** The key that they are encrypted to. */
  recipient: string;
  now: Date;
}

export interface BackedUp {
  file: string;
  bytes: number;
  manifest: Manifest;
  /** Archives that were older than is kept. */
  dropped: string[];
}

/** Backs the shop up while it works: database and photographs as they were at one moment, in one archive. */
export async function backUp({ databaseUrl, programs, photos, to, keep, recipient, now }: BackUp): Promise<BackedUp> {
  // Beside the photographs: where archives go nothing is written that is not encrypted.
  await mkdir(photos, { recursive: true });
  const folder = await mkdtemp(`${photos}-backup-`);
  try {
    const dump = join(folder, 'database.dump');
    const held = await dumpDatabase(databaseUrl, join(programs, 'pg_dump'), dump);
    const { fileOf } = photoStore(photos);
    const files = held.photos.flatMap((content) => SIZES.map((size) => ({ content, path: fileOf(content, size) })));
    const gone = files.filter(({ path }) => !existsSync(path));
    const manifest: Manifest = {
      ...{ format: FORMAT, version: VERSION, at: now.toISOString() },
      ...held,
      gone: [...new Set(gone.map(({ content }) => content))],
    };
    const entries: Entry[] = [
      { name: 'manifest.json', text: JSON.stringify(manifest, null, 2) },
      { name: 'database.dump', file: dump },
      ...files
        .filter((one) => !gone.includes(one))
        .map(({ path }) => ({ name: `photos/${path.slice(photos.length + 1)}`, file: path })),
    ];
    const file = join(to, nameOfBackup(now));
    const bytes = await writeArchive(file, recipient, entries);
    return { file, bytes, manifest, dropped: await dropOld(to, keep, now) };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Removes archives that are older than is kept. */
async function dropOld(folder: string, keep: KeepFor, now: Date): Promise<string[]> {
  const names = await readdir(folder);
  const kept = new Set(keptBackups(names, keep, now));
  const dropped = names.filter((name) => name.startsWith('udrel-') && name.endsWith('.tar.age') && !kept.has(name));
  for (const name of dropped) await rm(join(folder, name));
  return dropped;
}

export interface Restore {
  file: string;
  /** The key that was shown once. */
  identity: string;
  databaseUrl: string;
  programs: string;
  photos: string;
}

/** Restores an archive into an empty database and a folder of photographs. Throws where anything of it is missing afterwards. */
export async function restoreBackup(given: Restore): Promise<Manifest> {
  const { file, identity, databaseUrl, programs, photos } = given;
  await stat(file);
  await mkdir(photos, { recursive: true });
  // Beside the photographs, so that these are moved, not copied.
  const folder = await mkdtemp(`${photos}-restore-`);
  try {
    await readArchive(file, identity, folder);
    const manifest = JSON.parse(await readFile(join(folder, 'manifest.json'), 'utf8')) as Manifest;
    if (manifest.format !== FORMAT || manifest.version > VERSION)
      throw new Error('this archive is of a later Udrel: install that first');
    const held = await restoreDatabase(databaseUrl, join(programs, 'pg_restore'), join(folder, 'database.dump'));
    requireAll(manifest, held);
    await asOwner(databaseUrl, askAgain);
    await moved(join(folder, 'photos'), photos);
    const { fileOf } = photoStore(photos);
    const missing = held.photos.filter(
      (content) => !manifest.gone.includes(content) && SIZES.some((size) => !existsSync(fileOf(content, size))),
    );
    if (missing.length > 0) throw new Error(`photographs are missing: ${missing.join(', ')}`);
    return manifest;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function asOwner(databaseUrl: string, work: (client: pg.Client) => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await work(client).finally(() => client.end());
}

async function moved(from: string, to: string): Promise<void> {
  if (!existsSync(from)) return;
  for (const name of await readdir(from)) {
    await rm(join(to, name), { recursive: true, force: true });
    await rename(join(from, name), join(to, name));
  }
}
