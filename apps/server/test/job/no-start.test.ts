import { beforeAll, describe, expect, it } from 'vitest';
import type { StartCasesView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

describe('a device that does not start', () => {
  it('has its tries kept; what was found teaches the shop, and what was switched is owed back', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.prepare(stock);
    await work.post('/runs', { berth: null });
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.readBack();
    await work.post('/disassembly', { way: 'out' });
    await work.put('new drive fitted', { serial: work.job.snapshot.facts['new drive choice']?.serial });
    await work.put('trial start', { started: false, oldDriveDetached: true, note: 'back to set-up' });
    const guide = (tries: object[], signs = ['goes back to firmware set-up']) =>
      work.put('no start' as never, { signs, tries });
    const notIt = { cause: 'boot order', outcome: 'not it', note: '' };
    expect((await guide([{ ...notIt, cause: 'gremlins' }])).status).toBe(422);
    expect((await guide([notIt])).status).toBe(200);
    const cases = async () => (await shop.as.counter.get<StartCasesView>('/start-cases')).body.cases;
    expect(await cases()).toEqual([]);
    await guide([notIt, { cause: 'Secure Boot refuses', outcome: 'that was it', note: 'off for one start' }]);
    expect(await cases()).toEqual([{ cause: 'Secure Boot refuses', model: 'T15', tag: work.job.tag }]);

    expect(work.step('owed back')).toBe('waiting');
    await work.put('trial start', { started: true, oldDriveDetached: true, note: '' });
    expect(work.step('owed back')).toBe('ready');
    await work.post('/disassembly', { way: 'back' });
    const functions = () => work.job.procedure.gates.find(({ id }) => id === 'functions')?.missing;
    expect(functions()).toContain('Not set back: Secure Boot.');
    const owed = (what: string, back: boolean, note: string) =>
      work.put('owed back' as never, { items: [{ what, back, note }] });
    expect((await owed('Fast start', true, '')).body.detail).toContain('Nothing of that is owed back');
    expect((await owed('Secure Boot', false, '')).body.detail).toContain('Say why');
    expect((await owed('Secure Boot', true, '')).status).toBe(200);
    expect(work.step('owed back')).toBe('done');
    expect(functions()).not.toContain('Not set back: Secure Boot.');
  });
});
