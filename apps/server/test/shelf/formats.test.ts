import { writeAmountsAs } from '@udrel/core/money';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { AuditPage, JobView, SessionView } from '@udrel/contract/types';
import { bookJob, stockUp } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
const FORMATS = { locale: 'de-DE', currency: 'CHF', timeZone: 'Europe/Zurich', paper: 'A4' };
let tag = '';

beforeAll(async () => {
  ({ tag } = await bookJob(shop.as.counter, await stockUp(shop), { price: 129_000 }));
});
// How amounts are written is one for the process, which other files share.
afterAll(() => writeAmountsAs());

const set = (over: object) => shop.as.owner.send('PUT', '/shop/formats', { ...FORMATS, ...over });

it('is said by the owner, told to everybody, and followed by what was worked out before', async () => {
  await shop.as.counter.get<JobView>(`/jobs/${tag}`);
  expect((await set({})).status).toBe(200);
  expect((await shop.nobody.get<SessionView>('/session')).body.formats).toEqual(FORMATS);
  const pay = { amount: 129_000, how: 'card', moreThanDue: true };
  const { order } = (await shop.as.counter.get<JobView>(`/jobs/${tag}`)).body;
  await shop.as.counter.send('POST', `/orders/${order}/payments`, pay);
  const { history } = (await shop.as.counter.get<JobView>(`/jobs/${tag}`)).body;
  expect(history[0]?.sentence).toBe('Taken: 1.290,00\u00a0CHF, card');
  const { rows } = (await shop.as.owner.get<AuditPage>('/audit')).body;
  expect(rows.some(({ sentence }) => sentence.startsWith('Formats set: de-DE, CHF, Europe/Zurich'))).toBe(true);
});

it.each([
  [{ timeZone: 'Mars/Base' }, 'timeZone'],
  [{ currency: 'ZZZ' }, 'currency'],
  [{ locale: 'tlh' }, 'locale'],
  [{ paper: 'A3' }, 'paper'],
])('refuses %j at its field', async (over, field) => {
  const { status, body } = await set(over);
  expect(status).toBe(422);
  expect((body as { problems: { field: string }[] }).problems[0]?.field).toBe(field);
});
