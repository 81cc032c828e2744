import { beforeAll, expect, it } from 'vitest';
import { GIB } from '@udrel/core/capacity';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

/** A memory job up to where the device is opened. */
async function opening(): Promise<Work> {
  await shop.as.counter.send('POST', '/stock', { partId: stock.moduleId, serials: [], count: 2, place: '' });
  const wishes = [{ kind: 'memory' as const, least: 8 * GIB }];
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { wishes }));
  await work.put('memory');
  await work.put('before');
  await work.post('/memory', { partId: stock.moduleId, count: 1 });
  return work;
}

const counts = (work: Work, name: string, over: object) => {
  const item = work.job.snapshot.disassembly.find((one) => one.name === name);
  const { out = 0, back = 0, missing = 0, left = 0, replaced = 0 } = item ?? {};
  const body = { version: work.job.version, out, back, missing, left, replaced, ...over };
  return work.caller.send<Work['job'] & { problems?: { field: string }[] }>(
    'PUT',
    `/jobs/${work.job.tag}/disassembly/${item?.id}`,
    body,
  );
};
const noted = async (work: Work, name: string, over: object) => {
  const { status, body } = await counts(work, name, over);
  if (status === 200) work.job = body;
  return status === 200 ? [] : [status, body.problems?.[0]?.field];
};

it('goes on with two screws missing on arrival, one replaced and one lead that stays on, and nothing false in the record', async () => {
  const work = await opening();
  await noted(work, 'base screw', { out: 8, missing: 2 });
  expect(await noted(work, 'base screw', { out: 9 })).toEqual([422, 'missing']);
  expect(await noted(work, 'base screw', { replaced: 3 })).toEqual([422, 'replaced']);
  await noted(work, 'base screw', { replaced: 1 });
  expect(work.step('strip down')).toBe('ready');
  await noted(work, 'battery lead', { left: 1 });
  expect(work.step('strip down')).toBe('done');
  await work.put('memory fitted');
  await work.put('trial start');
  await work.post('/disassembly', { way: 'back' });
  expect(work.job.snapshot.disassembly).toMatchObject([
    { out: 8, back: 9, missing: 2, replaced: 1, left: 0 },
    { out: 0, back: 0, left: 1 },
  ]);
  expect(work.step('close up')).toBe('done');
  expect(work.job.history.map(({ sentence }) => sentence)).toContain(
    'base screw: 8 out, 0 back, 2 missing on arrival, 1 replaced',
  );
});

it('leaves what was noted of single items where the rest is counted out at once, and closes where nothing came out', async () => {
  const work = await opening();
  await noted(work, 'base screw', { missing: 3 });
  await work.post('/disassembly', { way: 'out' });
  expect(work.job.snapshot.disassembly[0]).toMatchObject({ out: 7, missing: 3 });
  const closed = await opening();
  await closed.post('/disassembly', { way: 'none' });
  expect(closed.job.snapshot.disassembly).toMatchObject([
    { out: 0, left: 10 },
    { out: 0, left: 1 },
  ]);
  await closed.put('memory fitted');
  await closed.put('trial start');
  expect([closed.step('close up'), closed.step('check functions')]).toEqual(['done', 'ready']);
});
