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
  // Until what is known of the key has come, Enter would be another button's.
  const now = backups.getByRole('button', { name: 'Back up now' });
  await expect(now).toBeEnabled();
  await now.press('Enter');
  await expect(backups).toContainText(/1 archive, .* the latest of today/);
  await expect(backups).toContainText('Backed up each night at 02:30');
  const rules = sheet(page, 'When and where to');
  await rules.getByLabel('To the folder').fill('/not/there');
  await rules.getByRole('button', { name: 'Set when and where to' }).click();
  await expect(rules).toContainText('/not/there is not there: make it, or mount its disk.');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'What stays with us' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'The shop is not backed up' })).toBeHidden();
});

test('a bench machine gets a token of its own, for its berths alone, and loses it', async ({ page, playwright }) => {
  await enter(page, 'odo', '/shop?page=keeping');
  const machines = sheet(page, 'Bench machines');
  await machines.getByRole('button', { name: 'Add a machine …' }).press('Enter');
  await page.getByLabel('Name').fill('Rack by the window');
  await page.getByLabel('Berths that it watches').fill('forty');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('Numbers such as 4, 5 or 4-6.');
  await page.getByLabel('Berths that it watches').fill('40-42');
  await page.keyboard.press('Enter');
  const token = (await page.getByRole('status', { name: 'The token' }).innerText()).trim();
  await page.getByRole('button', { name: 'It is kept' }).press('Enter');
  await expect(machines).toContainText('Rack by the window, berths 40, 41, 42, never heard');
  const rack = await playwright.request.newContext({ extraHTTPHeaders: { authorization: `Bearer ${token}` } });
  const hello = async (number: number) => {
    const data = { agent: 'rack', boot: 'b', berths: [{ number, simulated: true, speed: 20 }] };
    return (await rack.post(new URL('/api/v1/agent/hello', page.url()).href, { data })).status();
  };
  expect([await hello(41), await hello(1)]).toEqual([200, 403]);
  await page.reload();
  await expect(machines).toContainText('heard today');
  await machines.getByRole('button', { name: 'End Rack by the window' }).click();
  await machines.getByRole('button', { name: 'End Rack by the window' }).click();
  await expect(machines.getByText('Rack by the window')).toBeHidden();
  await expect.poll(() => hello(41)).toBe(401);
  await rack.dispose();
});

test('a screen that nobody touches is locked; what was typed on it is still there', async ({ page }) => {
  await page.clock.install();
  await enter(page, 'odo', '/shop?page=keeping');
  const kept = sheet(page, 'How long things are kept');
  await kept.getByLabel('Screen locked after, minutes').fill('5');
  await kept.getByRole('button', { name: 'Set how long' }).click();
  await expect(kept).toContainText('Set.');
  // The page counts once it has heard of it, which may be a moment after it was set.
  await page.waitForFunction(() => localStorage.getItem('udrel touched') !== null);
  await kept.getByLabel('Customers after an order, months').fill('24');
  await page.clock.fastForward('04:00');
  await kept.getByLabel('Photographs after the job, months').press('Tab');
  await page.clock.fastForward('04:00');
  await expect(page.getByRole('dialog', { name: 'Locked' })).toBeHidden();
  await page.clock.fastForward('02:00');
  const locked = page.getByRole('dialog', { name: 'Locked' });
  await expect(locked).toBeVisible();
  // It is the server that tells nothing: another tab is as locked.
  expect((await page.request.get('/api/v1/floor')).status()).toBe(401);
  // Keys reach nothing that lies behind it.
  const sent: string[] = [];
  page.on('request', (request) => request.method() !== 'GET' && sent.push(request.url()));
  await locked.getByRole('radio', { name: /Ilse Marrack/ }).focus();
  for (const key of ['Control+Enter', 'b', '.', 'f']) await page.keyboard.press(key);
  await expect(page).toHaveURL(/page=keeping/);
  expect(sent).toEqual([]);
  await locked.getByRole('radio', { name: /by the password/ }).check();
  await locked.getByRole('textbox', { name: 'Password' }).fill('wrong');
  await page.keyboard.press('Enter');
  await expect(locked.getByRole('alert')).toBeVisible();
  await locked.getByRole('textbox', { name: 'Password' }).fill('bench-demo-2');
  await page.keyboard.press('Enter');
  await expect(locked).toBeHidden();
  await expect(kept.getByLabel('Customers after an order, months')).toHaveValue('24');
  await kept.getByLabel('Customers after an order, months').fill('');
  await kept.getByLabel('Screen locked after, minutes').fill('');
  await kept.getByRole('button', { name: 'Set how long' }).click();
  await expect(kept).toContainText('Set.');
  // By hand, from the menu; somebody else takes it by a PIN.
  await page.getByRole('button', { name: 'Odo Penhallow, owner' }).click();
  // By a key: a menu that still grows on a slow machine moves away between press and release of a pointer.
  await page.getByRole('menuitem', { name: 'Lock this screen' }).press('Enter');
  await locked.getByRole('radio', { name: /Ilse Marrack/ }).check();
  await locked.getByRole('textbox', { name: 'PIN' }).fill('4180');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Ilse Marrack, technician' })).toBeVisible();
});
