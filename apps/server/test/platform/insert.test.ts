import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { rows } from '../../src/platform/database/database';
import { insertRows } from '../../src/platform/database/insert';
import { useShop } from '../harness';

const shop = useShop();

describe('plain inserts', () => {
  it('take dates, JSON, lists, nulls and any text, one row or many', async () => {
    const { manager } = shop.database;
    const at = new Date('2026-06-01T09:00:00.123Z');
    const data = { list: [1, 'two', null], text: 'O’Hara; drop table job; --', deep: { yes: true } };
    const made = [1, 2].map((n) => ({ id: randomUUID(), at, by: null, kind: `test ${n}`, data }));
    await insertRows(manager, 'audit', made);
    const found = await rows<{ kind: string; at: Date; by: null; data: unknown }>(
      manager,
      'select kind, at, by, data from audit where id = any ($1) order by kind',
      [made.map((row) => row.id)],
    );
    expect(found).toEqual(made.map(({ kind }) => ({ kind, at, by: null, data })));
    await insertRows(manager, 'audit', []);
  });

  it('name their columns as the database does, and are part of the transaction they are made in', async () => {
    const id = randomUUID();
    const row = { id, name: 'A', phone: '', phoneDigits: '', email: '', createdAt: new Date() };
    await expect(
      shop.database.transaction(async (manager) => {
        await insertRows(manager, 'customer', [row]);
        expect(await rows(manager, 'select 1 from customer where id = $1', [id])).toHaveLength(1);
        throw new Error('no after all');
      }),
    ).rejects.toThrow('no after all');
    expect(await rows(shop.database.manager, 'select 1 from customer where id = $1', [id])).toEqual([]);
  });
});
