import { expect, test } from '@playwright/test';
import { enter, open, sheet } from '../support/bench';

const CARDS = ['Wick Lighthouse Keepers', 'M. Adebayo-Finch']
  .map(
    (name, n) =>
      `BEGIN:VCARD\r\nVERSION:4.0\r\nFN:${name}\r\nTEL:${n === 0 ? '01555 010 222' : '07700/010311'}\r\nEND:VCARD\r\n`,
  )
  .join('');

test('customers come in from a file, a double becomes one of them, and who has gone is erased', async ({ page }) => {
  await enter(page, 'odo', '/customers');
  await page.getByLabel('vCard file').setInputFiles({
    name: 'people.vcf',
    mimeType: 'text/vcard',
    buffer: Buffer.from(`${CARDS}BEGIN:VCARD\r\nEND:VCARD`),
  });
  const bring = page.getByRole('dialog', { name: 'Bring in customers' });
  await expect(bring.getByText('Card 3: it has no name.')).toBeVisible();
  await bring.getByRole('button', { name: 'Bring in 2' }).click();
  await expect(bring.getByText('1 customer was added.')).toBeVisible();
  await expect(bring.getByRole('link', { name: 'M. Adebayo-Finch' })).toBeVisible();
  await bring.getByRole('button', { name: 'Close' }).click();

  await page.getByLabel('Name or phone number').fill('Wick Light');
  await page.getByRole('row', { name: /Wick Lighthouse/ }).click();
  const [card] = await Promise.all([
    page.waitForEvent('download'),
    sheet(page, 'What is kept of them').getByRole('link', { name: 'As vCard' }).click(),
  ]);
  expect(card.suggestedFilename()).toBe('customer.vcf');
  // Nothing is open of theirs: they may go at once, by their name.
  await page.getByRole('button', { name: 'Erase …' }).click();
  const erase = page.getByRole('dialog', { name: 'Erase Wick Lighthouse Keepers' });
  await expect(erase.getByText('their name and address, on bills too')).toBeVisible();
  await erase.getByLabel(/^Type Wick/).fill('Wick');
  await erase.getByRole('button', { name: 'Erase them' }).click();
  await expect(erase.getByText('Type Wick Lighthouse Keepers to say that it is they.')).toBeVisible();
  await erase.getByLabel(/^Type Wick/).fill('Wick Lighthouse Keepers');
  await erase.getByRole('button', { name: 'Erase them' }).click();
  await expect(page.getByRole('heading', { name: 'erased', level: 1 })).toBeVisible();

  // Whoever has something open is not erased, and says why.
  await open(page, '/customers');
  await page.getByLabel('Name or phone number').fill('Adebayo');
  await page.getByRole('row', { name: /Adebayo/ }).click();
  await page.getByRole('button', { name: 'Erase …' }).click();
  await expect(page.getByText(/jobs are open|A job is open/)).toBeVisible();
  await page.getByRole('button', { name: 'Not now' }).click();
  await page.getByRole('button', { name: 'Is the same as …' }).click();
  const merge = page.getByRole('dialog');
  await merge.getByRole('combobox').first().fill('erased');
  await page.getByRole('option', { name: /^erased/ }).click();
  await merge.getByRole('button', { name: 'They are the same' }).click();
  await expect(merge).toHaveCount(0);
  await open(page, '/customers');
  await page.getByLabel('Name or phone number').fill('erased');
  await expect(page.getByText('Nobody is called like that.')).toBeVisible();
});
