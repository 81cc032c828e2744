import { expect, test } from '@playwright/test';
import { enter, open, sheet } from '../support/bench';

test('an order is billed, taken back, billed anew and paid later; the till and the book have it', async ({ page }) => {
  await enter(page, 'odo', '/jobs/U-2408/hand-over');
  const bill = sheet(page, 'Bill');
  await bill.getByRole('button', { name: 'Write the bill' }).click();
  const issue = bill.getByRole('button', { name: /^Issue the bill over/ });
  await expect(issue).toContainText('€182.16');
  await bill.getByRole('button', { name: 'Another line' }).click();
  const screws = bill.getByRole('group', { name: 'Line 3' });
  await screws.getByLabel('What').fill('screws M2×3');
  await screws.getByLabel('Count').fill('2');
  await screws.getByLabel('Each').fill('0.4x');
  await expect(bill.getByRole('button', { name: 'Issue the bill' })).toBeDisabled();
  await screws.getByLabel('Each').fill('0.40');
  await bill.getByLabel('What goes off').selectOption('per cent');
  await bill.getByLabel('Per cent').fill('10');
  // 84.00 and 67.80 and 0.80, less a tenth: 137.34; tax 27.47.
  await expect(issue).toContainText('€164.81');
  await issue.click();
  await expect(bill.getByText('Say what for; it stands on the bill.')).toBeVisible();
  await bill.getByLabel('What for').fill('regular customer');
  await bill.getByLabel('Street').fill('Quay 1');
  // What is typed outlives the page.
  await page.reload();
  await expect(bill.getByLabel('Street')).toHaveValue('Quay 1');
  await bill.getByRole('button', { name: /^Issue the bill over/ }).click();
  const issued = bill.getByRole('group', { name: /^Bill 2026-/ }).first();
  await expect(issued).toContainText('€164.81');
  const paper = await page.request.get((await issued.getByRole('link', { name: 'Paper' }).getAttribute('href')) ?? '');
  expect([paper.headers()['content-type'], (await paper.body()).subarray(0, 5).toString()]).toEqual([
    'application/pdf',
    '%PDF-',
  ]);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    issued.getByRole('link', { name: 'Invoice file' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^\d{4}-\d{4}\.xml$/);

  const payments = sheet(page, 'Deposit and payments');
  await payments.getByLabel('Amount taken').fill('64.81');
  await payments.getByLabel('How').selectOption('cash');
  await payments.getByRole('button', { name: 'Take it' }).click();
  await expect(payments.getByRole('link', { name: 'receipt' })).toBeVisible();

  await issued.getByRole('button', { name: 'Take back …' }).click();
  const taking = page.getByRole('dialog', { name: /^Take back bill/ });
  await taking.getByLabel(/^Why/).fill('to the company instead');
  await taking.getByLabel('A corrected bill takes its place').check();
  await taking.getByRole('button', { name: 'Issue the credit note' }).click();
  await expect(bill.getByRole('group', { name: /^Credit note/ })).toContainText('-€164.81');
  await bill.getByRole('button', { name: 'Write the corrected bill' }).click();
  // The address is that of the bill before.
  await expect(bill.getByLabel('Street')).toHaveValue('Quay 1');
  await bill.getByRole('button', { name: /^Issue the bill over/ }).click();
  const corrected = bill.getByRole('group', { name: /^Bill 2026-/ }).nth(1);
  await expect(corrected).toContainText('€182.16');
  await expect(sheet(page, 'Price')).toContainText('€117.35');

  await page.keyboard.type('.y', { delay: 90 });
  await expect(page).toHaveURL(/\/money/);
  await page.getByRole('combobox', { name: 'Payment' }).selectOption('open');
  const row = page.getByRole('row').filter({ hasText: 'U-2408' });
  await expect(row).toHaveCount(1);
  await expect(row).toContainText('€117.35');
  await row.click();
  await expect(page).toHaveURL(/U-2408\/hand-over/);
  await payments.getByLabel('Amount taken').fill('117.35');
  await payments.getByLabel('How').selectOption('cash');
  await payments.getByRole('button', { name: 'Take it' }).click();
  await expect(payments).toContainText('due €0.00');

  await open(page, '/money?page=till');
  const till = sheet(page, 'Count the till');
  await expect(till.getByText('should be in it')).toBeVisible();
  await till.getByLabel('Counted').fill('1');
  await expect(till.getByText(/is missing\.$/)).toBeVisible();
  await till.getByRole('button', { name: 'It was counted' }).click();
  await expect(till.getByText(/say what may have become of the difference/)).toBeVisible();
  await till.getByLabel('What may have become of the difference').fill('taken to the bank by the owner');
  await till.getByRole('button', { name: 'It was counted' }).click();
  await expect(sheet(page, 'Counted')).toContainText('taken to the bank by the owner');
  await open(page, '/money');
  const [book] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save the book' }).click(),
  ]);
  expect(book.suggestedFilename()).toMatch(/^day-book-.*\.csv$/);
});

test('what is overdue of a job that is closed is taken, and taken back, where it was handed over', async ({ page }) => {
  await enter(page, 'odo', '/money?state=overdue');
  await page.getByRole('row').filter({ hasText: 'U-2397' }).click();
  const payments = sheet(page, 'Deposit and payments');
  await payments.getByLabel('Amount taken').fill('100.00');
  await payments.getByRole('button', { name: 'Take it' }).click();
  await expect(payments).toContainText('due €43.76');
  const bill = sheet(page, 'Bill');
  await bill.getByRole('button', { name: 'Take back …' }).click();
  const taking = page.getByRole('dialog', { name: /^Take back bill/ });
  await taking.getByLabel('Amount, tax included').fill('43.76');
  await taking.getByLabel(/^Why/).fill('waited so long for the part');
  await taking.getByRole('button', { name: 'Issue the credit note' }).click();
  await expect(payments).toContainText('due €0.00');
  // What went to the customer is only looked at by now.
  await expect(sheet(page, 'Old drive').getByRole('button', { name: 'Correct it' })).toBeDisabled();
});
