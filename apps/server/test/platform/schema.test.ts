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

  it('takes no change and no removal in the history', async () => {
    for (const sql of ['update event set kind = $$x$$', 'delete from event', 'truncate event']) {
      await expect(shop.database.query(sql)).rejects.toThrow('append-only');
    }
  });
});
