import { expect, test } from '@playwright/test';
import { enter, open, sheet, station } from '../support/bench';

test('one page takes everything down: two wishes, own drive, secret, marks, two devices; all of it stays over a reload', async ({
  page,
}) => {
  await enter(page, 'wren', '/book-in');
  await page.getByLabel('Customer: name or phone').fill('Skerrin Lifeboat Crew');
  await page.getByLabel('Device model: name or number').fill('T15-4820');
  await page.getByRole('listbox').getByRole('option').first().click();
  await page.getByLabel('Serial of the device').fill('T15-E2E-61');
  await page.getByRole('button', { name: 'And more memory' }).click();
  await page.getByLabel('Memory in all, at least').fill('12');
  await page.getByLabel('Complaint, in the customer’s words').fill('Log book takes an age.');
  await page.getByLabel('The customer’s own backup').selectOption('has no backup');
  await page.getByLabel('What is irreplaceable on it').fill('log since 1988');
  await page.getByLabel(/^Outline, top/).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Remove mark 1' })).toBeVisible();
  await page.getByRole('button', { name: 'The customer brings a drive' }).click();
  await page.getByLabel('Its serial').fill('own-e2e-61');
  await page.getByLabel('Its maker').fill('Palewood');
  await page.getByLabel('Its capacity').fill('500 GB');
  await page.getByRole('button', { name: 'A password is needed' }).click();
  await page.getByLabel('Secret: what it opens').fill('start-up password');
  await page.getByLabel('The secret itself').fill('kittiwake-61');
  await page.getByLabel('the device may be opened').check();
  await page.reload();
  await expect(page.getByLabel('What is irreplaceable on it')).toHaveValue('log since 1988');
  await expect(page.getByLabel('Its serial')).toHaveValue('own-e2e-61');
  await expect(page.getByLabel('The secret itself')).toHaveValue('');
  await open(page, '/jobs');
  await page.getByRole('button', { name: '1 begun' }).click();
  await page.getByRole('menuitem', { name: 'Booking' }).click();
  await page.getByLabel('The secret itself').fill('kittiwake-61');
  await page.getByRole('button', { name: 'Another device' }).click();
  await page.getByLabel('Device model: name or number').fill('Oystercatcher');
  await expect(page.getByRole('option', { name: 'Not in the library: book it by its name' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByLabel('Maker', { exact: true }).fill('Ostrel');
  await page.getByLabel('Serial of the device').fill('OYS-1');
  await page.getByLabel('Complaint, in the customer’s words').fill('Full.');
  await page.getByRole('button', { name: 'Book in' }).click();
  await page.waitForURL(/\/jobs\/U-\d+\/book-in/);
  const booked = sheet(page, 'As booked in');
  await expect(booked).toContainText('has no backup; irreplaceable: log since 1988');
  await expect(booked).toContainText('OWN-E2E-61, must not be overwritten');
  await expect(booked.getByRole('img', { name: 'Outline, top: 1 scratch' })).toBeVisible();
  await expect(sheet(page, 'Secrets')).toContainText('shown 0 times');
  await expect(sheet(page, 'Secrets').getByRole('button', { name: 'Show' })).toHaveCount(0);
  await booked.getByRole('link', { name: /^U-/ }).click();
  await station(page, 'Book in');
  await expect(sheet(page, 'As booked in')).toContainText('Ostrel Oystercatcher, STUB-');
  await station(page, 'Assess');
  await expect(sheet(page, 'The model is only a name')).toBeVisible();
});

test('a stub is given its model, and the job goes on', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2420/assess');
  await sheet(page, 'The model is only a name').getByRole('link', { name: 'Describe it as a copy' }).first().click();
  await expect(page.getByRole('heading', { name: 'Describe a model' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Sites of the device' })).toContainText('nobody has looked yet');
  await open(page, '/jobs/U-2420/assess');
  await sheet(page, 'The model is only a name').getByRole('button', { name: 'Choose the model' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Device model: name or number').fill('VP7');
  await page.getByRole('option', { name: /Pocket 7/ }).click();
  await expect(dialog).toContainText('The strip-down sheet is laid out anew');
  await dialog.getByLabel('Reason, kept in the history').fill('same thing, sold twice');
  await dialog.getByRole('button', { name: 'Correct the model' }).click();
  await expect(sheet(page, /^Old drive$/)).toBeVisible();
});

test('the drive that the customer brought is a target only by their word, and stays theirs', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2418/match');
  await page.getByRole('button', { name: /the customer’s own/ }).click();
  await page.getByRole('button', { name: 'Choose theirs for Site A' }).click();
  await expect(page.getByText('reserved: PWC1-OWN-0044')).toBeVisible();
  await expect(sheet(page, 'Facts')).toContainText('drive choicePalewood C1, 500 GB, PWC1-OWN-0044');
  await page.getByRole('button', { name: 'Take back: Choose and reserve the drive' }).click();
  await expect(page.getByRole('dialog')).toContainText('PWC1-OWN-0044, goes back to the customer.');
  await page.getByRole('button', { name: 'Leave it' }).click();
});

test('a secret is shown to who has the job in hand, and each showing is in the history', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2418/book-in');
  const secrets = sheet(page, 'Secrets');
  await secrets.getByRole('button', { name: 'Show' }).first().click();
  await expect(secrets.getByRole('alert')).toContainText('Take the job up first');
  await page.getByRole('button', { name: 'Take up' }).click();
  await expect(page.getByRole('button', { name: 'Put down …' })).toBeVisible();
  await secrets.getByRole('button', { name: 'Show' }).first().click();
  await expect(secrets).toContainText('skerrin/2009');
  await expect(sheet(page, 'History')).toContainText('Secret shown: notebook archive');
  await secrets.getByRole('button', { name: 'Hide' }).click();
  await expect(secrets).not.toContainText('skerrin/2009');
  await open(page, '/jobs/U-2421/book-in');
  await expect(sheet(page, 'Secrets')).toContainText('erased');
  await expect(sheet(page, 'Secrets').getByRole('button')).toHaveCount(0);
});

test('a device that was here before is known by its serial, with its guarantee', async ({ page }) => {
  await enter(page, 'wren', '/jobs/U-2417/book-in');
  await expect(sheet(page, 'Earlier jobs on this device')).toContainText('Dunlin B3');
  await expect(sheet(page, 'Earlier jobs on this device')).toContainText('guaranteed until');
  await open(page, '/book-in');
  await page.getByLabel('Serial of the device').fill('cl14-8830-55');
  await sheet(page, 'Known here').getByRole('button', { name: 'It is this one' }).click();
  await expect(page.getByLabel('Customer: name or phone')).toHaveValue('Saint Bride School Choir');
  await expect(page.getByLabel('Device model: name or number')).toHaveValue(/CL14-B/);
});

test('the counter looks at the work of the bench and does not do it', async ({ page }) => {
  await enter(page, 'wren', '/jobs/U-2412/match');
  await expect(page.getByText('This is work of the bench')).toBeVisible();
  await expect(page.getByRole('button', { name: /Choose and reserve/ })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Take up' })).toHaveCount(0);
  await station(page, 'Assess');
  await expect(page.getByRole('button', { name: /the health$/ })).toBeDisabled();
  await open(page, '/models');
  await expect(page.getByText('Bring in a model file')).toHaveCount(0);
  await open(page, '/shop?page=keeping');
  await expect(sheet(page, 'Audit')).toHaveCount(0);
  await expect(sheet(page, 'Who may do what')).toContainText('counter, you');
});

test('Enter never takes a model that was found for an earlier text', async ({ page }) => {
  await enter(page, 'wren', '/book-in');
  const model = page.getByRole('combobox', { name: 'Device model: name or number' });
  await model.click();
  await expect(page.getByRole('listbox').getByRole('option').first()).toBeVisible();
  await page.route('**/models?find=T15*', async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await model.fill('T15-4820');
  await model.press('Enter');
  await expect(model).toHaveValue('T15-4820');
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /Tern 15/ })
    .click();
  await expect(model).toHaveValue('Ostrel Tern 15, T15-4820');
});
