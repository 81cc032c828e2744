import { expect, test } from '@playwright/test';
import { enter, scan, sheet } from '../support/bench';
import { faultsOf } from '../support/look';

test('sign-in is accessible, refuses a wrong password and keeps what was typed', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Name').fill('ilse');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Name or password is not right');
  await expect(page.getByLabel('Name')).toHaveValue('ilse');
  expect(await faultsOf(page)).toEqual([]);
  await page.getByRole('button', { name: 'Enter as ilse' }).click();
  await expect(page.getByRole('combobox', { name: 'Scan or find' })).toBeVisible();
});

test('the keys lead everywhere, and a scanned tag or serial opens its job', async ({ page }) => {
  const lettersShown = () =>
    expect(page.getByRole('navigation', { name: 'Views' }).getByText('j', { exact: true })).toBeVisible();
  await enter(page);
  await page.keyboard.press('.', { delay: 90 });
  await lettersShown();
  await page.keyboard.press('j');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox', { name: 'Scan or find' })).toBeFocused();
  await page.keyboard.type('U-2410\n', { delay: 2 });
  await expect(page).toHaveURL(/\/jobs\/U-2410\/plan/);
  await page.keyboard.press('.', { delay: 90 });
  await lettersShown();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/\/jobs\/U-2410\/assess/);
  await scan(page, 'KD7-55Q0-2219');
  await expect(page).toHaveURL(/\/jobs\/U-2411\//);
  await page.getByRole('combobox', { name: 'Scan or find' }).fill('01555 010 114');
  await expect(page.getByRole('option').first()).toContainText('Merrow Sound Ferry Office');
  await page.keyboard.press('Escape');
  await page.getByRole('heading').first().click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
});

test('two keys of a person lead, however busy the page is between them', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/plan');
  await expect(page.getByRole('group', { name: 'Plan', exact: true })).toBeVisible();
  await page.evaluate(() => {
    const press = (key: string) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    press('.');
    // No timer fires and nothing is drawn meanwhile.
    for (const until = performance.now() + 120; performance.now() < until;);
    press('2');
  });
  await expect(page).toHaveURL(/\/jobs\/U-2410\/assess/);
});

test('sizes are given and taken in the transfer map by keyboard', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/plan');
  const system = page.getByRole('button', { name: /^System:/ });
  await system.focus();
  await expect(system).toHaveAccessibleName('System: shrunk, 446 GiB');
  await page.keyboard.press('-');
  await expect(system).toHaveAccessibleName('System: shrunk, 445 GiB');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /^Recovery:/ })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(sheet(page, 'Timetables')).toBeVisible();
  await page.getByLabel('Type “Timetables” to leave it behind').fill('timetables');
  await expect(sheet(page, 'Before this can be copied').getByText('nothing open')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Accept plan' })).toBeEnabled();
});

test('booking by keyboard alone; what is typed survives a reload', async ({ page }) => {
  await enter(page, 'wren');
  await page.keyboard.press('b');
  await expect(page.getByLabel('Customer: name or phone')).toBeFocused();
  await page.keyboard.type('Slipway', { delay: 90 });
  await expect(page.getByRole('option', { name: /Slipway Pottery/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.type('pocket', { delay: 90 });
  await expect(page.getByRole('option', { name: /Pocket 7/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(sheet(page, 'At a glance')).toContainText('M.2, key M');
  await page.reload();
  await expect(page.getByLabel('Customer: name or phone')).toHaveValue('Slipway Pottery');
  await page.getByLabel('Serial of the device').fill('VP7-E2E-77');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('In the customer’s words.')).toBeVisible();
  await page.getByLabel('Complaint, in the customer’s words').fill('Full.');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/jobs\/U-\d+\/book-in/);
});
