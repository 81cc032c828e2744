import { expect, test } from '@playwright/test';
import { bookIn, enter, gate, open, sheet, signIn, station } from '../support/bench';

test('without a connection notes, ticks, measurements and screws are kept, survive a dead tab, and are sent later', async ({
  page,
  context,
}) => {
  await enter(page, 'ilse', '/jobs/U-2406/prove');
  await context.setOffline(true);
  await page.locator('#note').fill('Heard a click at start-up');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('No connection')).toBeVisible();
  await expect(sheet(page, 'History')).toContainText('Heard a click at start-up');
  await expect(sheet(page, 'History')).toContainText('kept here');
  await page.getByLabel('The old drive is not attached').check();
  await page.getByRole('button', { name: 'It started' }).click();
  await expect(page.getByText('It started without the old drive.')).toBeVisible();
  await expect(page.getByRole('button', { name: '2 kept' })).toBeVisible();
  await page.getByRole('button', { name: 'Take up' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be kept for later' })).toBeVisible();
  await page.close();
  await context.setOffline(false);
  const again = await context.newPage();
  // The server carries both out, and its answer is lost: they come again.
  let lost = 0;
  await again.route('**/jobs/U-2406/kept', async (route) => {
    if (lost++ > 0) return route.continue();
    await route.fetch();
    return route.abort();
  });
  await again.goto('/jobs/U-2406/prove');
  await expect(gate(again, 'started')).toHaveAttribute('data-holds', 'true');
  await expect(again.getByRole('button', { name: /kept$/ })).toHaveCount(0);
  await expect(sheet(again, 'History').getByText(/Heard a click at start-up/)).toHaveCount(1);
  expect(lost).toBeGreaterThan(1);
});

test('a change to the same thing meanwhile is a conflict with both states side by side; to another thing it is not', async ({
  page,
  context,
  browser,
}) => {
  await signIn(page);
  const tag = await bookIn(page, { customer: 'Conflict tester', model: 'T15-4820', serial: 'T15-E2E-55' });
  const other = await (await browser.newContext({ locale: 'en-GB' })).newPage();
  await enter(other, 'odo', `/jobs/${tag}/assess`);
  await open(page, `/jobs/${tag}/assess`);
  const before = (who: typeof page) => sheet(who, /^Before:/);
  await expect(before(page)).toBeVisible();
  await context.setOffline(true);
  await before(page).getByLabel('Or why nothing was measured').fill('does not start');
  await before(page)
    .getByRole('button', { name: /before/ })
    .click();
  await expect(page.getByRole('button', { name: '1 kept' })).toBeVisible();
  await other.getByLabel('Note', { exact: true }).fill('asked for the charger');
  await other.getByRole('button', { name: 'Add' }).click();
  await before(other).getByLabel('Sequential read, MB/s').fill('92');
  await before(other)
    .getByRole('button', { name: /before/ })
    .click();
  await expect(sheet(other, 'Facts')).toContainText('read 92 MB/s');
  await context.setOffline(false);
  await page.getByRole('button', { name: '1 to settle' }).click();
  const both = page.getByRole('dialog', { name: 'Kept in this browser' });
  await expect(both).toContainText('Yoursnot measured: does not start');
  await expect(both).toContainText('As it stands now, by Odo Penhallowread 92 MB/s');
  await both.getByRole('button', { name: 'Leave theirs' }).click();
  await expect(both).toContainText('Everything has been sent.');
  await both.getByRole('button', { name: 'Close' }).click();
  await expect(sheet(page, 'Facts')).toContainText('read 92 MB/s');
  await context.setOffline(true);
  await page.getByLabel('Note', { exact: true }).fill('mine');
  await page.getByRole('button', { name: 'Add' }).click();
  await other.getByLabel('Note', { exact: true }).fill('theirs');
  await other.getByRole('button', { name: 'Add' }).click();
  await context.setOffline(false);
  await expect(sheet(other, 'History')).toContainText('Note: mine');
  await expect(page.getByRole('button', { name: /to settle|kept$/ })).toHaveCount(0);
});

test('screws counted without a connection stay counted', async ({ page, context }) => {
  await enter(page, 'ilse', '/jobs/U-2407/swap');
  await station(page, 'Swap');
  const row = page.getByRole('row', { name: /base screw M2\.5×6/ });
  const more = row.getByRole('button', { name: /^One more: .* back$/ });
  await context.setOffline(true);
  await more.click();
  await expect(page.getByText('No connection')).toBeVisible();
  await more.click();
  await expect(page.getByRole('button', { name: '2 kept' })).toBeVisible();
  await expect(row.getByText('2', { exact: true }).last()).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole('button', { name: /kept$/ })).toHaveCount(0);
  await page.reload();
  await expect(row.getByText('2', { exact: true }).last()).toBeVisible();
});
