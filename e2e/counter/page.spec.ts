import { expect, test } from '@playwright/test';
import { enter, open, sheet } from '../support/bench';

test('a quote goes by mail, is accepted on a phone, billed, taken back in part and paid later', async ({
  page,
  browser,
  request,
}) => {
  await enter(page, 'odo', '/messages?find=U-2458');
  const standIn = (await page.getByRole('link', { name: /stand-in/ }).getAttribute('href')) ?? '';
  await page
    .getByRole('row', { name: /Gannet Point/ })
    .getByText('to look at')
    .click();
  const message = page.getByRole('dialog');
  await message.getByLabel('Mail address').fill('nowhere');
  await message.getByRole('button', { name: 'Send it' }).click();
  await expect(message.getByText('A mail address.')).toBeVisible();
  await message.getByLabel('Mail address').fill('log@gannetpoint.example');
  await message.getByRole('button', { name: 'Send it' }).click();
  await expect(message).toHaveCount(0);
  // It comes in at the other end, with the address of their page.
  const arrived = async () => {
    const all = (await (await request.get(`${standIn}/received`)).json()) as { to: string; text: string }[];
    return all.find(({ to, text }) => to === 'log@gannetpoint.example' && text.includes('129.24'))?.text ?? '';
  };
  await expect.poll(arrived).toContain('/c/');
  const path = /\/c\/[\w-]+/.exec(await arrived())?.[0] ?? '';

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, javaScriptEnabled: false });
  const theirs = await phone.newPage();
  let bytes = 0;
  theirs.on('response', async (response) => (bytes += (await response.request().sizes()).responseBodySize));
  const origin = new URL(page.url()).origin;
  await theirs.goto(`${origin}${path}`);
  await expect(theirs.getByRole('heading', { name: /Ostrel Tern 15/ })).toBeVisible();
  await expect.poll(() => bytes).toBeGreaterThan(0);
  expect(bytes).toBeLessThan(60_000);
  await theirs.getByLabel('Your name').fill('T. Gannet');
  await theirs.getByRole('button', { name: /^Yes, do it for €129.24/ }).click();
  await expect(theirs.getByText('It was accepted.')).toBeVisible();

  await open(page, '/jobs/U-2458/hand-over');
  await expect(sheet(page, 'What the customer knows')).toContainText('accepted quote 1, by T. Gannet');
  await expect(sheet(page, 'Price')).toContainText('€129.24, quote 1');
  const bill = sheet(page, 'Bill');
  await bill.getByRole('button', { name: 'Write the bill' }).click();
  await bill.getByRole('button', { name: 'Issue the bill over €129.24' }).click();
  const issued = bill.getByRole('group', { name: /^Bill 2026-/ });
  await issued.getByRole('button', { name: 'Take back …' }).click();
  const taking = page.getByRole('dialog', { name: /^Take back bill/ });
  await taking.getByLabel(/^Amount/).fill('29.24');
  await taking.getByLabel(/^Why/).fill('longer than promised');
  await taking.getByRole('button', { name: 'Issue the credit note' }).click();
  await expect(bill.getByRole('group', { name: /^Credit note/ })).toContainText('-€29.24');
  const payments = sheet(page, 'Deposit and payments');
  await payments.getByLabel('Amount taken').fill('100.00');
  await payments.getByLabel('How').selectOption('transfer');
  await payments.getByRole('button', { name: 'Take it' }).click();
  await expect(payments.getByRole('link', { name: 'receipt' })).toBeVisible();

  // Their papers are on their page, and nothing of anybody else.
  await theirs.reload();
  await expect(theirs.getByText('Nothing is left to be paid.')).toBeVisible();
  const paper = theirs.getByRole('link', { name: /^Bill 2026-/ });
  const pdf = await phone.request.get(`${origin}${await paper.getAttribute('href')}`);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  // It is ended at the counter.
  await sheet(page, 'What the customer knows').getByRole('button', { name: 'End it' }).click();
  await expect(page.getByText('They have no page of their own yet.')).toBeVisible();
  await theirs.reload();
  await expect(theirs.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
  await phone.close();
});
