import type { DataSource, EntityManager } from 'typeorm';
import { CHANNEL } from './hub';

/** What berths count is told together, at most so often, ms: while one tells, no other change can be committed that is told. */
const TOGETHER = 250;
/** Jobs that one message names: a message is at most 8000 bytes long (PostgreSQL, NOTIFY). */
const AT_ONCE = 400;

interface Telling {
  tags: Set<string>;
  timer: NodeJS.Timeout | null;
  toldAt: number;
}

const tellings = new WeakMap<DataSource, Telling>();

/** Has every server told that what runs of a job counted on, soon and with what else does. */
export function tellRun({ dataSource }: EntityManager, tag: string): void {
  const telling = tellings.get(dataSource) ?? { tags: new Set(), timer: null, toldAt: 0 };
  tellings.set(dataSource, telling);
  telling.tags.add(tag);
  telling.timer ??= setTimeout(() => tell(dataSource, telling), Math.max(0, telling.toldAt + TOGETHER - Date.now()));
}

function tell(database: DataSource, telling: Telling): void {
  const tags = [...telling.tags];
  telling.tags.clear();
  telling.timer = null;
  telling.toldAt = Date.now();
  for (let from = 0; from < tags.length; from += AT_ONCE) {
    const message = JSON.stringify({ kind: 'runs', tags: tags.slice(from, from + AT_ONCE) });
    // What could not be told is with the next sample.
    void database.query('select pg_notify($1, $2)', [CHANNEL, message]).catch(() => undefined);
  }
}
