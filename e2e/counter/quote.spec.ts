import { expect, test, type Page } from '@playwright/test';
import { bookIn, enter, gate, open, sheet, signIn, station, typeDay } from '../support/bench';

const openPage = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();

test('the quote is written, accepted by phone, frozen, and held against what changes', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2409/match');
  await expect(page.getByRole('tab', { name: 'Quote' })).toHaveAttribute('aria-selected', 'true');
  await expect(gate(page, 'price agreed')).toHaveAttribute('data-holds', 'false');
  const quote = sheet(page, /^Quote of order/);
  await expect(quote.getByRole('row', { name: /^Work/ })).toContainText('36.00 an hour');
  await page.getByRole('button', { name: 'Write version 1' }).click();
  await expect(quote).toContainText('as in version 1');
  await page.getByLabel('What was said').fill('his wife agreed');
  await page.getByRole('button', { name: 'Accepted by phone' }).click();
  await expect(gate(page, 'price agreed')).toHaveAttribute('data-holds', 'true');
  await expect(sheet(page, 'Versions')).toContainText('accepted by phone');
  await expect(sheet(page, 'Versions')).toContainText('his wife agreed');
  const payments = sheet(page, 'Deposit and payments');
  await payments.getByLabel('Amount').fill('much');
  await expect(payments).toContainText('An amount such as 40.00');
  await payments.getByLabel('Amount').fill('40');
  await payments.getByRole('button', { name: 'Take it' }).click();
  await expect(payments).toContainText('paid €40.00');
  const [paper] = await Promise.all([page.waitForEvent('popup'), page.getByRole('link', { name: 'Print' }).click()]);
  await expect(paper.getByText(/^Quote for order \d+, version 1$/)).toBeVisible();
  await expect(paper.getByText(/^Paid €40.00, due/)).toBeVisible();
  await openPage(page, 'Memory');
  await page.getByRole('radio', { name: /^2 × D4/ }).check();
  await page.getByRole('button', { name: 'Choose and reserve', exact: true }).click();
  await openPage(page, 'Quote');
  await expect(quote).toContainText('changed since it was written');
  await expect(quote).toContainText(/Brinewick D4: €\d+\.\d\d instead of €\d+\.\d\d/);
});

test('the counter asks the customer too, and only looks at the rest', async ({ page }) => {
  await enter(page, 'wren', '/jobs/U-2412/match');
  await expect(page.getByLabel('Only with these words')).toBeDisabled();
  await openPage(page, 'Quote');
  await page.getByRole('button', { name: 'Accepted at the counter' }).click();
  await expect(sheet(page, 'Versions')).toContainText('accepted at the counter');
});

test('a part on order comes late, then comes, and is reserved by its serial', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2414/match');
  const order = sheet(page, 'On order for this job');
  await expect(order).toContainText('Harbour Parts');
  await order.getByRole('button', { name: 'It is late' }).click();
  await typeDay(order, 'Expected now', '2031-03-04');
  await order.getByRole('button', { name: 'Record it' }).click();
  await expect(order).toContainText('expected Tue 4 Mar');
  await order.getByRole('button', { name: 'It came' }).click();
  await order.getByRole('button', { name: 'Record it' }).click();
  await expect(order).toContainText('Scan or type the serial of each piece.');
  await order.getByLabel('Serial on its label').fill('DUS2-E2E-01');
  await order.getByRole('button', { name: 'Record it' }).click();
  await expect(order).toHaveCount(0);
  await expect(sheet(page, 'Facts')).toContainText('DUS2-E2E-01');
});

test('what the shelf lacks is ordered, and the promise moves with it', async ({ page }) => {
  await signIn(page);
  const tag = await bookIn(page, { customer: 'Vera Ordering', model: 'T15-4820', serial: 'T15-ORDER-1' });
  await station(page, 'Assess');
  const old = sheet(page, 'Old drive');
  await old.getByLabel('Serial, from its label').fill('DS1-ORDER-1');
  await old.getByLabel('Maker').fill('Dunlin');
  await old.getByLabel('Model').fill('S1');
  await old.getByLabel('Capacity').fill('500 GB');
  await old.getByRole('button', { name: 'Record the old drive' }).click();
  await expect(old.getByText('read', { exact: true })).toBeVisible();
  const parts = sheet(page, 'Partitions');
  await parts.getByRole('button', { name: 'Usual table' }).click();
  await parts.getByRole('button', { name: 'Record the partitions' }).click();
  await expect(parts.getByText(/\d read/)).toBeVisible();
  await open(page, `/jobs/${tag}/match`);
  await page.getByRole('button', { name: /Dunlin B3 960 GB/ }).click();
  await page.getByRole('button', { name: /^Order Dunlin B3/ }).click();
  const dialog = page.getByRole('dialog', { name: `Order for ${tag}` });
  await dialog.getByLabel('Supplier').fill('Quay Supplies');
  await typeDay(dialog, 'Expected on', '2031-05-06');
  await expect(dialog.getByRole('status')).toContainText(/Ready 6 May 2031/);
  await dialog.getByRole('button', { name: 'Order it' }).click();
  await expect(sheet(page, 'On order for this job')).toContainText('expected Tue 6 May');
  await expect(page.getByText(/promised.*6 May/)).toBeVisible();
});

test('of two who want the last piece at once, one gets it and the other is told', async ({ browser }) => {
  const jobs = ['U-2412', 'U-2413'];
  const pages = await Promise.all(
    jobs.map(async (tag) => {
      const page = await (await browser.newContext()).newPage();
      await enter(page, 'ilse', `/jobs/${tag}/match`);
      await openPage(page, 'Drive');
      await page.getByRole('button', { name: /Kestrin N6 2 TB/ }).click();
      await expect(page.getByRole('button', { name: /^Choose and reserve for/ })).toBeEnabled();
      return page;
    }),
  );
  // Each asks before it can hear of the other: what comes first takes the offer away on the other page.
  const asked: (() => void)[] = [];
  for (const page of pages) {
    await page.route('**/api/v1/jobs/*/drive', async (route) => {
      await new Promise<void>((go) => {
        asked.push(go);
        if (asked.length === pages.length) for (const one of asked) one();
      });
      await route.continue();
    });
  }
  await Promise.all(pages.map((page) => page.getByRole('button', { name: /^Choose and reserve for/ }).click()));
  const told = await Promise.all(
    pages.map(async (page) => {
      const taken = page.getByRole('button', { name: 'Reserved', exact: true });
      const refused = page.getByText('No free Kestrin N6 is left on the shelf. Choose another.');
      await expect(taken.or(refused).first()).toBeVisible();
      return (await refused.count()) > 0 ? 'refused' : 'taken';
    }),
  );
  expect([...told].sort()).toEqual(['refused', 'taken']);
  for (const page of pages) await page.context().close();
});
