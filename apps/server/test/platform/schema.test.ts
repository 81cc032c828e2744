import { describe, expect, it } from 'vitest';
import type { SettingHistory } from '@udrel/contract/types';
import { useShop } from '../harness';

const shop = useShop();

/** Indexes over expressions or of parts of words, which an entity cannot say. */
const OVER_EXPRESSIONS = [
  'job_promised',
  'job_closed',
  'part_listed',
  'part_named',
  'model_named',
  'customer_named',
  'customer_words',
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

describe('a setting', () => {
  it('is kept with everything that it was, who changed it, and nothing that is sealed', async () => {
    const { owner, technician } = shop.as;
    await owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 24 });
    await owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 22 });
    await owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 22 });
    const told = async (setting: string) => (await owner.get<SettingHistory>(`/shop/history/${setting}`)).body;
    const { changes, more } = await told('rates');
    expect(more).toBe(false);
    expect(changes.map(({ by, changes: what }) => [by, what])).toEqual([
      ['The owner', [{ what: 'tax percent', from: '24', to: '22' }]],
      [
        'The owner',
        [
          { what: 'hourly', from: null, to: '3600' },
          { what: 'tax percent', from: null, to: '24' },
        ],
      ],
    ]);
    const mail = {
      host: 'mail.example',
      port: 587,
      secure: true,
      user: 'u',
      password: 'not-for-anybody',
      from: 'a@b.example',
    };
    expect((await owner.send('PUT', '/shop/channels', { address: '', mail, text: null })).status).toBe(200);
    expect(JSON.stringify(await told('channels'))).not.toMatch(/sealed|not-for-anybody/);
    const [{ kept }] = (await shop.database.query(
      `select count(*)::int as kept from setting_change where key = 'set-up code' or after::text like '%sealed%'`,
    )) as [{ kept: number }];
    expect(kept).toBe(0);
    expect((await technician.get('/shop/history/rates')).status).toBe(403);
    await expect(shop.database.query('delete from setting_change')).rejects.toThrow('permission denied');
    await expect(shop.asOwner('delete from setting_change')).rejects.toThrow('append-only');
  });

  it('is what the shop is called, too: at its sign-in from then on', async () => {
    expect((await shop.as.owner.send('PUT', '/shop/name', { name: ' Anvil Lane Repairs ' })).status).toBe(200);
    expect((await shop.nobody.get<{ shop: string }>('/session')).body.shop).toBe('Anvil Lane Repairs');
    expect((await shop.as.owner.send('PUT', '/shop/name', { name: '' })).status).toBe(422);
    const { changes } = (await shop.as.owner.get<SettingHistory>('/shop/history/shop')).body;
    expect(changes[0]?.changes).toContainEqual({ what: 'name', from: null, to: 'Anvil Lane Repairs' });
  });
});
