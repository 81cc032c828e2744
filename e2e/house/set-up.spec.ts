import { rmSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { dataFolder } from '../support/folder';
import { press, tabTo, type } from '../support/keys';
import { start } from '../support/start';

test('an empty shop is set up by keyboard, from the code on the console to the first job booked', async ({ page }) => {
  const folder = dataFolder();
  const port = await freePort(0);
  const shop = start({ UDREL_DATA: folder, PORT: String(port), UDREL_DEMO: '0' });
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  const field = (label: string | RegExp) => page.getByLabel(label, { exact: typeof label === 'string' });
  const at = async (title: string) => {
    await expect(page.locator('[aria-current=step]')).toContainText(title);
    await expect(page.locator('#step-title')).toBeFocused();
  };
  const group = (name: string) => page.getByRole('group', { name, exact: true });
  /** Goes on to the next step, which says that this one was set. */
  const next = async (title: string, state = 'set') => {
    await expect(page.getByText(new RegExp(`of 17, ${state}$`))).toBeVisible();
    await press(page, button(`Next: ${title}`));
    await at(title);
  };
  try {
    await expect.poll(shop.printed, { timeout: 120_000 }).toMatch(/Code to make the owner's account: \S+/);
    await expect.poll(shop.printed, { timeout: 120_000 }).toContain('Udrel is running');
    await page.goto(`http://127.0.0.1:${port}/`);
    await type(page, field('Code from the console'), 'wrong');
    await type(page, field('Your name'), 'Mabel Tarn');
    await type(page, field('Sign-in name'), 'mabel');
    await type(page, field(/^Password/), 'a long password');
    await press(page, button('Make the account'));
    await expect(page.getByRole('alert')).toContainText('The code is not right');
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await type(page, field('Code from the console'), /account: (\S+)/.exec(shop.printed())?.[1] ?? '');
    await page.keyboard.press('Enter');

    await at('Name');
    await expect(page.getByText('17 steps are open.')).toBeVisible();
    await type(page, field('Name of the shop'), 'Tarn and Daughter');
    await press(page, button('Call it so'));
    await next('Address and tax');
    await type(page, field('Street'), 'Mill Lane 4');
    await type(page, field('Town'), 'Lower Fell');
    await type(page, field('Country, two letters'), 'IE');
    await press(page, button('Set what stands on bills'));
    await next('Picture');
    const chosen = page.waitForEvent('filechooser');
    await press(page, button('Choose a picture …'));
    await (await chosen).setFiles(new URL('../../demo/files/logo.svg', import.meta.url).pathname);
    await next('Currency, figures, time');
    await tabTo(page, field('Currency'));
    await page.keyboard.type('EUR');
    await press(page, button('Write so'));
    await next('Rates');
    await type(page, field('Work, an hour'), '42');
    await type(page, field('Tax, per cent'), '23');
    await press(page, button('Set the rates'));
    await next('Hours and holidays');
    await type(page, group('Monday').getByLabel('From'), '09:00');
    await type(page, group('Monday').getByLabel('Until'), '17:00');
    await press(page, button('Set the hours'));
    await next('People');
    await type(page, field('Name'), 'Perran Tarn');
    await type(page, field('Signs in as'), 'perran');
    await type(page, field(/^First password/), 'another password');
    await press(page, button('Make the account'));
    await next('Bench and berths');
    await press(page, button('Leave it for later'));
    await at('Places');
    await type(page, field('Add places'), 'rack 1 to 3, safe');
    await press(page, button('Add them'));
    await expect(button(/rack 2 free/)).toBeVisible();
    await next('Label printers');
    await press(page, button('A label printer'));
    await type(page, field('Printer'), 'at the counter');
    await type(page, field('Width, mm'), '50');
    await type(page, field('Height, mm'), '25');
    await press(page, button('Set the label printers'));
    await next('Guarantee and papers');
    await type(page, field('Its terms'), 'Wear is not covered.');
    await press(page, button('Set what stands on papers'));
    await next('Consents');
    await type(page, field('Asked besides, one a line'), 'what nobody fetches in a year may go');
    await press(page, button('Set what they agree to'));
    await next('Messages');
    await press(page, button('Leave it for later'));
    await at('What is looked at');
    await press(page, button('Fill in what is usual'));
    await press(page, button('Set what is looked at'));
    await next('Suppliers');
    await press(page, button('A supplier'));
    await type(page, field('Supplier'), 'Fell Wholesale');
    await press(page, button('Set the suppliers'));
    await next('Parts');
    await type(page, field('Price of 2.5 inch SATA SSD, 480 GB'), '39');
    await press(page, button(/^Take \d+ into the library/));
    await next('Backups');
    await press(page, button('Make the key …'));
    const key = page.getByRole('status', { name: 'The key' });
    await expect(key).toContainText('AGE-SECRET-KEY');
    await page.keyboard.type(((await key.textContent()) ?? '').slice(-6), { delay: 90 });
    await press(page, button('Use this key'));
    await expect(page.getByText('17 of 17, set')).toBeVisible();
    await press(page, button('Book the first device'));

    await expect(field('Customer: name or phone')).toBeFocused();
    await page.keyboard.type('Ida Thrale', { delay: 90 });
    await type(page, field('Device model: name or number'), 'Tern 15');
    await expect(page.getByRole('option', { name: 'Not in the library: book it by its name' })).toBeVisible();
    await page.keyboard.press('Enter');
    await type(page, field('Maker'), 'Ostrel');
    await type(page, field('Serial of the device'), 'T15-0001');
    await type(page, field('Put at'), 'rack 2');
    await type(page, field('Complaint, in the customer’s words'), 'It is full.');
    await press(page, page.getByRole('checkbox', { name: 'what nobody fetches in a year may go' }), 'Space');
    await page.keyboard.press('Control+Enter');
    await expect(page).toHaveURL(/\/jobs\/U-\d+\/book-in/);
    await expect(page.getByRole('region', { name: 'As booked in' })).toContainText(
      'what nobody fetches in a year may go',
    );

    const tag = /U-\d+/.exec(page.url())?.[0] ?? '';
    await page.goto(`http://127.0.0.1:${port}/print/receipt/${tag}`);
    await expect(page.getByRole('heading', { name: 'Tarn and Daughter' })).toBeVisible();
    await expect(page.locator('header img[alt=""]')).toHaveJSProperty('complete', true);
    expect(
      await page.locator('header img[alt=""]').evaluate((image: HTMLImageElement) => image.naturalWidth),
    ).toBeGreaterThan(9);
    await page.goto(`http://127.0.0.1:${port}/print/tag/${tag}`);
    await expect(page.getByText('For “at the counter”, 50 × 25 mm')).toBeVisible();
    await page.goto(`http://127.0.0.1:${port}/`);
    await expect(page.getByRole('link', { name: tag })).toBeVisible();
    await expect(page.getByText('The shop is not set up yet')).toHaveCount(0);
  } finally {
    shop.child.kill('SIGINT');
    await shop.ended;
    rmSync(folder, { recursive: true, force: true });
  }
});
