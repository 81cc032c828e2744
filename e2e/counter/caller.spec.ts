import { expect, test } from '@playwright/test';
import { enter, sheet } from '../support/bench';

test('a phone number opens what to say to who calls; what was said is kept, and they are found by another number', async ({
  page,
}) => {
  await enter(page, 'wren');
  const find = page.getByRole('combobox', { name: 'Scan or find' });
  await find.fill('+44 (0)1555 010100');
  await find.press('Enter');
  await expect(page).toHaveTitle(/^Harbourmaster’s Office/);
  const order = page.getByRole('region', { name: /^Order 1227/ });
  await expect(order).toContainText('We cannot go on without your word.');
  await expect(order).toContainText(/Our question It comes to €[\d.]+, tax included: shall we do it\?/);
  await expect(order).toContainText('so far: parts are still to be chosen');
  await expect(sheet(page, 'Lies here')).toContainText('docking cable');

  const said = sheet(page, 'What was said');
  await said.getByLabel('In a line').fill('will call back at four');
  await page.reload();
  await expect(said.getByLabel('In a line')).toHaveValue('will call back at four');
  await said.getByLabel('About').selectOption('U-2428');
  await said.getByLabel('In a line').press('Enter');
  await expect(said.getByText('will call back at four')).toBeVisible();
  await expect(said.getByLabel('In a line')).toHaveValue('');

  const details = sheet(page, 'How they are called and reached');
  await details.getByLabel('Further numbers').fill('07700 010 555, 07700 010 556');
  await details.getByLabel('Country, two letters').fill('Ireland');
  await details.getByRole('button', { name: 'Note it' }).click();
  await expect(details.getByLabel('Country, two letters')).toHaveAttribute('aria-invalid', 'true');
  await details.getByLabel('Country, two letters').fill('ie');
  await details.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('01555 010 100, 07700 010 555, 07700 010 556')).toBeVisible();
  await find.fill('07700010556');
  await expect(page.getByRole('listbox', { name: 'Found' })).toContainText('Harbourmaster’s Office');
  await find.press('Escape');

  await page.getByRole('link', { name: 'U-2428' }).first().click();
  await page.getByRole('link', { name: /^Harbourmaster’s Office/ }).click();
  await expect(page).toHaveTitle(/^Harbourmaster’s Office/);
});
