import { expect, test } from '@playwright/test';
import { bookIn, enter, gate, open, sheet, signIn, station } from '../support/bench';
import { plannedJob } from '../support/jobs';

test('a wrong stamp is taken back: what that means is said first', async ({ page }) => {
  await signIn(page);
  const { tag, drive: serial } = await plannedJob(page, 'T15-E2E-71');
  await open(page, `/jobs/${tag}/match`);
  await page.getByRole('button', { name: 'Take back: Choose and reserve the drive' }).click();
  const dialog = page.getByRole('dialog');
  const means = dialog.getByRole('region', { name: 'What that means' });
  await expect(means).toContainText(`${serial}, goes back to the shelf.`);
  await expect(means).toContainText(/It costs €\d+\.\d\d instead of/);
  await expect(means).toContainText('The accepted plan no longer holds');
  await expect(means).toContainText('“Parts reserved” opens again.');
  await expect(dialog.getByRole('button', { name: 'Take it back' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByText(`reserved: ${serial}`)).toBeVisible();
  await page.getByRole('button', { name: 'Take back: Choose and reserve the drive' }).click();
  await dialog.getByLabel('Reason, kept in the history').fill('meant the larger one');
  await dialog.getByRole('button', { name: 'Take it back' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(gate(page, 'reserved')).toHaveAttribute('data-holds', 'false');
  await expect(sheet(page, 'History')).toContainText(
    /Taken back: Choose and reserve the drive: meant the larger one \(corrects #\d+\)/,
  );
});

test('what was just recorded is said, and taken back from there', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2413/assess');
  await sheet(page, /^Before/)
    .getByLabel('Or why nothing was measured')
    .fill('does not start');
  await sheet(page, /^Before/)
    .getByRole('button', { name: /before/ })
    .click();
  const said = page.getByRole('alert').filter({ hasText: 'U-2413: ' });
  await expect(said).toBeVisible();
  await said.getByRole('button', { name: 'Take back' }).click();
  const dialog = page.getByRole('dialog', { name: /U-2413: take back/ });
  await dialog.getByLabel('Reason, kept in the history').fill('wrong device');
  await dialog.getByRole('button', { name: 'Take it back' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(sheet(page, 'History')).toContainText(/Taken back: .*wrong device/);
  await expect(page).not.toHaveURL(/takeBack/);
});

test('what was booked wrong is corrected: serial, customer, promise; and a station is gone back to', async ({
  page,
}) => {
  await signIn(page);
  const { tag } = await plannedJob(page, 'T15-E2E-72');
  await page.context().clearCookies();
  await enter(page, 'wren', `/jobs/${tag}/book-in`);
  const menu = async (entry: string) => {
    await page.getByRole('button', { name: 'Correct or end …' }).click();
    await page.getByRole('menuitem', { name: entry }).click();
  };
  const dialog = page.getByRole('dialog');
  await menu('Another serial …');
  await dialog.getByLabel('Serial of the device').fill('t15-right-1');
  await expect(dialog).toContainText('Print the tag and the receipt again.');
  await dialog.getByLabel('Reason, kept in the history').fill('read the wrong label');
  await dialog.getByRole('button', { name: 'Correct the serial' }).click();
  await expect(sheet(page, 'As booked in')).toContainText('T15-RIGHT-1');
  await menu('Another customer …');
  await dialog.getByLabel('Customer: name or phone').fill('Slipway');
  await page.getByRole('option', { name: /Slipway Pottery/ }).click();
  await dialog.getByLabel('Reason, kept in the history').fill('wrong name chosen');
  await dialog.getByRole('button', { name: 'Correct the customer' }).click();
  await expect(sheet(page, 'As booked in')).toContainText('Slipway Pottery');
  await page.getByRole('button', { name: 'Correct or end …' }).click();
  await expect(page.getByRole('menuitem', { name: 'Back to this station …' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.context().clearCookies();
  await enter(page, 'ilse', `/jobs/${tag}/assess`);
  await menu('Back to this station …');
  await expect(dialog).toContainText('To do again: Read the old drive and its partitions');
  await dialog.getByLabel('Reason, kept in the history').fill('another drive was in it');
  await dialog.getByRole('button', { name: 'Back to Assess' }).click();
  await expect(sheet(page, /^Old drive$/).getByText('not read yet')).toBeVisible();
});

test('an end without work leads back to an assembled device, returned things and erased secrets', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2422/swap');
  await expect(page.getByText('Ends without work: withdrawn.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'All back, closed' })).toBeDisabled();
  await page.getByLabel('Serial of the drive that is in the device again').fill('PA-C1-NONE');
  await page.getByRole('button', { name: 'It is as it came' }).click();
  await expect(page.getByLabel('Serial of the drive that is in the device again')).toHaveAttribute(
    'aria-invalid',
    'true',
  );
  await page.getByLabel('Serial of the drive that is in the device again').fill('KD5-90C2-1107');
  await page.getByRole('button', { name: 'It is as it came' }).click();
  await page.getByRole('button', { name: 'All back, closed' }).click();
  await station(page, 'Prove');
  await page.getByRole('button', { name: 'It does', exact: true }).click();
  await station(page, 'Hand over');
  await expect(sheet(page, 'Close the job')).toContainText('sleeve from rack B1');
  await page.getByLabel('Name of who signs').fill('M. Adebayo-Finch');
  await page.getByRole('button', { name: 'Signed', exact: true }).click();
  // Looking at it costs what stands on the receipt: said before it is too late to take it.
  await expect(sheet(page, 'Close the job')).toContainText('€18.00 of order');
  await page.getByRole('button', { name: 'Hand over and close' }).click();
  await page.getByRole('button', { name: 'Close with €18.00 open' }).click();
  await expect(page.getByText(/^withdrawn today/)).toBeVisible();
  await open(page, '/');
  await expect(page.getByRole('link', { name: 'U-2422' })).toHaveCount(0);
});

test('a job is declined from the counter, and goes on after all', async ({ page }) => {
  await signIn(page, 'wren');
  const tag = await bookIn(page, { customer: 'Undecided person', model: 'T15-4820', serial: 'T15-E2E-31' });
  await page.getByRole('button', { name: 'Correct or end …' }).click();
  await page.getByRole('menuitem', { name: 'End without work …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('What is left to do: Give everything back and have it signed; Close the job.');
  await dialog.getByLabel('Reason, kept in the history').fill('too dear');
  await dialog.getByRole('button', { name: 'End it so' }).click();
  await expect(page.getByText('Ends without work: declined.')).toBeVisible();
  await page.getByRole('button', { name: 'Correct or end …' }).click();
  await page.getByRole('menuitem', { name: 'Go on after all …' }).click();
  await dialog.getByLabel('Reason, kept in the history').fill('called back');
  await dialog.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByText('Ends without work')).toHaveCount(0);
  await open(page, `/jobs/${tag}`);
  await expect(page).toHaveURL(/\/assess$/);
});

test('a job is put down with its state and taken up by another', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2409/swap');
  await page.getByRole('button', { name: 'Take up' }).click();
  await page.getByRole('button', { name: 'Put down …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('The battery is unplugged').check();
  await dialog.getByLabel('Tried so far').fill('both slots');
  await page.reload();
  await page.getByRole('button', { name: 'Put down …' }).click();
  await expect(dialog.getByLabel('Tried so far')).toHaveValue('both slots');
  await dialog.getByLabel('Next', { exact: true }).fill('the other pair');
  await dialog.getByRole('button', { name: 'Put down' }).click();
  await expect(page.getByText(/by Ilse Marrack, today/).first()).toContainText(
    'battery off; tried so far: both slots; next: the other pair',
  );
  await open(page, '/');
  await expect(page.getByRole('listitem').filter({ hasText: 'U-2409' }).first()).toContainText(
    'put down by Ilse Marrack: the other pair',
  );
  await page.context().clearCookies();
  await enter(page, 'odo', '/jobs/U-2409/swap');
  await page.getByRole('button', { name: 'Take up' }).click();
  await expect(page.getByText(/by Ilse Marrack, today/)).toHaveCount(0);
});
