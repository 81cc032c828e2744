import pg from 'pg';
import { makeQueue } from '../messages/queue';
import { migrate } from '../platform/database/database';
import { entities } from './entities';

/** Who the servers are in the database: somebody who owns nothing in it. */
export interface AppRole {
  name: string;
  password: string;
}

/** Any fixed number: one at a time prepares a database, who comes meanwhile waits. */
const PREPARING = 418_2401;

/** What is written once: added to, never changed or taken away. */
const APPENDED = ['event', 'audit', 'bill', 'till_count'];

/**
 * Prepares a database as its owner: brings its schema up to date, makes what messages wait in, and the role of the servers
 * with what it may. That owns nothing: it can neither change the history nor switch off what keeps it.
 */
export async function prepareDatabase(ownerUrl: string, role: AppRole): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [PREPARING]);
    await migrate(ownerUrl, entities);
    await makeQueue(ownerUrl);
    await makeRole(client, role);
    await grant(client, client.escapeIdentifier(role.name));
  } finally {
    await client.end();
  }
}

async function makeRole(client: pg.Client, { name, password }: AppRole): Promise<void> {
  const [role, secret] = [client.escapeIdentifier(name), client.escapeLiteral(password)];
  const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [name]);
  const how = `login nosuperuser nocreatedb nocreaterole noreplication password ${secret}`;
  try {
    await client.query(`${rowCount ? 'alter' : 'create'} role ${role} ${how}`);
  } catch (error) {
    const { code, message } = error as { code?: string; message: string };
    // Two that prepare databases of one cluster may both want to make it.
    if (code === DUPLICATE || code === CHANGED_MEANWHILE) return;
    if (code !== NOT_ALLOWED) throw error;
    if (rowCount) return;
    throw new Error(
      `the role of the servers cannot be made (${message}): have it made by “create role ${name} login password '…'” and name the database as that role in UDREL_APP_DATABASE_URL`,
      { cause: error },
    );
  }
}

// PostgreSQL error codes (appendix A of its documentation).
const [DUPLICATE, CHANGED_MEANWHILE, NOT_ALLOWED] = ['42710', 'XX000', '42501'];

async function grant(client: pg.Client, role: string): Promise<void> {
  const rights = [
    'revoke create on schema public from public',
    `revoke all on all tables in schema public from ${role}`,
    `grant usage on schema public, pgboss to ${role}`,
    `grant select, insert, update, delete on all tables in schema public, pgboss to ${role}`,
    `grant usage, select on all sequences in schema public, pgboss to ${role}`,
    `revoke insert, update, delete on migrations, setting_change from ${role}`,
    `revoke update, delete on ${APPENDED.join(', ')}, payment from ${role}`,
    // In which count of the till it was, nothing else.
    `grant update (counted_in) on payment to ${role}`,
  ];
  await client.query('begin');
  for (const right of rights) await client.query(right);
  await client.query('commit');
}
