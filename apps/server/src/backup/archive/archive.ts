import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { dirname, join, normalize } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { Decrypter, Encrypter } from 'age-encryption';
import tar from 'tar-stream';

/** A file of an archive: where it stands in there, and where it is read from, or what it holds. */
export type Entry = { name: string } & ({ file: string } | { text: string });

/** Keeps what was written before a power cut: the file and the name of it. */
async function synced(path: string): Promise<void> {
  const handle = await open(path, 'r');
  await handle.sync();
  await handle.close();
}

/**
 * Writes files into one archive (tar, POSIX.1-2001), encrypted to a key (age, version 1). Under its name it is there
 * once all of it is; answers its bytes.
 */
export async function writeArchive(path: string, recipient: string, entries: readonly Entry[]): Promise<number> {
  const pack = tar.pack();
  const encrypter = new Encrypter();
  encrypter.addRecipient(recipient);
  const part = `${path}.part`;
  await mkdir(dirname(path), { recursive: true });
  try {
    const encrypted = await encrypter.encrypt(
      Readable.toWeb(Readable.from(pack)) as ReadableStream<Uint8Array> as never,
    );
    const written = pipeline(
      Readable.fromWeb(encrypted as unknown as ReadableStream),
      createWriteStream(part, { mode: 0o600 }),
    );
    await Promise.all([packed(pack, entries), written]);
    await synced(part);
    await rename(part, path);
    await synced(dirname(path));
  } catch (error) {
    pack.destroy();
    await rm(part, { force: true });
    throw error;
  }
  return (await stat(path)).size;
}

async function packed(pack: tar.Pack, entries: readonly Entry[]): Promise<void> {
  for (const entry of entries) {
    if ('text' in entry) {
      pack.entry({ name: entry.name }, entry.text);
      continue;
    }
    const { size, mtime } = await stat(entry.file);
    await pipeline(createReadStream(entry.file), pack.entry({ name: entry.name, size, mtime }));
  }
  pack.finalize();
}

/** Reads an archive into a folder, decrypted with the key that it was encrypted to; answers the names of its files. */
export async function readArchive(path: string, identity: string, into: string): Promise<string[]> {
  const decrypter = new Decrypter();
  decrypter.addIdentity(identity);
  const sealed = Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>;
  const opened = await decrypter.decrypt(sealed as never).catch((error: unknown) => {
    const strange = error instanceof Error && error.message.startsWith('no identity matched');
    throw strange
      ? new Error('this key does not open the archive: it was encrypted to another', { cause: error })
      : error;
  });
  const extract = tar.extract();
  const [names] = await Promise.all([
    extracted(extract, into),
    pipeline(Readable.fromWeb(opened as unknown as ReadableStream), extract),
  ]);
  return names;
}

/** Reads the files of an archive that is not encrypted into a folder; answers their names. */
export async function extractFile(path: string, into: string): Promise<string[]> {
  const extract = tar.extract();
  const [names] = await Promise.all([extracted(extract, into), pipeline(createReadStream(path), extract)]);
  return names;
}

async function extracted(extract: tar.Extract, into: string): Promise<string[]> {
  const names: string[] = [];
  for await (const entry of extract) {
    const { name, type } = entry.header;
    if (type !== 'file') {
      entry.resume();
      continue;
    }
    // An archive that somebody else made must not write beside the folder.
    const target = join(into, normalize(name));
    if (!target.startsWith(join(into, '/'))) throw new Error(`the archive names ${name}, which lies outside of it`);
    await mkdir(dirname(target), { recursive: true });
    await pipeline(entry, createWriteStream(target, { mode: 0o600 }));
    names.push(name);
  }
  return names;
}
