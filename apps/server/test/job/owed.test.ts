import { beforeAll, describe, expect, it } from 'vitest';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

async function planned(): Promise<Work> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.assess();
  await work.reserve(stock);
  await work.plan();
  return work;
}

describe('what was switched for the copy', () => {
  it('is asked with its stamp, and is owed back until it is set back or has its reason', async () => {
    const work = await planned();
    const stamp = (id: string, given: object) => work.post('/preparations', { id, done: true, note: '', ...given });
    const silent = await stamp('network off', {});
    expect([silent.status, silent.body.problems?.[0]?.field]).toEqual([422, 'switched']);
    expect((await stamp('start mode', { switched: false })).body.detail).toContain('note it');
    expect((await stamp('network off', { switched: true })).status).toBe(200);
    expect(work.job.snapshot.facts.switched?.items).toEqual([{ id: 'network off', before: '' }]);
    const said = work.job.history.find(({ kind }) => kind === 'prepared')?.sentence;
    expect(said).toContain('switched off');
    // Stamped once more, by somebody who finds it off: it stays owed.
    await stamp('network off', { switched: false });
    expect(work.job.snapshot.facts.switched?.items).toHaveLength(1);
    await work.post('/preparations', { id: 'network off', done: false, note: '' });
    expect(work.job.snapshot.facts.switched?.items).toEqual([]);
    await stamp('sleep off', { switched: true });

    // Without its work it is owed back all the same.
    const correction = { what: 'end', kind: 'withdrawn' };
    await work.post('/corrections/end', { correction, reason: 'bought another' });
    expect(work.step('owed back')).toBe('waiting');
    await work.put('as it came' as never, { starts: true, note: '' });
    expect(work.step('owed back')).toBe('ready');
    const items = [{ what: 'Sleep and display-off as set', back: true, note: '' }];
    const gate = () => work.job.procedure.gates.find(({ id }) => id === 'as it came')?.holds;
    expect(gate()).toBe(false);
    expect((await work.put('owed back' as never, { items })).status).toBe(200);
    expect(gate()).toBe(true);
    // The battery died meanwhile: what was set back before is asked again, and all of the firmware with it.
    await work.put('firmware reset' as never, { reset: true, note: 'coin cell dead' });
    expect(work.step('owed back')).toBe('ready');
    expect(work.job.snapshot.facts['owed back']).toBeUndefined();
    await work.put('firmware reset' as never, { reset: false, note: 'it was another device' });
    expect(work.job.procedure.steps.find(({ id }) => id === 'owed back')?.title).not.toContain('Secure Boot');
  });

  it('beside what is asked is noted at any time, and asks again for what was set back before', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const boot = { what: 'Boot order', why: 'started from a stick', before: 'own drive first' };
    const note = (items: object[]) => work.put('switched besides' as never, { items });
    expect((await note([{ ...boot, why: '' }])).body.problems?.[0]?.field).toBe('value.items.0.why');
    expect((await note([boot])).status).toBe(200);
    expect(work.step('owed back')).toBe('waiting');
    expect(work.job.history[0]?.sentence).toBe('Recorded: switched besides');

    const correction = { what: 'end', kind: 'withdrawn' };
    await work.post('/corrections/end', { correction, reason: 'bought another' });
    // Not opened, but switched: somebody sees it start.
    expect(work.step('see as it came')).toBe('ready');
    await work.put('as it came' as never, { starts: true, note: '' });
    const back = { items: [{ what: 'Boot order', back: true, note: '' }] };
    expect((await work.put('owed back' as never, back)).status).toBe(200);
    expect(work.step('owed back')).toBe('done');
    // How it stood is put right: what was set back stays so. Switched once more it is asked for anew.
    await note([{ ...boot, before: 'the drive, then the stick' }]);
    expect(work.step('owed back')).toBe('done');
    await note([boot, { ...boot, why: 'memory test from a stick' }]);
    expect(work.step('owed back')).toBe('ready');
    await note([]);
    expect(work.job.procedure.steps.some(({ id }) => id === 'owed back')).toBe(false);
  });

  it('is asked for after a reset of the firmware too, whenever it comes, and in a job that ended before anything was done', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const reset = { reset: true, note: 'coin cell dead' };
    expect((await work.put('firmware reset' as never, reset)).status).toBe(200);
    await work.put('firmware reset' as never, { ...reset, reset: false });
    await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
    expect((await work.put('firmware reset' as never, reset)).status).toBe(200);
    expect([work.step('see as it came'), work.step('owed back')]).toEqual(['ready', 'waiting']);
  });
});
