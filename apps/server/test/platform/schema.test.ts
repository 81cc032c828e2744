import { describe, expect, it } from 'vitest';
import { useShop } from '../harness';

const shop = useShop();

/** Indexes over expressions, which an entity cannot say. */
const OVER_EXPRESSIONS = [
  'job_promised',
  'job_closed',
  'part_listed',
  'part_named',
  'model_named',
  'customer_named',
  'belonging_serial',
  'audit_listed',
  'event_audited',
  'backup_one',
  'kept_filter_name',
].map((name) => `DROP INDEX "public"."${name}"`);

describe('the schema', () => {
  it('leaves no difference between migrations and entities', async () => {
    const { upQueries } = await shop.database.driver.createSchemaBuilder().log();
    const left = upQueries
      .map((query) => query.query)
      .filter((sql) => !OVER_EXPRESSIONS.some((name) => sql.includes(name)));
    expect(left).toEqual([]);
  });

  it('takes no change and no removal in the history, not from its owner and still less from the servers', async () => {
    for (const sql of ['update event set kind = $$x$$', 'delete from event', 'truncate event']) {
      await expect(shop.asOwner(sql)).rejects.toThrow('append-only');
      await expect(shop.database.query(sql)).rejects.toThrow('permission denied');
    }
  });

  it('belongs in nothing to who the servers are in it, who cannot switch off what keeps it', async () => {
    const owned = (await shop.database.query(
      `select c.relname as name from pg_class c join pg_roles r on r.oid = c.relowner where r.rolname = current_user
       union all select p.proname from pg_proc p join pg_roles r on r.oid = p.proowner where r.rolname = current_user
       union all select n.nspname from pg_namespace n join pg_roles r on r.oid = n.nspowner where r.rolname = current_user`,
    )) as unknown[];
    expect(owned).toEqual([]);
    const [role] = (await shop.database.query(
      'select rolsuper, rolcreatedb, rolcreaterole, rolreplication, rolbypassrls from pg_roles where rolname = current_user',
    )) as object[];
    expect(Object.values(role ?? {}).every((may) => may === false)).toBe(true);
    for (const sql of [
      'alter table event disable trigger all',
      'drop trigger event_append_only on event',
      'set session_replication_role = replica',
      'create table public.mine (id int)',
      'alter table job add column more text',
      'update payment set amount = 0',
      'drop function bill_is_frozen cascade',
      `insert into migrations (timestamp, name) values (1, 'x')`,
    ])
      await expect(shop.database.query(sql)).rejects.toThrow(/permission denied|must be owner/);
  });
});
