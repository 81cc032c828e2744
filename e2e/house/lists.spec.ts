import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { enter, open, typeDay } from '../support/bench';

/** What is in the file that a press brings. */
async function fileOf(page: Page): Promise<string[]> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'All as CSV' }).click(),
  ]);
  return (await readFile(await download.path(), 'utf8')).trim().split('\n');
}

const firstRow = (page: Page) => page.getByRole('table').getByRole('row').nth(1);

test('the shelf is sorted, filtered, counted, sent as a file, and a part is looked at by keyboard', async ({
  page,
  browser,
}) => {
  await enter(page, 'ilse', '/shelf');
  const status = page.getByRole('status').filter({ hasText: /parts?$/ });
  await page.getByLabel('Kind').selectOption('drive');
  const counted = page.waitForResponse(/counts\/parts\?.*there=yes/);
  await page.getByLabel('on the shelf').check();
  await counted;
  await expect(firstRow(page)).toContainText('drive');
  await expect(status).not.toHaveText('counting …');
  const count = Number((await status.innerText()).split(' ')[0]);
  await page.getByRole('button', { name: 'Price' }).click();
  await page.getByRole('button', { name: 'Price' }).click();
  await expect(page).toHaveURL(/kind=drive.*there=yes.*sort=price&way=down/);
  // The address is there before what is shown follows it.
  await expect(page.getByRole('link', { name: 'All as CSV' })).toHaveAttribute('href', /way=down/);
  const lines = await fileOf(page);
  expect(lines).toHaveLength(count + 1);
  const prices = lines.slice(1).map((line) => Number(line.split(',')[4]));
  expect(prices).toEqual([...prices].sort((a, b) => b - a));
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Place' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: 'Place' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Kept filters' }).click();
  await page.getByLabel('Keep this filter as').fill('dear drives');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'No filter' }).click();
  await expect(page.getByLabel('Kind')).toHaveValue('');
  await page.getByRole('button', { name: 'Kept filters' }).click();
  await page.getByRole('menuitem', { name: 'dear drives' }).click();
  await expect(page.getByRole('button', { name: 'Filter: dear drives' })).toBeVisible();
  // It is kept at the account: another browser has it too.
  const other = await (await browser.newContext({ locale: 'en-GB' })).newPage();
  await enter(other, 'ilse', '/shelf');
  await other.getByRole('button', { name: 'Kept filters' }).click();
  await expect(other.getByRole('menuitem', { name: 'dear drives' })).toBeVisible();
  await other.context().close();
  await expect(status).toContainText(`${count} parts`);
  await firstRow(page).focus();
  await page.keyboard.press('ArrowDown');
  const second = page.getByRole('table').getByRole('row').nth(2);
  await expect(second).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('on the shelf');
});

test('what is typed into a filter stays as it was typed, however fast', async ({ page }) => {
  await enter(page, 'ilse', '/jobs');
  const field = page.getByLabel('Customer, device, tag or serial');
  await field.click();
  // As fast as it is not taken for a scanner.
  await page.keyboard.type('Merrow Sound Ferry Office', { delay: 75 });
  await expect(field).toHaveValue('Merrow Sound Ferry Office');
  await page.keyboard.press('Home');
  await page.keyboard.type('xyz', { delay: 75 });
  await expect(field).toHaveValue('xyzMerrow Sound Ferry Office');
});

test('models are filtered by what is in them, and one opens from its row', async ({ page }) => {
  await enter(page, 'ilse', '/models');
  await page.getByLabel('Memory').selectOption('DDR5');
  await expect(firstRow(page)).toContainText('DDR5');
  await page.getByLabel('to be described').check();
  await expect(page.getByText('No model is like that.')).toBeVisible();
  await page.getByLabel('to be described').uncheck();
  await firstRow(page).press('Enter');
  await expect(page).toHaveURL(/\/models\/[0-9a-f-]{36}/);
});

test('an owner looks back at a group of days; a history is read as a list', async ({ page }) => {
  await enter(page, 'odo', '/shop?page=keeping');
  await page.getByRole('link', { name: 'All of it' }).click();
  await page.getByLabel('About').selectOption('gates');
  const jobs = page.getByRole('table').getByRole('link');
  await expect(jobs.first()).toHaveText(/U-\d+/);
  await typeDay(page, 'From', '2031-01-01');
  await expect(page.getByText('Nothing of that is noted.')).toBeVisible();
  await expect(page).toHaveURL(/from=2031-01-01/);
  await page.getByRole('button', { name: 'No filter' }).click();
  await open(page, '/jobs/U-2408');
  await page.getByRole('link', { name: /^\d+ entries$/ }).click();
  await expect(page).toHaveTitle('U-2408 history, Udrel');
  const entries = Number((await page.getByRole('status').filter({ hasText: 'entries' }).innerText()).split(' ')[0]);
  expect(await fileOf(page)).toHaveLength(entries + 1);
  await page.getByRole('button', { name: 'No.' }).click();
  await expect(firstRow(page)).toContainText('Booked in');
  await firstRow(page).press('Enter');
  await expect(page.getByRole('dialog')).toContainText('Entry 1 of U-2408');
  await page.keyboard.press('Escape');

  // What was read for the owner is not there for whoever signs in next at the same screen.
  await open(page, '/shop/audit');
  await expect(page.getByRole('table').getByRole('link').first()).toHaveText(/U-\d+/);
  await page.getByRole('button', { name: 'Odo Penhallow, owner' }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).press('Enter');
  await page.getByLabel('Name').fill('wren');
  await page.getByLabel('Password').fill('bench-demo-3');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('As counter you may not do this. Ask: owner.').first()).toBeVisible();
  await expect(page.getByRole('table')).toHaveCount(0);
});
