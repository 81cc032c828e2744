import { expect, test } from '@playwright/test';
import { enter, sheet } from '../support/bench';

test('the owner makes the key for backups, keeps it, and has the shop backed up', async ({ page }) => {
  await enter(page, 'odo');
  await expect(page.getByRole('heading', { name: 'The shop is not backed up' })).toBeVisible();
  await page.getByRole('link', { name: 'Make the key' }).press('Enter');
  const backups = sheet(page, 'Backups');
  await expect(backups).toContainText('Nothing is backed up');
  await expect(backups.getByRole('button', { name: 'Back up now' })).toBeDisabled();
  await backups.getByRole('button', { name: 'Make the key …' }).press('Enter');
  const dialog = page.getByRole('dialog');
  const key = dialog.getByRole('status', { name: 'The key' });
  await expect(key).toHaveText(/^AGE-SECRET-KEY-1\S{58}$/);
  // Nothing of what opens archives is sent.
  const sent: string[] = [];
  page.on('request', (request) => sent.push(request.postData() ?? ''));
  const file = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save it as a file' }).click();
  expect((await file).suggestedFilename()).toBe('backup-key.txt');
  await dialog.getByLabel(/^Its last 6 letters/).fill('WRONG1');
  await expect(dialog.getByRole('button', { name: 'Use this key' })).toBeDisabled();
  await dialog.getByLabel(/^Its last 6 letters/).fill((await key.innerText()).trim().slice(-6).toLowerCase());
  await page.keyboard.press('Enter');
  await expect(dialog).toBeHidden();
  expect(sent.join()).toContain('age1');
  expect(sent.join()).not.toContain('AGE-SECRET-KEY');
  await backups.getByRole('button', { name: 'Back up now' }).press('Enter');
  await expect(backups).toContainText(/1 archive, .* the latest of today/, { timeout: 30_000 });
  await expect(backups).toContainText('Backed up each night at 02:30');
  const rules = sheet(page, 'When and where to');
  await rules.getByLabel('To the folder').fill('/not/there');
  await rules.getByRole('button', { name: 'Set when and where to' }).click();
  await expect(rules).toContainText('/not/there is not there: make it, or mount its disk.');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'What stays with us' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The shop is not backed up' })).toBeHidden();
});
