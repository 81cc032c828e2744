import { beforeAll, describe, expect, it } from 'vitest';
import type { PartLineView, PartPage } from '@udrel/contract/types';
import { stockUp } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
beforeAll(() => stockUp(shop));

type Cells = Record<string, string>;
const lines = (...cells: Cells[]) => ({ lines: cells.map((one, index) => ({ line: index + 2, cells: one })) });
const consider = async (...cells: Cells[]) =>
  (await shop.as.technician.send<PartLineView[]>('POST', '/parts/lines/consider', lines(...cells))).body;
const take = (...cells: Cells[]) => shop.as.technician.send<PartLineView[]>('POST', '/parts/lines', lines(...cells));
const find = async (number: string) => (await shop.as.counter.get<PartPage>(`/parts?find=${number}`)).body.rows[0];

const caddy: Cells = {
  partNumber: 'CD-1',
  kind: 'adapter',
  maker: 'Thimble',
  name: 'caddy',
  price: '16.00',
  adapter: 'caddy',
  height: '9.5',
  takes: '7',
};
const screw: Cells = { partNumber: 'SC-1', kind: 'small part', maker: 'Thimble', name: 'screw M2×3', price: '0.20' };

describe('a parts file', () => {
  it('is told line by line before anything is changed', async () => {
    const [known] = (await shop.as.counter.get<Cells[]>('/parts/lines')).body.filter(
      ({ partNumber }) => partNumber === 'PW-480',
    );
    if (!known) throw new Error('no drive');
    const views = await consider(known, { ...known, partNumber: 'pw-120', price: '41.50' }, caddy, {
      ...caddy,
      takes: 'all',
    });
    expect(views.map(({ what }) => what)).toEqual(['as it is', 'changed', 'new', 'wrong']);
    expect(views[1]?.changes.map(({ column }) => column)).toContain('price');
    expect(views[3]?.problems).toEqual([
      { column: 'takes', sentence: expect.any(String) as string },
      { column: 'partNumber', sentence: 'It stands in line 4 already.' },
    ]);
    expect(await find('CD-1')).toBeUndefined();
    expect((await find('PW-120'))?.price).toBe(3900);
  });

  it('is taken whole, and again without effect', async () => {
    expect((await take(caddy, screw)).body.map(({ what }) => what)).toEqual(['new', 'new']);
    expect(await find('CD-1')).toMatchObject({
      price: 1600,
      serialised: false,
      spec: { kind: 'caddy', height: 9.5, takes: 7 },
    });
    expect((await find('SC-1'))?.spec).toBeNull();
    expect((await take({ ...caddy, price: '15' }, screw)).body.map(({ what }) => what)).toEqual([
      'changed',
      'as it is',
    ]);
    expect((await find('CD-1'))?.price).toBe(1500);
  });

  it('says what parts cost the shop; what it does not say stays', async () => {
    await take({ ...screw, cost: '0.09', reorderLevel: '5' });
    expect(await find('SC-1')).toMatchObject({ cost: 9, reorderLevel: 5 });
    const [view] = await consider({ ...screw, price: '0.25' });
    expect(view?.changes.map(({ column }) => column)).toEqual(['price']);
    await take({ ...screw, price: '0.25' });
    expect(await find('SC-1')).toMatchObject({ price: 25, cost: 9, reorderLevel: 5 });
  });

  it('is not taken at all where one line is wrong', async () => {
    const answer = await take(
      { ...screw, partNumber: 'SC-2' },
      { ...screw, partNumber: 'SC-3', price: 'cheap', colour: 'red' },
    );
    expect(answer).toMatchObject({ status: 422, body: { detail: '1 of 2 lines are wrong: nothing was taken.' } });
    expect(await find('SC-2')).toBeUndefined();
  });

  it.each<[string, Cells, string]>([
    ['a kind that is none', { ...screw, kind: 'gadget' }, 'kind'],
    ['a price that is none', { ...screw, price: '-1' }, 'price'],
    [
      'a drive without its length',
      {
        partNumber: 'D',
        kind: 'drive',
        maker: 'K',
        name: 'N',
        price: '1',
        form: 'm2',
        bytes: '500 GB',
        link: 'x4 gen 3',
        class: 'NVMe gen 3',
        read: '1',
        write: '1',
        keys: 'M',
        top: '1',
      },
      'length',
    ],
    ['a number of another kind', { ...screw, partNumber: 'PW-480' }, 'kind'],
    ['no number', { ...screw, partNumber: '' }, 'partNumber'],
  ])('%s is named by its column', async (_name, cells, column) => {
    const [view] = await consider(cells);
    expect(view?.what).toBe('wrong');
    expect(view?.problems.map((problem) => problem.column)).toContain(column);
  });

  it('is exported so that it can be brought in again', async () => {
    const { body } = await shop.as.counter.get<Cells[]>('/parts/lines');
    expect((await consider(...body)).every(({ what }) => what === 'as it is')).toBe(true);
  });
});
