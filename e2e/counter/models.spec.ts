import { expect, test } from '@playwright/test';
import { bookIn, enter, open, sheet, signIn, station } from '../support/bench';

test('a model is copied from the nearest, drawn as it is typed, and waits for somebody to look', async ({ page }) => {
  await enter(page, 'ilse', '/models?find=T15');
  await page.getByRole('link', { name: 'Copy T15-4820' }).click();
  const drawing = page.getByRole('group', { name: 'Sites of the device' });
  await expect(drawing).toContainText('nobody has looked yet');
  await page.getByRole('button', { name: 'Add the model' }).click();
  await expect(page.getByRole('alert')).toContainText('name: Needed to tell models apart.');
  await page.getByLabel('Name', { exact: true }).fill('Tern 15 E');
  await page.getByLabel('Model number').fill('T15-E2E');
  await page.getByLabel('Largest drive height, mm').fill('7');
  await expect(drawing).toContainText('up to 7 mm high');
  await page.getByRole('button', { name: 'I have looked: Site A is so' }).click();
  await page.getByLabel('Another site').selectOption('optical');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(drawing).toContainText('optical bay');
  await page.reload();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Tern 15 E');
  await page.getByRole('button', { name: 'Add the model' }).click();
  const row = page.getByRole('row', { name: /T15-E2E/ });
  await expect(row).toContainText('Site A: 2.5 inch bay, SATA 3; up to 7 mm high');
  await expect(row).toContainText(/Site B: .*not confirmed/);
  await row.getByRole('link', { name: 'Ostrel Tern 15 E' }).click();
  await page.getByLabel('Minutes to open it').fill('35');
  await page.getByRole('button', { name: 'Record the model' }).click();
  await expect(row).toBeVisible();
});

test('a drive is added beside the one there, and what was learnt stands at the next booking', async ({ page }) => {
  await signIn(page);
  const tag = await bookIn(page, {
    customer: 'Ned Added',
    model: 'T15-4820',
    serial: 'T15-ADD-1',
    wish: 'added drive',
  });
  await station(page, 'Assess');
  const others = sheet(page, /^Other drives/);
  await others.getByRole('button', { name: 'Another drive' }).click();
  await others.getByLabel('Serial').fill('STAY-E2E-7');
  await others.getByLabel('Maker and model').fill('Dunlin S1');
  await others.getByLabel('Capacity').fill('256 GB');
  await others.getByRole('button', { name: 'Record the other drives' }).click();
  await expect(others.getByRole('button', { name: 'Correct the other drives' })).toBeVisible();
  await open(page, `/jobs/${tag}/match`);
  await expect(page.getByRole('tab', { name: 'Added drive' })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('button', { name: /^Site A/ }).click();
  await page.getByRole('button', { name: /Palewood C1 2 TB/ }).click();
  await page.getByRole('button', { name: 'Choose and reserve for Site A' }).click();
  await expect(page.getByRole('button', { name: 'Reserved', exact: true })).toBeVisible();
  await page.getByLabel('For the next one of this model').fill('The bay needs a 2.5 mm spacer.');
  await page.getByRole('button', { name: 'Write it down' }).click();
  const taught = sheet(page, 'What earlier jobs taught');
  await expect(taught).toContainText('The bay needs a 2.5 mm spacer.');
  await open(page, '/book-in');
  await page.getByLabel('Device model: name or number').fill('T15-4820');
  await page.getByRole('listbox').getByRole('option').first().click();
  await expect(taught).toContainText('The bay needs a 2.5 mm spacer.');
});

test('parts are counted, ordered again below a level, and labelled', async ({ page }) => {
  await enter(page, 'ilse', '/shelf?find=TH-TP-05');
  await page.getByRole('button', { name: 'Count TH-TP-05', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(/^Order again below/).fill('40');
  await dialog.getByLabel('There are').fill('12');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('order again: below 40')).toBeVisible();
  await page.getByLabel('to order again').check();
  await expect(page.getByRole('row', { name: / TH-TP-05 / })).toBeVisible();
  const [label] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('link', { name: 'Label of TH-TP-05', exact: true }).click(),
  ]);
  await expect(label.getByText('TH-TP-05').first()).toBeVisible();
});
