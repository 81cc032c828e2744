import { createReadStream, existsSync } from 'node:fs';
import { mkdir, mkdtemp, open, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import tar from 'tar-stream';
import type { PhotoSize } from '@udrel/contract/types';
import { photoStore } from '../photos/photo-store';
import { EMPTIED, FORMAT, LEFT_OUT, NOT_TAKEN, VERSION, type Contents } from './contents';

/** Rows that are read at a time. */
const AT_ONCE = 2000;
const SIZES: readonly PhotoSize[] = ['full', 'small'];

export interface TakeOut {
  databaseUrl: string;
  /** Folder of the photographs. */
  photos: string;
  now: Date;
}

/**
 * Writes the whole shop as it is at one moment into an open archive (tar, POSIX.1-2001): `shop.json`, each table as JSON
 * Lines, photographs as they are. Work goes on meanwhile. Throws, with the archive broken off, where something of it cannot
 * be read.
 */
export async function takeOutShop({ databaseUrl, photos, now }: TakeOut, into: Writable): Promise<Contents> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await mkdir(photos, { recursive: true });
  const folder = await mkdtemp(`${photos}-taken-out-`);
  const pack = tar.pack();
  try {
    // Moments are told in UTC, and nothing that is slow is cut off.
    await client.query("set time zone 'UTC'; set statement_timeout = 0; set idle_in_transaction_session_timeout = 0");
    await client.query('begin transaction isolation level repeatable read read only');
    const contents = await contentsOf(client, now);
    const { fileOf } = photoStore(photos);
    contents.photographs = contents.photographs.filter((content) =>
      SIZES.every((size) => existsSync(fileOf(content, size))),
    );
    const files = contents.photographs.flatMap((content) =>
      SIZES.map((size) => ({ name: `photographs/${content}.${size}.jpg`, path: fileOf(content, size) })),
    );
    const written = pipeline(pack, into);
    const packed = (async () => {
      pack.entry({ name: 'shop.json' }, JSON.stringify(contents, null, 2));
      for (const { name } of contents.tables) {
        const file = join(folder, name);
        await writeTable(client, name, file);
        await added(pack, `tables/${name}.jsonl`, file);
        await rm(file);
      }
      // One that is removed meanwhile breaks it off: an archive that is not whole is none.
      for (const { name, path } of files) await added(pack, name, path);
      pack.finalize();
    })();
    await Promise.all([packed, written]);
    return contents;
  } catch (error) {
    pack.destroy(error as Error);
    throw error;
  } finally {
    await client.end();
    await rm(folder, { recursive: true, force: true });
  }
}

async function added(pack: tar.Pack, name: string, file: string): Promise<void> {
  const { size, mtime } = await stat(file);
  await pipeline(createReadStream(file), pack.entry({ name, size, mtime }));
}

/** Writes the rows of a table, a line each. */
async function writeTable(client: pg.Client, table: string, file: string): Promise<void> {
  const of = EMPTIED[table]?.of ?? 'to_jsonb(t)';
  const only = NOT_TAKEN[table] ?? 'true';
  const handle = await open(file, 'w', 0o600);
  try {
    await client.query(
      `declare taken no scroll cursor for select (${of})::text as line from ${client.escapeIdentifier(table)} t where ${only}`,
    );
    for (;;) {
      const { rows } = await client.query<{ line: string }>(`fetch ${AT_ONCE} from taken`);
      if (rows.length === 0) break;
      await handle.write(rows.map(({ line }) => `${line}\n`).join(''));
    }
    await client.query('close taken');
  } finally {
    await handle.close();
  }
}

async function contentsOf(client: pg.Client, now: Date): Promise<Contents> {
  const all = async <T extends object>(sql: string) => (await client.query<T & pg.QueryResultRow>(sql)).rows;
  const columns = await all<{ table: string; name: string; type: string }>(
    `select c.table_name as "table", c.column_name as name, format_type(a.atttypid, a.atttypmod) as type
       from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
       join pg_attribute a on a.attrelid = format('%I.%I', c.table_schema, c.table_name)::regclass and a.attname = c.column_name
      where c.table_schema = 'public' and t.table_type = 'BASE TABLE' order by 1, c.ordinal_position`,
  );
  const names = [...new Set(columns.map(({ table }) => table))].filter((table) => !(table in LEFT_OUT));
  const tables: Contents['tables'] = [];
  for (const name of names) {
    const [counted] = await all<{ count: number }>(
      `select count(*)::float as count from ${client.escapeIdentifier(name)} t where ${NOT_TAKEN[name] ?? 'true'}`,
    );
    const own = columns.filter(({ table }) => table === name).map(({ name: column, type }) => ({ name: column, type }));
    tables.push({ name, rows: counted?.count ?? 0, columns: own });
  }
  const [last] = await all<{ name: string }>('select name from migrations order by id desc limit 1');
  const [shop] = await all<{ name: string | null }>("select value ->> 'name' as name from setting where key = 'shop'");
  const photographs = await all<{ content: string }>(
    `select content from photo union select content from model_picture order by 1`,
  );
  const sequences = await all<{ name: string; value: string | null }>(
    `select sequencename as name, last_value::text as value from pg_sequences where schemaname = 'public' order by 1`,
  );
  return {
    ...{
      format: FORMAT,
      version: VERSION,
      madeAt: now.toISOString(),
      shop: shop?.name ?? '',
      schema: last?.name ?? '',
    },
    ...{ tables, sequences, photographs: photographs.map(({ content }) => content) },
    leftOut: [
      ...Object.entries(LEFT_OUT).map(([what, why]) => ({ what, why })),
      ...Object.entries(EMPTIED).map(([what, { why }]) => ({ what, why })),
    ],
  };
}
