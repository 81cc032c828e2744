import { beforeAll, describe, expect, it } from 'vitest';
import type { KeptPaperView, PaperTexts, Problem } from '@udrel/contract/types';
import { bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

const kept = async (tag: string) => (await shop.as.counter.get<KeptPaperView[]>(`/jobs/${tag}/papers`)).body;
const bytesOf = async (path: string) => {
  const answer = await shop.as.counter.raw(path);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  const bytes = Buffer.from(await answer.arrayBuffer());
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  return bytes;
};

describe('the paper of a job', () => {
  it('is kept as it was given and as it was signed, whatever comes afterwards', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const { tag } = work.job;
    await work.workThrough(stock, 'OLD-P1');
    await bytesOf(`/jobs/${tag}/paper`);
    await work.put('old drive stays');
    expect(await kept(tag)).toEqual([]);
    await work.put('document given', { given: false });
    expect(await kept(tag)).toEqual([]);
    await work.put('document given');
    await work.put('signature', { ...FACTS.signature, path: 'M10 60L60 20L120 70' });
    const [signed, given] = await kept(tag);
    expect([signed?.how, given?.how]).toEqual(['signed', 'given']);
    expect(given).toMatchObject({ kind: 'done', by: 'The technician' });
    const before = await bytesOf(`/papers/${given?.id}`);
    expect(Buffer.compare(before, await bytesOf(`/papers/${signed?.id}`))).not.toBe(0);
    await work.post('/close');
    await shop.as.owner.send('PUT', '/shop/formats', {
      ...{ locale: 'de-DE', currency: '', timeZone: 'Europe/Berlin', paper: 'Letter' },
    });
    expect(Buffer.compare(await bytesOf(`/papers/${given?.id}`), before)).toBe(0);
  });

  it('goes with a tag, a label for each thing and a receipt, as files too', async () => {
    const { tag } = await bookJob(shop.as.counter, stock);
    const pages = async (path: string) =>
      (await bytesOf(`/jobs/${tag}${path}`)).toString('latin1').match(/\/Type \/Page\b/g);
    expect(await pages('/tag')).toHaveLength(1);
    const before = (await pages('/labels'))?.length ?? 0;
    const charger = await shop.as.counter.send('POST', `/jobs/${tag}/belongings`, { name: 'charger', place: 'A4' });
    expect(charger.status).toBe(200);
    expect(await pages('/labels')).toHaveLength(before + 1);
    expect(await pages('/receipt')).toHaveLength(1);
  });

  it('of an end without work tells the findings, and is kept when it is signed', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
    await work.put('signature');
    expect(await kept(work.job.tag)).toMatchObject([{ kind: 'findings', how: 'signed' }]);
  });

  it('has the shop’s own words, of words that are known, and its guarantee', async () => {
    const { body: texts } = await shop.as.owner.get<PaperTexts>('/shop/papers');
    const set = (over: Partial<PaperTexts>) =>
      shop.as.owner.send<PaperTexts & Problem>('PUT', '/shop/papers', { ...texts, ...over });
    const [first, ...others] = texts.texts;
    const wrong = await set({ texts: [{ ...(first as PaperTexts['texts'][0]), closing: 'Bye {name}' }, ...others] });
    expect(wrong.body.problems).toMatchObject([{ field: 'texts.0.closing' }]);
    expect((await set({ partsMonths: 36 })).status).toBe(200);
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.workThrough(stock, 'OLD-P2');
    await work.put('old drive stays');
    await work.handOver();
    expect(work.job.guaranteedUntil?.slice(0, 10)).toBe('2029-06-01');
    expect((await set({ partsMonths: 24 })).status).toBe(200);
  });
});
