import { expect, test } from '@playwright/test';
import type { DiaryView, JobView, NightView } from '../../packages/contract/src/types';
import { enter, handsOf, open, sheet, typeDay } from '../support/bench';

/** A day of the calendar so many days later. */
const later = (day: string, days: number) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

test('a Monday: who does what next, a visit that is moved once it is seen what that does, and a night that is loaded', async ({
  page,
}) => {
  await enter(page, 'ilse');
  // Not everything is for now: each row says by when it must be begun.
  const list = page.getByRole('list', { name: 'Hands next' });
  await expect(page.getByText(/^\d+ now, \d+ later/)).toBeVisible();
  await page.getByLabel('Whose hands').selectOption('by person');
  await expect(page).toHaveURL(/hands=people/);
  await expect(list.getByRole('heading', { name: 'Ilse Marrack' })).toBeVisible();
  await page.getByLabel('Whose hands').selectOption('for me');
  await expect(list.getByRole('heading')).toHaveCount(0);
  const first = list.getByRole('button', { name: /^Take up U-/ }).first();
  const tag = /U-\d+/.exec((await first.getAttribute('aria-label')) ?? '')?.[0] ?? '';
  await first.click();
  await expect(await handsOf(page, tag)).toContainText('in hand: Ilse Marrack');
  await expect(page.getByRole('button', { name: `Take up ${tag}` })).toHaveCount(0);

  const { visits } = (await (await page.request.get('/api/v1/diary?days=14')).json()) as DiaryView;
  const visit = visits.find(({ customer }) => customer === 'R. Osterholm');
  await open(page, `/diary?from=${visit?.at.slice(0, 10)}`);
  const comes = page.getByRole('button', { name: /^B-\d+ R. Osterholm comes/ });
  await comes.focus();
  await page.keyboard.press('Space');
  // Arrows move it once it is taken up.
  await expect(page.getByText(/^Picked up draggable item/)).toBeAttached();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  // What it does is said before it is put down.
  const effect = page.getByRole('status').filter({ hasText: 'from' });
  await expect(effect).toContainText(/ready .* to /);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Put it back' })).toBeVisible();
  const moved = async () =>
    ((await (await page.request.get('/api/v1/diary?days=14')).json()) as DiaryView).visits.find(
      ({ id }) => id === visit?.id,
    )?.at;
  await expect.poll(moved).toBe(new Date(Date.parse(visit?.at ?? '') + 30 * 60_000).toISOString());
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect.poll(moved).toBe(visit?.at);

  // One more is agreed, with what promising it does.
  await page.getByRole('button', { name: 'Agree a visit' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Customer').fill('School choir');
  await dialog.getByLabel('memory', { exact: true }).check();
  await expect(dialog.getByRole('status')).toContainText('nine times in ten');
  await dialog.getByRole('button', { name: 'Agree it' }).click();
  await expect(dialog).toBeHidden();

  // Who comes is booked in with what was agreed.
  await open(page, `/diary?from=${visit?.at.slice(0, 10)}`);
  await comes.click();
  await page.getByRole('button', { name: 'Came: book in' }).click();
  await expect(page).toHaveURL(/\/book-in$/);
  await expect(page.getByLabel('Customer: name or phone')).toHaveValue('R. Osterholm');
  await page.getByText('Clear', { exact: true }).click();

  await open(page, '/before-closing');
  const night = (await (await page.request.get('/api/v1/schedule/before-closing')).json()) as NightView;
  expect(night.begin.length).toBeGreaterThan(0);
  const begin = sheet(page, 'Begin before closing');
  for (const { tag: job, berth } of night.begin) {
    const row = begin.getByRole('row', { name: new RegExp(job) });
    if (berth !== null) await expect(row).toContainText(`berth ${berth}`);
  }
  const berths = night.begin.flatMap(({ berth }) => berth ?? []);
  expect(new Set(berths).size).toBe(berths.length);
  await expect(sheet(page, 'In the morning')).toContainText('ends');

  // What goes as planned is begun with one press, at the berth that stands there.
  const goes = night.begin.find(({ now }) => now?.berth);
  expect(goes?.now?.berth).toBe(goes?.berth);
  await begin.getByRole('button', { name: `Copy of ${goes?.tag} has begun at berth ${goes?.berth}` }).click();
  await expect(begin.getByRole('row', { name: new RegExp(goes?.tag ?? '-') })).toBeHidden();
  await open(page, `/jobs/${goes?.tag}/copy`);
  await expect(sheet(page, /is running$/)).toContainText(`berth ${goes?.berth}`);
});

test('a copy goes through a lead that fell to USB 2 before: its record says so where it is chosen', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2405/match?page=for-the-copy');
  await expect(page.getByText(/enclosure for NVMe cards/).first()).toBeVisible();
  await open(page, '/jobs/U-2405/copy');
  const through = page.getByRole('combobox', { name: 'Goes through' });
  await expect(page.getByRole('button', { name: 'Lowtide enclosure for NVMe cards' })).toBeVisible();
  await through.click();
  await page.keyboard.type('L2', { delay: 90 });
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^L2 .*fell to USB 2 in 2: better another one$/)).toBeVisible();
  await page.getByRole('button', { name: 'L2', exact: true }).press('Backspace');
  await through.click();
  // Typed, and gone on from: it is not lost.
  await page.keyboard.type('L7', { delay: 90 });
  await page.getByLabel('What was changed since the attempt that failed').fill('another lead');
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await expect(sheet(page, /is running$/)).toContainText('Lowtide boot stick 1, L7');
});

test('the end of a month: one order, a part that is late, a delivery that is scanned, days off, and the figures', async ({
  page,
}) => {
  await enter(page, 'odo', '/to-order');
  await sheet(page, 'Supplier not known').getByRole('button', { name: 'Order it …' }).click();
  const ordering = page.getByRole('dialog');
  await ordering.getByLabel('Supplier').fill('Chandlery Parts');
  // What they do not have is left out; what is no number is told at its field.
  const part = ordering.getByRole('checkbox').first();
  await part.uncheck();
  await ordering.getByRole('button', { name: 'It is ordered' }).click();
  await expect(ordering).toContainText('Nothing is ordered so.');
  await part.check();
  const shelf = ordering.getByLabel(/for the shelf$/).first();
  const short = await shelf.inputValue();
  await shelf.fill('two');
  await ordering.getByRole('button', { name: 'It is ordered' }).click();
  await expect(ordering).toContainText('A whole number of pieces');
  await shelf.fill(short);
  await ordering.getByRole('button', { name: 'It is ordered' }).click();
  await expect(ordering).toBeHidden();
  await expect(page.getByRole('region', { name: /^Chandlery Parts, order/ })).toContainText('to come');

  const late = page.getByRole('region', { name: /^Harbour Parts, order/ });
  const promised = async () =>
    ((await (await page.request.get('/api/v1/jobs/U-2414')).json()) as JobView).promisedAt ?? '';
  const before = await promised();
  const day = later(before.slice(0, 10), 5);
  await late.getByRole('button', { name: 'Comes later …' }).click();
  const dialog = page.getByRole('dialog');
  await typeDay(dialog, 'Expected now', day);
  await expect(dialog).toContainText('instead of');
  await dialog.getByRole('button', { name: 'It comes later' }).click();
  await expect(dialog).toBeHidden();
  await expect.poll(promised).not.toBe(before);
  expect((await promised()) > `${day}T`).toBe(true);

  await late.getByRole('button', { name: 'Came …' }).click();
  const scan = page.getByRole('dialog').getByLabel('Scan: number of a part, or a serial');
  for (const text of ['DU-S2-1000-30', 'DU-S2-9901', 'DU-S2-9901']) {
    await scan.fill(text);
    await scan.press('Enter');
  }
  await expect(page.getByRole('dialog').getByRole('status')).toContainText('was scanned already');
  await page.getByRole('dialog').getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(late).not.toContainText('U-2414');
  const job = (await (await page.request.get('/api/v1/jobs/U-2414')).json()) as JobView;
  expect(job.snapshot.facts['new drive choice']?.serial).toBe('DU-S2-9901');

  await open(page, '/shop?page=staff');
  await page.getByRole('button', { name: 'Hours of Wren Tally' }).click();
  const hours = page.getByRole('dialog');
  await hours.getByLabel('works at the bench').check();
  await hours.getByRole('button', { name: 'Set the hours' }).click();
  await expect(hours).toBeHidden();
  await expect(sheet(page, 'At the bench')).toContainText('Wren Tally, does everything');
  await page.getByRole('button', { name: 'Hours of Wren Tally' }).click();
  await hours.getByLabel('works at the bench').uncheck();
  await hours.getByRole('button', { name: 'Set the hours' }).click();
  await expect(sheet(page, 'At the bench')).toContainText('Wren Tally, not at the bench');

  await open(page, '/yardsticks');
  await expect(sheet(page, 'By kind of job').getByRole('row', { name: /^all of it/ })).toContainText(/of \d+ jobs$/);
  await expect(page.getByRole('img', { name: /^Turnaround/ })).toBeVisible();
  const file = page.waitForEvent('download');
  await page.getByRole('link', { name: 'As CSV' }).click();
  expect((await file).suggestedFilename()).toBe('yardsticks.csv');
  await open(page, '/yardsticks?from=2020-01&until=2020-02');
  await expect(page.getByText('No job was closed in these months.')).toBeVisible();
});
