import { beforeAll, describe, expect, it } from 'vitest';
import type {
  CustomerCard,
  Found,
  JobView,
  Problem,
  RoundsView,
  StayPage,
  StaysToSee,
  StayView,
} from '@udrel/contract/types';
import { GIB } from '@udrel/core/capacity';
import { bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

const STAYS = { as: 'returned', until: null, place: '', consent: false, note: '' };
const MODULE = { bytes: 4 * GIB, speed: 2400 };
const settle = (tag: string, number: number, over: object) =>
  shop.as.counter.send<StayView & Problem>('POST', `/stays/${tag}/${number}`, {
    ...{ place: 'B2', until: null, consent: false, gone: null },
    ...over,
  });
const stays = async (query = '') => (await shop.as.counter.get<StayPage>(`/stays?${query}`)).body.rows;
const toSee = async () => (await shop.as.counter.get<StaysToSee>('/stays/to-see')).body;
const rounds = (path: string, body: object = {}) =>
  shop.as.counter.send<RoundsView & Problem>('POST', `/rounds${path}`, body);
const scan = (text: string, place = '') => rounds('/scans', { text, place });

let drives = 0;
/** A closed job of which the old drive stays here, with the serial of that. */
async function kept(over: object): Promise<{ work: Work; serial: string; label: string }> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  const serial = `OLD-${++drives}`;
  await work.workThrough(stock, serial);
  const noted = await work.put('old drive stays', { ...STAYS, ...over });
  expect(noted.status).toBe(200);
  await work.handOver();
  const thing = work.job.belongings.find((one) => one.serial === serial);
  return { work, serial, label: `${work.job.tag}-${thing?.number ?? ''}` };
}

describe('what stays with us', () => {
  it('is noted with place, day and consent, and lies here after its job under a label of its own', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.workThrough(stock, 'OLD-A');
    const refused = async (over: object) =>
      (await work.put('old drive stays', { ...STAYS, ...over })).body.problems?.[0]?.field;
    expect(await refused({ as: 'kept as a fallback', until: '2031-05-01' })).toBe('value.place');
    expect(await refused({ as: 'kept as a fallback', place: 'B2' })).toBe('value.until');
    expect(await refused({ as: 'to be wiped', place: 'B2' })).toBe('value.consent');
    expect(await refused({ as: 'in the device' })).toBe('value.as');
    await work.put('old drive stays', { ...STAYS, as: 'kept as a fallback', until: '2031-05-01', place: 'B2' });
    const { number } = work.job.belongings.find(({ serial }) => serial === 'OLD-A') ?? { number: -1 };
    expect(work.job.belongings.at(-1)).toMatchObject({ place: 'B2', stay: 'kept as a fallback', until: '2031-05-01' });
    // What is noted otherwise lies here no more, and again under the same label.
    await work.put('old drive stays', STAYS);
    expect(work.job.belongings.at(-1)).toMatchObject({ number, back: true, stay: null });
    await work.put('old drive stays', { ...STAYS, as: 'kept as a fallback', until: '2031-05-01', place: 'B2' });
    expect(work.job.belongings.at(-1)).toMatchObject({ number, back: false });
    // A serial that was misread is put right: it is the same thing, under the same label.
    await work.put('old drive', { ...FACTS['old drive'], serial: 'OLD-A2' });
    await work.put('old drive stays', { ...STAYS, as: 'kept as a fallback', until: '2031-05-01', place: 'B2' });
    expect(work.job.belongings.filter(({ stay }) => stay !== null)).toMatchObject([{ number, serial: 'OLD-A2' }]);
    await work.handOver();
    expect(work.job.belongings.map(({ back }) => back)).toEqual([true, false]);
    expect(await stays(`find=OLD-A2`)).toMatchObject([
      { label: `${work.job.tag}-${number}`, place: 'B2', stay: 'kept as a fallback', open: false, gone: null },
    ]);
    const [found] = (await shop.as.counter.get<Found[]>('/find?q=old-a2')).body;
    expect(found).toMatchObject({ kind: 'stays', title: `${work.job.tag}-${number}` });
    expect((await shop.database.query(`select custody from drive where serial = 'OLD-A2'`))[0].custody).toContain(
      'kept as a fallback at B2 until',
    );
  });

  it('moves, is kept longer and goes once, a drive to recycling only by their word', async () => {
    const { work, label } = await kept({ as: 'kept as a fallback', until: '2020-01-31', place: 'B2' });
    const number = Number(label.split('-').at(-1));
    const { tag } = work.job;
    expect((await toSee()).first).toContainEqual(expect.objectContaining({ label, until: '2020-01-31' }));
    expect(await stays('state=due')).toHaveLength(1);
    expect((await settle(tag, number, { place: '' })).body.problems?.[0]?.field).toBe('place');
    expect((await settle(tag, number, { place: 'C1', until: '2031-06-01' })).body).toMatchObject({ place: 'C1' });
    expect(await toSee()).toMatchObject({ due: 0 });
    expect((await settle(tag, number, { gone: 'recycled' })).body.problems?.[0]?.field).toBe('consent');
    const { body: job } = await shop.as.counter.get<JobView>(`/jobs/${tag}`);
    expect((await settle(tag, number, { gone: 'returned' })).body).toMatchObject({ gone: 'returned' });
    expect((await settle(tag, number, { gone: 'recycled', consent: true })).body.code).toBe('gone-already');
    expect((await settle(tag, 0, { place: 'C1' })).body.code).toBe('gone-already');
    const { history } = (await shop.as.counter.get<JobView>(`/jobs/${tag}`)).body;
    expect(
      history
        .slice(0, 3)
        .map(({ sentence }) => sentence)
        .join('; '),
    ).toMatch(/given back.*is kept until 2031-06-01.*lies at C1/);
    const card = (await shop.as.counter.get<CustomerCard>(`/customers/${job.customer.id}`)).body;
    expect(card.here.some(({ tag: of }) => of === tag)).toBe(false);
    expect(await stays(`state=gone&find=${label}`)).toHaveLength(1);
  });

  it('of what is here for open work is moved at its job', async () => {
    const { tag } = await bookJob(shop.as.counter, stock);
    expect((await settle(tag, 0, {})).body.code).toBe('job-open');
    expect(await stays(`find=${tag}`)).toEqual([]);
    expect(await stays(`state=with open jobs&find=${tag}`)).toHaveLength(1);
  });

  it('asks where modules stay whose slots others took, each with a label', async () => {
    const booked = await bookJob(shop.as.counter, stock, { wishes: [{ kind: 'memory', least: 12 * GIB }] });
    const work = new Work(shop.as.technician, booked);
    const [slot = ''] = work.job.device.model.memory.slots;
    await work.put('memory', { modules: [{ ...MODULE, slot }] });
    await work.put('before');
    await work.post('/memory', { partId: stock.moduleId, count: 1 });
    expect(work.step('place modules')).toBe('waiting');
    await work.post('/disassembly', { way: 'out' });
    await work.put('memory fitted');
    await work.put('trial start');
    await work.post('/disassembly', { way: 'back' });
    await work.put('after');
    await work.put('functions');
    expect((await work.put('document given')).body.code).toBe('gate-closed');
    await work.put('modules stay', { ...STAYS, as: 'for recycling', place: 'bin 2' });
    expect(work.job.belongings.at(-1)).toMatchObject({ name: `module of 4 GiB out of ${slot}`, place: 'bin 2' });
    expect((await work.handOver()).status).toBe(200);
    const number = work.job.belongings.at(-1)?.number ?? -1;
    // It holds nothing that anybody could read.
    expect((await settle(work.job.tag, number, { gone: 'recycled' })).status).toBe(200);
  });
});

describe('a round over the shelves', () => {
  it('finds a missing drive, what lies elsewhere and what should not be here', async () => {
    const here = await kept({ as: 'kept as a fallback', until: '2031-01-31', place: 'R1' });
    const gone = await kept({ as: 'kept as a fallback', until: '2031-01-31', place: 'R1' });
    const moved = await kept({ as: 'kept as a fallback', until: '2031-01-31', place: 'R1' });
    const away = await kept({ as: 'kept as a fallback', until: '2031-01-31', place: 'R3' });
    const [, lost] = [here, gone];
    await settle(moved.work.job.tag, Number(moved.label.split('-').at(-1)), { place: 'R2' });
    expect((await scan('R1')).body.code).toBe('no-round');
    expect((await rounds('')).status).toBe(201);
    expect((await rounds('')).body.code).toBe('under-way');
    expect((await scan(here.label)).body.problems?.[0]?.sentence).toContain('place first');
    expect((await scan('r1')).body.place).toBe('R1');
    await scan(here.serial.toLowerCase(), 'R1');
    await scan(moved.label, 'R1');
    const { body } = await scan('NOBODY-7', 'R1');
    const shows = body.now?.shows;
    expect(shows?.right.map(({ label }) => label)).toEqual([here.label]);
    expect(shows?.elsewhere).toMatchObject([{ thing: { label: moved.label, place: 'R2' }, at: 'R1' }]);
    expect(shows?.missing.map(({ label }) => label)).toEqual([lost.label]);
    expect(shows?.notLooked.map(({ label }) => label)).toContain(away.label);
    expect(shows?.extra).toEqual([{ text: 'NOBODY-7', at: 'R1', why: 'not known here' }]);
    const ended = (await rounds('/end')).body;
    expect(ended.now).toBeNull();
    expect(ended.last?.shows.missing).toHaveLength(1);
    expect(await toSee()).toMatchObject({ missing: 1, first: [{ label: lost.label, missing: true }] });
    expect(await stays(`find=${moved.label}`)).toMatchObject([{ place: 'R1' }]);
    // The next round finds it.
    await rounds('');
    await scan('R1');
    for (const { label } of [here, moved, lost]) await scan(label, 'R1');
    await rounds('/end');
    expect(await toSee()).toMatchObject({ missing: 0 });
  });

  it('is ended by one of two people who press at once', async () => {
    await rounds('');
    await scan('R1');
    const both = await Promise.all([rounds('/end'), rounds('/end')]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  });
});
