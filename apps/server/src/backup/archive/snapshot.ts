import { spawn } from 'node:child_process';
import pg from 'pg';

/** What a database held at one moment. */
export interface Held {
  /** The latest migration that it had been through. */
  migration: string;
  /** Rows of each table. */
  rows: Record<string, number>;
  /** Contents of the photographs, as their files are called. */
  photos: string[];
}

/** Rows of these say who is signed in: whoever restores an archive signs in anew. */
const NOT_KEPT = ['session', 'pairing'];

/**
 * Dumps a database into a file as it was at one moment, while it goes on working, and says what it held then: both read
 * from one exported snapshot (PostgreSQL documentation, 9.28.5).
 *
 * @param dump path of the program `pg_dump`
 */
export async function dumpDatabase(databaseUrl: string, dump: string, file: string): Promise<Held> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query('begin transaction isolation level repeatable read read only');
    const { rows: snapshot } = await client.query<{ id: string }>('select pg_export_snapshot() as id');
    const held = await heldBy(client);
    await ran(dump, databaseUrl, [
      ...['--format=custom', '--no-owner', '--no-privileges', `--file=${file}`, `--snapshot=${snapshot[0]?.id}`],
      ...NOT_KEPT.map((table) => `--exclude-table-data=public.${table}`),
    ]);
    await client.query('commit');
    return held;
  } finally {
    await client.end();
  }
}

/** Puts a dump into an empty database, all of it or nothing, and says what it holds then. */
export async function restoreDatabase(databaseUrl: string, restore: string, file: string): Promise<Held> {
  await ran(restore, databaseUrl, ['--no-owner', '--no-privileges', '--single-transaction', '--exit-on-error', file]);
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    return await heldBy(client);
  } finally {
    await client.end();
  }
}

async function heldBy(client: pg.Client): Promise<Held> {
  const { rows: tables } = await client.query<{ name: string }>(
    `select table_name as name from information_schema.tables
      where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`,
  );
  const rows: Record<string, number> = {};
  for (const { name } of tables) {
    if (NOT_KEPT.includes(name)) continue;
    const { rows: counted } = await client.query<{ count: number }>(
      `select count(*)::float as count from ${client.escapeIdentifier(name)}`,
    );
    rows[name] = counted[0]?.count ?? 0;
  }
  const { rows: last } = await client.query<{ name: string }>('select name from migrations order by id desc limit 1');
  const { rows: photos } = await client.query<{ content: string }>('select distinct content from photo order by 1');
  return { migration: last[0]?.name ?? '', rows, photos: photos.map(({ content }) => content) };
}

/** Runs a program of PostgreSQL on a database. The password is not among its arguments, which everybody on the machine sees. */
function ran(program: string, databaseUrl: string, args: readonly string[]): Promise<void> {
  const { hostname, port, username, password, pathname } = new URL(databaseUrl);
  const env = {
    ...process.env,
    ...{ PGHOST: hostname, PGPORT: port || '5432', PGUSER: decodeURIComponent(username) },
    ...{ PGPASSWORD: decodeURIComponent(password), PGDATABASE: decodeURIComponent(pathname.slice(1)) },
  };
  // What restores is told its database; what dumps takes it from its surroundings.
  const own = program.endsWith('pg_restore') ? [`--dbname=${env.PGDATABASE}`, ...args] : args;
  return new Promise((resolve, reject) => {
    const child = spawn(program, own, { env, stdio: ['ignore', 'ignore', 'pipe'] });
    let said = '';
    child.stderr.setEncoding('utf8');
    child.stderr.on('data', (text: string) => (said += text));
    child.on('error', reject);
    child.on('close', (code) =>
      code === 0 ? resolve() : reject(new Error(said.trim() || `${program} ended with ${code}`)),
    );
  });
}
