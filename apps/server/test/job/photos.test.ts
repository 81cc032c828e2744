import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { PAIRING_HEADER } from '@udrel/contract/endpoints';
import type { JobView, PairedView, PairingView, PhotoView, SheetPicture } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let job: JobView;
beforeAll(async () => {
  stock = await stockUp(shop);
  job = await bookJob(shop.as.counter, stock);
});

/** A picture as a telephone makes it: it lies on its side, and says where it was taken. */
async function picture(red: number): Promise<Blob> {
  const bytes = await sharp({ create: { width: 800, height: 600, channels: 3, background: { r: red, g: 80, b: 80 } } })
    .withExif({ IFD0: { Model: 'Keel phone 9' }, IFD3: { GPSLatitude: '54/1 12/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  return new Blob([Uint8Array.from(bytes)], { type: 'image/jpeg' });
}
const keep = (photo: Blob, station = 'Book in') =>
  shop.as.counter.form<PhotoView & { detail?: string }>(`/jobs/${job.tag}/photos`, { photo, station });
const list = async () => (await shop.as.counter.get<PhotoView[]>(`/jobs/${job.tag}/photos`)).body;
const files = () =>
  readdirSync(TEST_CONFIG.photos, { recursive: true }).filter((name) => String(name).endsWith('.jpg'));

describe('photographs of a job', () => {
  it('are kept upright, without where and by what they were taken, once each, and told in the history', async () => {
    const { status, body } = await keep(await picture(200));
    expect(status).toBe(201);
    expect(body).toMatchObject({ station: 'Book in', width: 600, height: 800, by: 'The counter', marks: [] });
    // Of this one, whatever others of this run lie there.
    const [{ content }] = (await shop.database.query('select content from photo where id = $1', [body.id])) as [
      { content: string },
    ];
    const name = files().find((one) => String(one).includes(`${content}.full`));
    const told = await sharp(join(TEST_CONFIG.photos, String(name))).metadata();
    expect([told.exif, told.orientation, told.width]).toEqual([undefined, undefined, 600]);
    // Sent again because no answer came: it is the same.
    expect((await keep(await picture(200))).body.id).toBe(body.id);
    expect(await list()).toHaveLength(1);
    expect((await shop.as.counter.get<JobView>(`/jobs/${job.tag}`)).body.history[0]?.sentence).toBe(
      'Photograph at Book in',
    );
    const response = await fetch(`${shop.base}/photos/${body.id}/small`);
    expect(response.status, 'nobody is shown it who is not signed in').toBe(401);
    expect(await shop.as.counter.head(`/photos/${body.id}/small`)).toBe(200);
  });

  it('refuse what is no picture, what is too large, and a station that is none, with what to do', async () => {
    const text = new Blob(['hello, no picture'], { type: 'image/jpeg' });
    expect((await keep(text)).body.detail).toContain('send JPEG, PNG or WebP');
    expect((await keep(await picture(1), 'Attic')).status).toBe(422);
    const svg = new Blob(['<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'], { type: 'image/svg+xml' });
    expect((await keep(svg)).status).toBe(415);
    const whole = await picture(9);
    const cut = whole.slice(0, Math.round(whole.size * 0.7), 'image/jpeg');
    expect((await keep(cut)).status).toBe(422);
    expect((await keep(new Blob([new Uint8Array(20_000_001)]))).status).toBe(413);
    expect(await list()).toHaveLength(1);
  });

  it('carry marks and a note, and go with their files', async () => {
    const [photo] = await list();
    const path = `/jobs/${job.tag}/photos/${photo?.id}`;
    const ring = { kind: 'ring', x: 0.4, y: 0.2, radius: 0.1, words: 'crack' };
    expect((await shop.as.counter.send('PUT', path, { note: 'lid', marks: [{ ...ring, x: 3 }] })).status).toBe(422);
    const marked = await shop.as.counter.send<PhotoView>('PUT', path, { note: 'lid', marks: [ring] });
    expect(marked.body).toMatchObject({ note: 'lid', marks: [ring] });
    const before = files().length;
    expect((await shop.as.counter.send('DELETE', path)).status).toBe(204);
    expect(files()).toHaveLength(before - 2);
    expect(await list()).toEqual([]);
  });
});

describe('a photograph that places were shown on', () => {
  it('goes along to the model, and stays with it whatever becomes of the job’s', async () => {
    const first = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const { tag, snapshot } = first.job;
    const [item] = snapshot.disassembly;
    const taken = await shop.as.technician.form<PhotoView>(`/jobs/${tag}/photos`, {
      photo: await picture(77),
      station: 'Swap',
    });
    first.job = (await shop.as.technician.get<JobView>(`/jobs/${tag}`)).body;
    const stage = item?.stage ?? 1;
    await first.put('sheet pictures' as never, { stages: [{ stage, photo: taken.body.id }] });
    const places = { version: first.job.version, places: [{ x: 0.2, y: 0.3 }] };
    await shop.as.technician.send('PUT', `/jobs/${tag}/disassembly/${item?.id}/places`, places);
    first.job = (await shop.as.technician.get<JobView>(`/jobs/${tag}`)).body;
    expect((await first.post('/taught', { items: [item?.id] })).status).toBe(200);
    const next = await bookJob(shop.as.counter, stock);
    const { body: pictures } = await shop.as.technician.get<SheetPicture[]>(`/jobs/${next.tag}/sheet-pictures`);
    expect(pictures.map((one) => one.stage)).toEqual([stage]);
    expect((await shop.as.technician.send('DELETE', `/jobs/${tag}/photos/${taken.body.id}`)).status).toBe(204);
    expect(await shop.as.technician.head(`/photos/${pictures[0]?.photo}/full`)).toBe(200);
  });
});

describe('a phone beside the screen', () => {
  const send = async (path: string, key: string, photo: Blob) =>
    shop.nobody.form<{ photos?: number }>(`${path}/photos`, { photo }, { [PAIRING_HEADER]: key });

  it('is paired once, sends photographs of its station and nothing else, until it is over', async () => {
    const { body } = await shop.as.technician.send<PairingView>('POST', `/jobs/${job.tag}/pairing`, {
      station: 'Swap',
    });
    const path = `/pairings/${body.token}`;
    expect((await send(path, 'guessed', await picture(11))).status, 'before it was opened').toBe(410);
    const opened = await shop.nobody.send<PairedView>('POST', path);
    expect(opened.body).toMatchObject({ tag: job.tag, station: 'Swap' });
    expect((await shop.nobody.send('POST', path)).status, 'a second phone').toBe(410);
    const sent = await send(path, opened.body.key, await picture(12));
    expect([sent.status, sent.body.photos]).toEqual([201, 1]);
    expect(await list()).toMatchObject([{ station: 'Swap', by: 'The technician' }]);
    expect((await send(path, 'guessed', await picture(13))).status).toBe(410);
    expect((await shop.nobody.get(`/jobs/${job.tag}/photos`)).status).toBe(401);
    // The next pairing ends the one before; half an hour ends each.
    await shop.as.technician.send('POST', `/jobs/${job.tag}/pairing`, { station: 'Prove' });
    expect((await send(path, opened.body.key, await picture(14))).status).toBe(410);
    const late = await shop.as.technician.send<PairingView>('POST', `/jobs/${job.tag}/pairing`, { station: 'Prove' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 31 * 60_000);
    expect((await shop.nobody.send('POST', `/pairings/${late.body.token}`)).status).toBe(410);
  });
});
