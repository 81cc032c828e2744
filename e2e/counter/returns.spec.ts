import { expect, test } from '@playwright/test';
import { enter, open, sheet } from '../support/bench';

test('a device comes back under guarantee, costs nothing, and what failed is claimed of its supplier', async ({
  page,
}) => {
  await enter(page, 'odo', '/book-in');
  await page.getByLabel('Serial of the device').fill('T17-4930-0307');
  const known = sheet(page, 'Known here');
  await expect(known).toContainText('guaranteed until');
  await known.getByRole('button', { name: 'It is this one' }).click();
  await known.getByRole('button', { name: 'Comes back under guarantee of U-2398' }).click();
  await expect(known).toContainText('It comes back under the guarantee of U-2398: nothing is charged.');
  await page.getByLabel('Complaint, in the customer’s words').fill('It is not seen any more.');
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(page).toHaveURL(/\/jobs\/U-\d+\/book-in$/);
  const tag = /U-\d+/.exec(page.url())?.[0] ?? '';

  await open(page, `/jobs/${tag}/prove`);
  const back = sheet(page, 'Came back under guarantee');
  await expect(back).toContainText('nothing is charged');
  await expect(back).toContainText('EB-R1-');
  const serial = /EB-R1-[\d-]+/.exec(await back.innerText())?.[0] ?? '';
  await back.getByLabel('Serial of the part that failed').fill(serial);
  await back.getByLabel('What was found').fill('not listed, in two ports');
  await back.getByRole('button', { name: 'Note it' }).click();
  await expect(back.getByRole('button', { name: 'Correct it' })).toBeVisible();
  const claims = sheet(page, 'Claimed of the supplier');
  await claims.getByLabel('Supplier').fill('Brightwell Parts');
  await claims.getByLabel('Part', { exact: true }).fill('Ebbtide R1');
  await claims.getByLabel('Its serial').fill(serial);
  await claims.getByRole('button', { name: 'Claim it' }).click();
  await expect(claims).toContainText('of Brightwell Parts, to be sent');

  await open(page, '/money?page=claims');
  await page
    .getByRole('row', { name: new RegExp(tag) })
    .getByText('to be sent')
    .click();
  const claim = page.getByRole('dialog');
  await claim.getByLabel('How it stands').selectOption('replaced');
  await claim.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('row', { name: new RegExp(tag) })).toContainText('replaced');
  // It stands in the record of the part.
  await open(page, '/shelf?find=EB-R1-480-25');
  await page
    .getByRole('row', { name: /Ebbtide R1/ })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toContainText(`${tag} of U-2398: a part of ours failed`);
});
