import { beforeAll, expect, it } from 'vitest';
import type { JobView, LessonsView } from '@udrel/contract/types';
import { GIB } from '@udrel/core/capacity';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

it('sees by taps a piece in the place of another kind, keeps the gate closed until it is where it belongs', async () => {
  const wishes = [{ kind: 'memory' as const, least: 8 * GIB }];
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { wishes }));
  const put = async (name: string, path: string, body: object) => {
    const id = work.job.snapshot.disassembly.find((one) => one.name === name)?.id;
    const answer = await work.caller.send<JobView & { detail?: string }>(
      'PUT',
      `/jobs/${work.job.tag}/disassembly/${id}${path}`,
      { version: work.job.version, ...body },
    );
    if (answer.status === 200) work.job = answer.body;
    return answer.status === 200 ? '' : `${answer.status} ${answer.body.detail}`;
  };
  const idOf = (name: string) => work.job.snapshot.disassembly.find((one) => one.name === name)?.id;
  const [screw, lead] = ['base screw', 'battery lead'];
  const places = (count: number) => ({ places: Array.from({ length: count }, (_none, n) => ({ x: n / 20, y: 0.5 })) });
  expect(await put(screw, '/places', { places: [{ x: 2, y: 0 }] })).toContain('422');
  for (const [name, count] of [[screw, 10] as const, [lead, 1] as const])
    expect(await put(name, '/places', places(count))).toBe('');
  // Nothing comes out before the job is there.
  expect(await put(screw, '/tap', { place: 0, way: 'out' })).toContain('409');
  await work.put('memory');
  await work.put('before');
  await work.post('/memory', { partId: stock.moduleId, count: 1 });
  expect(await put(screw, '/tap', { place: 3, way: 'out' })).toBe('');
  expect(await put(screw, '/tap', { place: 3, way: 'out' })).toContain('out already');
  expect(await put(screw, '/places', places(3))).toContain('A place that is open cannot go');
  await work.post('/disassembly', { way: 'out' });
  expect(work.job.snapshot.disassembly[0]?.outAt).toHaveLength(10);
  expect(await put(screw, '/tap', { place: 3, way: 'in' })).toContain('409');
  await work.put('memory fitted');
  await work.put('trial start');

  expect(await put(screw, '/tap', { place: 0, way: 'in', of: idOf(lead) })).toBe('');
  expect(await put(lead, '/tap', { place: 0, way: 'in', of: idOf(screw) })).toBe('');
  await work.post('/disassembly', { way: 'back' });
  expect(work.step('close up')).toBe('ready');
  const gate = () => work.job.procedure.gates.find(({ id }) => id === 'balanced')?.missing.join(' ');
  expect(gate()).toContain('battery lead sits in place 1 of base screw');
  for (const name of [screw, lead]) expect(await put(name, '/tap', { place: 0, way: 'undo' })).toBe('');
  for (const name of [screw, lead]) expect(await put(name, '/tap', { place: 0, way: 'in' })).toBe('');
  expect(gate()).toBe('');
  expect(work.step('close up')).toBe('done');
  expect(work.job.history.map(({ sentence }) => sentence)).toContain('battery lead put into place 1 of base screw');

  // What the sheet shows goes into the model, once, and the next job of it begins with that.
  const clip = { stage: 1, kind: 'clip', name: 'speaker clip', count: 2 };
  expect(
    (await work.post('/disassembly/items', { ...clip, name: screw, kind: 'screw' })).body.problems?.[0]?.field,
  ).toBe('name');
  expect((await work.post('/disassembly/items', { ...clip, count: 0 })).status).toBe(422);
  await work.post('/disassembly/items', clip);
  const counts = { out: 2, back: 0, missing: 0, left: 0, replaced: 0 };
  expect(await put('speaker clip', '', counts)).toBe('');
  expect(work.step('close up')).not.toBe('done');
  expect(await put('speaker clip', '', { ...counts, back: 2 })).toBe('');
  expect(work.step('close up')).toBe('done');
  // In this one the lead is reached at the first stage.
  expect(await put(lead, '/stage', { stage: 0 })).toContain('422');
  expect(await put(lead, '/stage', { stage: 1 })).toBe('');
  expect(work.job.history.map(({ sentence }) => sentence)).toContain('battery lead comes out at stage 1, not 2');
  const { disassembly } = work.job.snapshot;
  const items = disassembly.map(({ id }) => id);
  expect((await work.post('/taught', { items: [work.job.id] })).status).toBe(422);
  expect((await work.post('/taught', { items: [] })).status).toBe(422);
  expect((await work.post('/taught', { items, opening: 30 })).status).toBe(200);
  expect(work.job.device.model.opening).toBe(30);
  expect((await work.post('/taught', { items })).status).toBe(422);
  // So do the keys that were found, and whether it starts from outside.
  const firmware = { setUpKey: 'F2', startsOutside: true };
  expect((await work.post('/taught-firmware', firmware)).status).toBe(200);
  expect((await work.post('/taught-firmware', firmware)).body.detail).toContain('knows that by now');
  expect((await work.post('/taught-firmware', {})).status).toBe(422);
  expect(work.job.device.model.firmware).toMatchObject(firmware);
  expect(work.job.history.map(({ sentence }) => sentence).join()).toContain('key of its set-up: F2');
  const next = await bookJob(shop.as.counter, stock, { wishes });
  expect(next.device.model.firmware).toMatchObject(firmware);
  expect(next.snapshot.disassembly.map(({ details }) => details?.places?.length)).toEqual([10, undefined, 1]);
  expect(next.snapshot.disassembly.every(({ outAt }) => (outAt ?? []).length === 0)).toBe(true);
  expect(next.snapshot.disassembly.map(({ name, count, stage }) => [name, count, stage])).toEqual([
    [screw, 10, 1],
    ['speaker clip', 2, 1],
    [lead, 1, 1],
  ]);

  // Taking it apart went on from the first tap to the last one, by the clock of the events.
  await shop.database.query(`insert into event (job_id, seq, kind, data, by, at)
    select job_id, 100000, kind, data, by, at - interval '30 minutes' from event
     where kind = 'disassembly tapped' and data ->> 'way' = 'out' order by at limit 1`);
  const { body: told } = await shop.as.technician.get<LessonsView>(`/models/${work.job.device.model.id}/lessons`);
  expect(told.stripped).toEqual({ jobs: 1, minutes: 30 });
});
