import { describe, expect, it } from 'vitest';
import { useShop } from '../harness';

const shop = useShop();

describe('the schema', () => {
  it('leaves no difference between migrations and entities', async () => {
    const { upQueries } = await shop.database.driver.createSchemaBuilder().log();
    expect(upQueries.map((query) => query.query)).toEqual([]);
  });

  it('takes no change and no removal in the history', async () => {
    for (const sql of ['update event set kind = $$x$$', 'delete from event', 'truncate event']) {
      await expect(shop.database.query(sql)).rejects.toThrow('append-only');
    }
  });
});
