import { describe, expect, it } from 'vitest';
import type { KeptFilterView, Problem } from '@udrel/contract/types';
import { useShop } from '../harness';

const shop = useShop();
const keep = (who: 'technician' | 'counter', body: object) =>
  shop.as[who].send<KeptFilterView[] & Problem>('PUT', '/account/filters', body);
const kept = async (who: 'technician' | 'counter') =>
  (await shop.as[who].get<KeptFilterView[]>('/account/filters')).body;

describe('filters that somebody keeps', () => {
  it('are theirs alone, one of a name in each list, and are thrown away', async () => {
    await keep('technician', { list: 'jobs', name: 'Late', search: 'late=yes' });
    await keep('technician', { list: 'jobs', name: 'late', search: 'late=yes&all=yes' });
    await keep('technician', { list: 'parts', name: 'Late', search: 'low=yes' });
    expect(await kept('technician')).toEqual([
      { list: 'jobs', name: 'late', search: 'late=yes&all=yes' },
      { list: 'parts', name: 'Late', search: 'low=yes' },
    ]);
    expect(await kept('counter')).toEqual([]);
    const { body } = await keep('technician', { list: 'jobs', name: 'LATE', search: null });
    expect(body.map(({ list }) => list)).toEqual(['parts']);
    expect((await keep('counter', { list: 'nothing', name: 'x', search: '' })).body.problems?.[0]?.field).toBe('list');
  });

  it('are kept once by two who keep the same at once', async () => {
    const both = await Promise.all(
      [1, 2].map((n) => keep('counter', { list: 'bills', name: 'Open', search: `state=open&n=${n}` })),
    );
    expect(both.map(({ status }) => status)).toEqual([200, 200]);
    expect(await kept('counter')).toHaveLength(1);
  });
});
