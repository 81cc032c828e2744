import { expect, test } from '@playwright/test';
import { bookIn, enter, gate, handsOf, open, scan, sheet, signIn, station } from '../support/bench';
import { plannedJob } from '../support/jobs';

test('two people in one job see each other’s work, and the Floor follows', async ({ page, browser }) => {
  await signIn(page);
  const tag = await bookIn(page, { customer: 'Two at once', model: 'VF12-09', serial: 'VF12-E2E-41' });
  const other = await (await browser.newContext({ locale: 'en-GB' })).newPage();
  await enter(other, 'odo', `/jobs/${tag}/book-in`);
  await expect(sheet(other, 'History')).toContainText('Booked in');
  await page.getByLabel('Note', { exact: true }).fill('Customer called');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(sheet(other, 'History')).toContainText('Note: Customer called');
  await open(other, '/');
  const row = await handsOf(other, tag);
  await page.getByRole('button', { name: 'Take up' }).click();
  await expect(row).toContainText('in hand: Ilse Marrack');
});

test('a scan is recognised outside a field and in one, and never taken for shortcuts', async ({ page }) => {
  await enter(page, 'ilse', '/jobs');
  // Its letters are shortcuts: b books in, n goes to the note, p prints.
  await scan(page, 'nbp-b.j/');
  await expect(page).toHaveURL(/\/jobs$/);
  await expect(page.getByRole('combobox', { name: 'Scan or find' })).toHaveValue('nbp-b.j/');
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Jobs' }).click();
  // A radio scanner hesitates once.
  await scan(page, 'U-2412', { late: { 4: 180 } });
  await expect(page).toHaveURL(/\/jobs\/U-2412\//);
  await page.getByLabel('Note', { exact: true }).fill('half a sentence');
  await page.getByLabel('Note', { exact: true }).focus();
  await scan(page, 'U-2411');
  await expect(page).toHaveURL(/\/jobs\/U-2411\//);
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('');
  // Back at a job that was open a moment ago: what was typed at each stays with it.
  await page.getByLabel('Note', { exact: true }).fill('of the other');
  await scan(page, 'U-2412');
  await expect(page).toHaveURL(/\/jobs\/U-2412\//);
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('half a sentence');
  await scan(page, 'U-2411');
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('of the other');
});

test('a scanned serial is the identity check; a label and then a place put a thing there', async ({ page }) => {
  await signIn(page);
  const { tag, old, drive } = await plannedJob(page, 'T15-E2E-73');
  await open(page, `/jobs/${tag}/copy`);
  await expect(sheet(page, 'Which drive is which')).toBeVisible();
  await page.getByRole('heading', { level: 1 }).click();
  await scan(page, old);
  await expect(gate(page, 'identified')).not.toContainText('The old drive');
  await scan(page, drive);
  await expect(gate(page, 'identified')).toHaveAttribute('data-holds', 'true');
  await scan(page, 'U-2419-0');
  await expect(page).toHaveURL(/\/jobs\/U-2419\/book-in\?belonging=0/);
  await expect(page.getByText('scan a place to put it there')).toBeVisible();
  await scan(page, 'RACK B2');
  await expect(sheet(page, 'Here for this job').getByLabel('Place of the device')).toHaveValue('rack B2');
});

test('on a shared tablet another person is switched to by PIN; the screen stays', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2412/assess');
  await page.getByRole('button', { name: 'Ilse Marrack, technician' }).click();
  await page.getByRole('menuitem', { name: 'Switch person …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('Odo Penhallow')).toHaveCount(0);
  await dialog.getByRole('radio', { name: /Tamsin Hoad/ }).check();
  await dialog.getByLabel('PIN').fill('0000');
  await dialog.getByRole('button', { name: 'Switch', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('The PIN is not right.');
  await dialog.getByLabel('PIN').fill('6031');
  await dialog.getByRole('button', { name: 'Switch', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Tamsin Hoad, technician' })).toBeVisible();
  await expect(page).toHaveURL(/\/jobs\/U-2412\/assess/);
});

test('bench size makes everything that is touched 48 px high', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2407/swap');
  await page.getByRole('button', { name: 'Ilse Marrack, technician' }).click();
  await page.getByRole('menuitem', { name: 'Bench size, 48 px' }).click();
  await station(page, 'Swap');
  for (const target of await page.getByRole('main').getByRole('button').all()) {
    const box = await target.boundingBox();
    const name = await target.evaluate((one) => one.getAttribute('aria-label') ?? one.textContent);
    expect(box?.height, name).toBeGreaterThanOrEqual(48);
    expect(box?.width, name).toBeGreaterThanOrEqual(48);
  }
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(1280);
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bench', 'on');
});

test('the owner sees who signed in and what was looked at; signing out everywhere ends other pages', async ({
  page,
  browser,
}) => {
  await enter(page, 'odo', '/shop?page=keeping');
  await expect(sheet(page, 'Audit')).toContainText('Signed in');
  await expect(sheet(page, 'Audit')).toContainText('Ended without work: declined');
  const other = await (await browser.newContext({ locale: 'en-GB' })).newPage();
  await enter(other, 'odo');
  await page.getByRole('tab', { name: 'Account' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'Sign out everywhere else' }).click();
  await expect(other.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Shop' })).toBeVisible();
});
