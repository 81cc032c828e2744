import { randomUUID } from 'node:crypto';
import { basename } from 'node:path';
import type { DataSource, EntityManager } from 'typeorm';
import { changedRows, firstRow } from '../platform/database/database';
import type { BackedUp } from './archive/backup';
import type { Tried } from './state';

/** How often whoever works at one is heard of, ms; after four times as long it counts as cut off. */
const BEAT = 15_000;

/** Takes the one place of what works; null where somebody has it. What was cut off gives it back. */
export async function claimTry(manager: EntityManager, now: Date, by: string | null): Promise<string | null> {
  await changedRows(
    manager,
    `update backup set ended_at = seen_at, problem = 'It was cut off: the server ended meanwhile.'
      where ended_at is null and seen_at < now() - make_interval(secs => $1)`,
    [(4 * BEAT) / 1000],
  );
  const claimed = await firstRow<{ id: string }>(
    manager,
    'insert into backup (id, begun_at, seen_at, by) values ($1, $2, now(), $3) on conflict do nothing returning id',
    [randomUUID(), now, by],
  );
  return claimed?.id ?? null;
}

/** Notes a try that could not even begin. */
export async function noteRefusedTry(manager: EntityManager, now: Date, problem: string): Promise<void> {
  await manager.query('insert into backup (id, begun_at, seen_at, ended_at, problem) values ($1, $2, now(), $2, $3)', [
    randomUUID(),
    now,
    problem,
  ]);
}

/** Works at a try that was claimed, and notes how it ended. Throws where it failed. */
export async function workAtTry(
  database: DataSource,
  id: string,
  clock: () => Date,
  make: () => Promise<BackedUp>,
): Promise<BackedUp> {
  const beat = setInterval(() => {
    void database.query('update backup set seen_at = now() where id = $1', [id]).catch(() => undefined);
  }, BEAT);
  beat.unref();
  const end = (file: string | null, jobs: number | null, photos: number | null, problem: string | null) =>
    database.query('update backup set ended_at = $6, file = $2, jobs = $3, photos = $4, problem = $5 where id = $1', [
      ...[id, file, jobs, photos, problem],
      clock(),
    ]);
  try {
    const done = await make();
    await end(basename(done.file), done.manifest.rows['job'] ?? 0, done.manifest.photos.length, null);
    return done;
  } catch (error) {
    await end(null, null, null, inWords(error)).catch(() => undefined);
    throw error;
  } finally {
    clearInterval(beat);
  }
}

/** Why an archive could not be made, for whoever reads it on a screen. */
function inWords(error: unknown): string {
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'ENOSPC') return 'The disk for archives is full: make room, or keep fewer.';
  if (code === 'EROFS') return 'The disk for archives can only be read.';
  return message;
}

/** What was tried, as far as it says whether the next one is due. */
export async function lastTried(manager: EntityManager): Promise<Tried> {
  const last = await firstRow<{ begunAt: Date; problem: string | null }>(
    manager,
    'select begun_at as "begunAt", problem from backup order by begun_at desc limit 1',
  );
  const good = await firstRow<{ begunAt: Date }>(
    manager,
    'select begun_at as "begunAt" from backup where file is not null order by begun_at desc limit 1',
  );
  return { last, good: good?.begunAt ?? null };
}
