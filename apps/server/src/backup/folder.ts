import { constants } from 'node:fs';
import { access, mkdir, readdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { BackupArchive } from '@udrel/contract/types';
import { momentOfBackup } from './archive/kept';

/** A folder for archives: whether it lies on another disk than the photographs, or why it cannot be written. */
export interface Folder {
  apart: boolean;
  problem: string | null;
}

/**
 * Looks at a folder for archives.
 *
 * @param make whether it is made where it is missing; a folder that somebody named may be the place of a disk that is not mounted
 */
export async function lookAtFolder(folder: string, photos: string, make: boolean): Promise<Folder> {
  try {
    if (make) await mkdir(folder, { recursive: true });
    await access(folder, constants.W_OK | constants.X_OK);
    const [there, here] = await Promise.all([stat(folder), stat(dirname(photos))]);
    if (!there.isDirectory()) return { apart: false, problem: `${folder} is no folder.` };
    return { apart: there.dev !== here.dev, problem: null };
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    const what = missing ? 'is not there: make it, or mount its disk' : 'cannot be written by the user that runs Udrel';
    return { apart: false, problem: `${folder} ${what}.` };
  }
}

/** The archives in a folder, latest first; none where it cannot be read. */
export async function archivesIn(folder: string): Promise<BackupArchive[]> {
  const names = await readdir(folder).catch(() => []);
  const found = await Promise.all(
    names.map(async (name) => {
      const at = momentOfBackup(name);
      const there = at === null ? null : await stat(join(folder, name)).catch(() => null);
      return at !== null && there ? [{ name, at: new Date(at).toISOString(), bytes: there.size }] : [];
    }),
  );
  return found.flat().sort((one, other) => other.at.localeCompare(one.at));
}
