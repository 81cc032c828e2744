import { createReadStream, existsSync } from 'node:fs';
import { cp, mkdir, mkdtemp, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import pg from 'pg';
import { extractFile } from '../backup/archive/archive';
import { askAgain } from '../messages/ask-again';
import { IS_PERSON } from '../staff/house';
import { photoStore } from '../photos/photo-store';
import { FORMAT, LEFT_OUT, VERSION, type Contents } from './contents';

/** Rows that are written at a time. */
const AT_ONCE = 1000;

export interface BringIn {
  file: string;
  /** Address as the owner of an empty database. */
  databaseUrl: string;
  photos: string;
  /** Brings the schema of the database to where the archive has it, and on to ours. */
  migrate: (until: string | null) => Promise<void>;
  /** Changes of the schema that we know, earliest first. */
  known: readonly string[];
}

export interface BroughtInShop {
  contents: Contents;
  /** As whom its owner signs in; null where it has none. */
  owner: string | null;
}

/**
 * Brings an open archive into an empty database and its photographs beside it: all of it, or nothing. Throws where the archive
 * is none, is of a later Udrel, or something of it is missing afterwards.
 */
export async function bringInShop(given: BringIn): Promise<BroughtInShop> {
  const { file, databaseUrl, photos, migrate, known } = given;
  await mkdir(photos, { recursive: true });
  const folder = await mkdtemp(`${photos}-brought-in-`);
  try {
    await extractFile(file, folder);
    const contents = await contentsIn(folder, known);
    await migrate(contents.schema);
    const owner = await fill(databaseUrl, folder, contents);
    await migrate(null);
    await takePhotographs(folder, photos, contents);
    return { contents, owner };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function contentsIn(folder: string, known: readonly string[]): Promise<Contents> {
  const text = await readFile(join(folder, 'shop.json'), 'utf8').catch(() => null);
  if (text === null) throw new Error('this is no open archive of a shop: shop.json is missing');
  const contents = JSON.parse(text) as Contents;
  if (contents.format !== FORMAT) throw new Error('this is no open archive of a shop');
  if (contents.version > VERSION || !known.includes(contents.schema))
    throw new Error('this archive is of a later Udrel: install that first');
  return contents;
}

/** Fills the tables; answers as whom the owner of the shop signs in. */
async function fill(databaseUrl: string, folder: string, contents: Contents): Promise<string | null> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const name = (text: string) => client.escapeIdentifier(text);
  try {
    await client.query('begin');
    // Rows come table by table: what refers to what is held again, and checked, once all of them are there.
    const { rows: bonds } = await client.query<{ table: string; name: string; means: string }>(
      `select conrelid::regclass::text as "table", conname as name, pg_get_constraintdef(oid) as means from pg_constraint
        where contype = 'f' and connamespace = 'public'::regnamespace`,
    );
    for (const bond of bonds) await client.query(`alter table ${bond.table} drop constraint ${name(bond.name)}`);
    for (const { name: table, rows, columns } of contents.tables) {
      if (table in LEFT_OUT) throw new Error(`the archive names the table ${table}, which stays where it is`);
      await client.query(`alter table ${name(table)} disable trigger user`);
      await client.query(`delete from ${name(table)}`);
      const came = await fillTable(client, table, columns, join(folder, 'tables', `${table}.jsonl`));
      if (came !== rows) throw new Error(`of the table ${table} ${came} of ${rows} rows came`);
      await client.query(`alter table ${name(table)} enable trigger user`);
    }
    for (const { table, name: bond, means } of bonds)
      await client.query(`alter table ${table} add constraint ${name(bond)} ${means}`);
    for (const { name: sequence, value } of contents.sequences)
      if (value !== null) await client.query('select setval($1::regclass, $2::bigint)', [name(sequence), value]);
    await askAgain(client);
    const { rows: owners } = await client.query<{ login: string }>(
      `select login from staff where role = 'owner' and active and ${IS_PERSON} order by login limit 1`,
    );
    await client.query('commit');
    return owners[0]?.login ?? null;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    await client.end();
  }
}

async function fillTable(
  client: pg.Client,
  table: string,
  columns: Contents['tables'][number]['columns'],
  file: string,
): Promise<number> {
  if (!existsSync(file)) throw new Error(`the table ${table} is missing`);
  const own = client.escapeIdentifier(table);
  const list = columns.map((column) => client.escapeIdentifier(column.name)).join(', ');
  const sql = `insert into ${own} (${list}) select ${list} from jsonb_populate_recordset(null::${own}, $1::jsonb)`;
  let came = 0;
  let waiting: string[] = [];
  const write = async () => {
    if (waiting.length > 0) await client.query(sql, [`[${waiting.join(',')}]`]);
    came += waiting.length;
    waiting = [];
  };
  for await (const line of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    if (line !== '') waiting.push(line);
    if (waiting.length >= AT_ONCE) await write();
  }
  await write();
  return came;
}

async function takePhotographs(folder: string, photos: string, { photographs }: Contents): Promise<void> {
  const { fileOf } = photoStore(photos);
  for (const content of photographs) {
    if (!/^[0-9a-f]{64}$/.test(content)) throw new Error(`“${content}” is no name of a photograph`);
    for (const size of ['full', 'small'] as const) {
      const from = join(folder, 'photographs', `${content}.${size}.jpg`);
      if (!existsSync(from)) throw new Error(`the photograph ${content} is missing`);
      await cp(from, fileOf(content, size));
    }
  }
}
