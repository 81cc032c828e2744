import { mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { dumpDatabase, restoreDatabase, type Held } from './snapshot';

export interface Move {
  /** Addresses as the owner of each; the other one is empty. */
  from: string;
  to: string;
  /** Folder of PostgreSQL's programs, those of the later version. */
  programs: string;
  /** Folder beside which what is moved lies on its way. */
  beside: string;
}

/**
 * Moves everything of a database into an empty one, of the same version of PostgreSQL or a later one. Throws where anything
 * of it is missing afterwards; nothing of the first is changed.
 */
export async function moveDatabase({ from, to, programs, beside }: Move): Promise<Held> {
  const folder = await mkdtemp(`${beside}-moving-`);
  try {
    const file = join(folder, 'database.dump');
    const held = await dumpDatabase(from, join(programs, 'pg_dump'), file);
    requireAll(held, await restoreDatabase(to, join(programs, 'pg_restore'), file));
    return held;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Throws where a table has other rows than it should. */
export function requireAll({ rows: wanted }: Pick<Held, 'rows'>, { rows: found }: Pick<Held, 'rows'>): void {
  const short = Object.entries(wanted).filter(([table, count]) => found[table] !== count);
  if (short.length > 0)
    throw new Error(
      `not all of it came over: ${short.map(([table, count]) => `${table}, ${found[table] ?? 0} of ${count}`).join('; ')}`,
    );
}
