import Papa from 'papaparse';
import { AUDIT_SORTS, EVENT_SORTS, MODEL_SORTS, PART_SORTS } from '@udrel/contract/shapes';
import type { AuditRow, CountView, EventView, Page, PartView } from '@udrel/contract/types';
import { beforeAll, describe, expect, it } from 'vitest';
import { bookJob, stockUp, Work } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let tag = '';

beforeAll(async () => {
  const stock = await stockUp(shop);
  await shop.database.query(
    `insert into part (id, kind, maker, name, part_number, price, serialised, reorder_level, spec)
     select gen_random_uuid(), (array['small part', 'adapter', 'equipment'])[n % 3 + 1], (array['Thimble', 'ostrel'])[n % 2 + 1],
            'washer ' || n % 7, 'W-' || n, n % 5, false, case when n % 50 = 0 then 2 end, '{"kind": "shell", "height": 7}'
       from generate_series(1, 130) n`,
  );
  await shop.database.query(
    `insert into stock (id, part_id, quantity) select gen_random_uuid(), id, price from part where price > 0 and part_number like 'W-%'`,
  );
  await shop.database.query(
    `insert into device_model (id, maker, name, code, spec, stub)
     select gen_random_uuid(), 'Corvane', 'Quill ' || n % 9, 'Q-' || n, m.spec || jsonb_build_object('code', 'Q-' || n, 'kind',
            (array['laptop', 'desktop'])[n % 2 + 1]), n % 10 = 0
       from device_model m, generate_series(1, 90) n where m.code = 'T15'`,
  );
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  ({ tag } = work.job);
  for (let n = 0; n < 70; n++) {
    await shop.as[n % 2 ? 'technician' : 'counter'].send('POST', `/jobs/${tag}/notes`, { text: `looked, ${n}` });
    shop.clock.now = new Date(shop.clock.now.getTime() + 3_600_000);
  }
  await shop.as.technician.send('POST', `/jobs/${tag}/overrides`, {
    version: work.job.version + 70,
    gate: 'measured',
    reason: 'no time for it',
  });
});

/** Every page of a list, one after the other. */
async function whole<Row>(path: string, query: string): Promise<Row[]> {
  const found: Row[] = [];
  for (let after: string | null = ''; after !== null;) {
    const { body }: { body: Page<Row> } = await shop.as.owner.get(
      `${path}?${query}${after ? `&after=${encodeURIComponent(after)}` : ''}`,
    );
    found.push(...body.rows);
    ({ after } = body);
  }
  return found;
}

const count = async (path: string, query = '') => (await shop.as.owner.get<CountView>(`${path}?${query}`)).body.count;

/** What any of these rows tells. */
type Told = Partial<
  Pick<PartView, 'maker' | 'name' | 'partNumber' | 'price' | 'onShelf'> & { code: string } & Pick<
      AuditRow,
      'id' | 'at' | 'by'
    > &
    Pick<EventView, 'seq'>
> & { kind?: string };
const nameOf = ({ maker = '', name = '' }: Told) => `${maker} ${name}`.toLowerCase();
const LISTS = {
  parts: {
    sorts: PART_SORTS,
    paths: () => ['/parts', '/counts/parts', '/exports/parts'],
    id: ({ id = '' }: Told): string | number => id,
    by: {
      kind: ({ kind = '' }: Told) => kind,
      part: nameOf,
      number: ({ partNumber = '' }: Told) => partNumber,
      price: ({ price = 0 }: Told) => price,
      shelf: ({ onShelf = 0 }: Told) => onShelf,
    },
  },
  models: {
    sorts: MODEL_SORTS,
    paths: () => ['/models/list', '/counts/models', '/exports/models'],
    id: ({ id = '' }: Told): string | number => id,
    by: { model: nameOf, code: ({ code = '' }: Told) => code, kind: ({ kind = '' }: Told) => kind },
  },
  audit: {
    sorts: AUDIT_SORTS,
    paths: () => ['/audit', '/counts/audit', '/exports/audit'],
    id: ({ id = '' }: Told): string | number => id,
    by: { time: ({ at = '' }: Told) => at, person: ({ by = '' }: Told) => (by === 'nobody' ? '' : by.toLowerCase()) },
  },
  history: {
    sorts: EVENT_SORTS,
    paths: () => ['', '/count', '/file'].map((end) => `/jobs/${tag}/events${end}`),
    id: ({ seq = 0 }: Told): string | number => seq,
    by: { number: ({ seq = 0 }: Told) => seq, person: ({ by = '' }: Told) => by.toLowerCase() },
  },
} as const;

describe.each(Object.entries(LISTS))('the list of %s', (_name, { sorts, paths, id, by }) => {
  it.each(sorts.flatMap((sort) => (['up', 'down'] as const).map((way) => [sort, way] as const)))(
    'by %s going %s comes in pages that neither repeat nor leave out, and in order',
    async (sort, way) => {
      const [path = '', counts = ''] = paths();
      const rows = await whole<Told>(path, `sort=${sort}&way=${way}`);
      expect(new Set(rows.map(id)).size).toBe(rows.length);
      expect(rows).toHaveLength(await count(counts));
      const keys = rows.map((by as Record<string, (row: Told) => string | number>)[sort] ?? id) as (string | number)[];
      const turned = way === 'up' ? keys : keys.reverse();
      for (const [index, key] of turned.slice(1).entries()) {
        const before = turned[index] ?? key;
        // As the database puts text in order: punctuation counts little.
        expect(typeof key === 'number' ? Number(before) <= key : String(before).localeCompare(String(key)) <= 0).toBe(
          true,
        );
      }
    },
  );

  it('is sent whole as a file', async () => {
    const [path = '', , file = ''] = paths();
    const text = await shop.as.owner.text(file);
    const { data } = Papa.parse<object>(text.replace(/^\ufeff/, ''), { header: true, skipEmptyLines: true });
    expect(data).toHaveLength((await whole(path, '')).length);
  });
});

describe('what a list is asked for by', () => {
  it('is what stands in it', async () => {
    const all = await whole<PartView>('/parts', '');
    for (const [query, holds] of [
      ['kind=adapter', (part: PartView) => part.kind === 'adapter'],
      ['there=yes', (part: PartView) => part.onShelf > 0],
      ['low=yes', ({ reorderLevel, onShelf, reserved }: PartView) => (reorderLevel ?? -1) > onShelf - reserved],
      ['place=drawer', ({ stock }: PartView) => stock.some(({ place }) => place.startsWith('drawer'))],
      [
        'find=washer 3 thim',
        ({ maker, name, partNumber }: PartView) => maker === 'Thimble' && `${name} ${partNumber}`.includes('3'),
      ],
    ] as const) {
      const wanted = all.filter(holds).map((part) => part.id);
      expect(wanted.length, query).toBeGreaterThan(0);
      expect(new Set((await whole<PartView>('/parts', query)).map((part) => part.id)), query).toEqual(new Set(wanted));
      expect(await count('/counts/parts', query), query).toBe(wanted.length);
    }
    expect(await count('/counts/models', 'stub=yes')).toBe(9);
    expect(await count('/counts/models', 'kind=desktop&find=quill')).toBe(45);
    expect(await count('/counts/models', 'memory=DDR2')).toBe(0);
  });

  it('is a group, a person, a job and days, for what an owner looks back at', async () => {
    const gates = await whole<AuditRow>('/audit', 'group=gates');
    expect(gates.map((row) => [row.tag, row.kind])).toEqual([[tag, 'gate overridden']]);
    expect(await whole<AuditRow>('/audit', `tag=${tag.toLowerCase()}&person=technician`)).toEqual(gates);
    expect(await count('/counts/audit', 'group=access')).toBe(3);
    const [first] = gates;
    expect(await count('/counts/audit', `from=${first?.at}`)).toBe(1);
    expect(await count('/counts/audit', `until=${first?.at}`)).toBe((await count('/counts/audit')) - 1);
  });

  it('is a person, notes alone and days, for the history of a job', async () => {
    const [, counts = ''] = LISTS.history.paths();
    expect(await count(counts, 'notes=yes')).toBe(70);
    expect(await count(counts, 'notes=yes&person=counter')).toBe(35);
    expect(await count(counts, 'until=2026-06-02T09:00:00Z&notes=yes')).toBe(24);
    expect((await shop.as.owner.get('/jobs/U-999999/events')).status).toBe(404);
  });
});
