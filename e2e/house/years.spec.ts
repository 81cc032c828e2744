import { expect, test } from '@playwright/test';
import { addBulk, BULK_BASE } from '../../scripts/bench/bulk.mjs';
import { enter } from '../support/bench';

const JOBS = 100_000;

// The last of all paths: what it adds stands in every list after it.
test('a list of 100,000 jobs is scrolled, sorted and counted; only what is in sight is drawn', async ({ page }) => {
  await addBulk(process.env['UDREL_E2E_DATABASE'], 0, JOBS);
  await enter(page, 'ilse', '/jobs?all=yes');
  await expect(page.getByRole('status').filter({ hasText: 'jobs' })).toHaveText('more than 100,000 jobs');
  const rows = page.locator('tr[data-index]');
  const newest = `U-${BULK_BASE + JOBS - 1}`;
  await expect(rows.first()).toContainText(newest);
  await rows.first().focus();
  await page.keyboard.press('ArrowDown');
  await expect(rows.nth(1)).toBeFocused();
  // Page after page comes as its end comes near.
  const last = () => rows.last().evaluate((row) => Number((row as HTMLElement).dataset['index']));
  await expect
    .poll(
      async () => {
        await page.keyboard.press('End');
        return last();
      },
      { intervals: [100] },
    )
    .toBeGreaterThan(1500);
  const drawn = await rows.evaluateAll((all) => all.map((row) => [row.getAttribute('data-index'), row.textContent]));
  expect(drawn.length).toBeLessThan(90);
  for (const [index, text] of drawn) expect(text).toContain(`U-${BULK_BASE + JOBS - 1 - Number(index)}`);
  await page.keyboard.press('Home');
  await expect(page.locator('tr[data-index="0"]')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`/jobs/${newest}/`));
  await page.goBack();
  await page.getByRole('button', { name: 'Promised' }).click();
  await expect(page).toHaveURL(/sort=promised&way=up/);
  await page.getByLabel('Customer, device, tag or serial').fill('Customer 77');
  await expect(page.getByRole('status').filter({ hasText: 'jobs' })).not.toContainText('more than');
  await expect(rows.first()).toContainText('Customer 77');
});
