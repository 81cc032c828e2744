import { expect, test, type Page } from '@playwright/test';
import { enter, open, sheet } from '../support/bench';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** Nothing of the page is wider than the phone. */
async function fits(page: Page, what: string): Promise<void> {
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width, what).toBeLessThanOrEqual(390);
}

test('on a phone: signed in, found, counted, paid and printed without scrolling sideways', async ({ page }) => {
  await open(page, '/');
  await fits(page, 'sign-in');
  await page.getByLabel('Name').fill('ilse');
  await page.getByLabel('Password').fill('bench-demo-1');
  await page.getByRole('button', { name: 'Sign in', exact: true }).tap();
  await expect(page.getByRole('heading', { name: 'Hands next' })).toBeVisible();
  await fits(page, 'the Floor');
  await page.getByRole('combobox', { name: 'Scan or find' }).fill('U-2407');
  await page.getByRole('option').first().tap();
  await expect(page).toHaveURL(/\/jobs\/U-2407\//);
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: /^Swap/ }).tap();
  const items = sheet(page, 'Strip-down sheet');
  const back = items.getByRole('button', { name: /^One more: base screw M2.5×6 back/ });
  const count = back.locator('xpath=preceding-sibling::b');
  await expect(count).toBeVisible();
  const before = Number(await count.textContent());
  await back.tap();
  await expect(count).toHaveText(String(before + 1));
  await items.getByRole('button', { name: /^One less: base screw M2.5×6 back/ }).tap();
  await expect(count).toHaveText(String(before));
  await fits(page, 'the strip-down sheet');
  for (const station of ['book-in', 'assess', 'match', 'plan', 'copy', 'prove', 'hand-over']) {
    await open(page, `/jobs/U-2408/${station}`);
    await expect(page.getByRole('region', { name: 'Steps here' })).toBeVisible();
    await fits(page, station);
  }
  for (const path of ['/jobs?all=yes', '/book-in', '/print/receipt/U-2408', '/print/document/U-2401']) {
    await open(page, path);
    await expect(
      page
        .getByRole('heading')
        .or(page.getByRole('button', { name: 'Print' }))
        .first(),
    ).toBeVisible();
    await fits(page, path);
  }
  await page.getByRole('navigation', { name: 'Views' }).waitFor({ state: 'detached' });
});

test('at 200 % the bench keeps its words, and a text without blanks widens nothing', async ({ page }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await enter(page, 'ilse', '/jobs/U-2419/assess');
  await page.getByLabel('Note', { exact: true }).fill('x'.repeat(600));
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(sheet(page, 'History')).toContainText('x'.repeat(600));
  const wide = await page.evaluate(() =>
    [...document.querySelectorAll('body *')]
      .filter((one) => one.getBoundingClientRect().right > window.innerWidth + 1)
      .map((one) => `${one.tagName} ${one.className} ${one.textContent?.slice(0, 30)}`),
  );
  expect(wide).toEqual([]);
});
