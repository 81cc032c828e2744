import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { enter, sheet } from '../support/bench';

test('candidates are left out by words and ticks, and up to three stand side by side', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2425/match');
  const row = (name: RegExp) => page.getByRole('button', { name });
  await expect(row(/no: /).first()).toBeVisible();
  await page.getByLabel('fits', { exact: true }).check();
  await expect(row(/no: /)).toHaveCount(0);
  await expect(row(/none on the shelf/).first()).toBeVisible();
  await page.getByLabel('on the shelf').check();
  await expect(row(/none on the shelf/)).toHaveCount(0);
  await page.getByLabel('on the shelf').uncheck();
  await page.getByLabel('Only with these words').fill('palewood 2.5');
  await expect(row(/Dunlin/)).toHaveCount(0);
  for (const name of [/C1 480 GB/, /C1 1 TB/]) {
    await row(name).click();
    await page.getByRole('button', { name: 'Compare' }).click();
  }
  const compared = sheet(page, 'Side by side');
  // In the order of the list, which follows the shelf.
  await expect(compared.getByRole('row', { name: /^Capacity/ })).toHaveText(/^Capacity(480 GB1 TB|1 TB480 GB)$/);
  await expect(compared.getByRole('row', { name: /^Link/ })).toContainText('SATA 2: 51 % of its rating');
  await compared.getByRole('button', { name: 'Take out' }).first().click();
  await compared.getByRole('button', { name: 'Take out' }).click();
  await expect(compared).toHaveCount(0);
});

test('what fits only after an alteration waits for the customer’s consent', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2425/match');
  await page.getByLabel('Only with these words').fill('archive');
  await page.getByRole('button', { name: /Archive/ }).click();
  await expect(page.getByText('cut the rib in the floor of the bay: cannot be undone')).toBeVisible();
  const reserve = page.getByRole('button', { name: 'Choose and reserve for Site A' });
  await expect(reserve).toBeDisabled();
  await page.getByRole('button', { name: 'The customer agrees to the alteration' }).click();
  await reserve.click();
  await expect(page.getByRole('button', { name: 'Reserved' })).toBeVisible();
  await expect(sheet(page, 'Facts')).toContainText('the device may be altered for good');
});

test('other places of a device say why nothing sits there, or what lets it', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2425/match');
  await page.getByRole('tab', { name: 'Drive' }).click();
  const first = page.getByRole('main').locator('button[aria-pressed]').first();
  await page.getByRole('button', { name: /^Site B/ }).click();
  await page.getByLabel('Only with these words').fill('mini card');
  await expect(first).toContainText('the slot has no SATA lines');
  await page.getByRole('button', { name: /^Site C/ }).click();
  await page.getByLabel('Only with these words').fill('tamarack 500');
  await expect(first).toContainText('2.5 inch shell for M.2 SATA, optical bay caddy 12.7 mm');
  await page.getByRole('button', { name: /^Site D/ }).click();
  await page.getByLabel('Only with these words').fill('m.2');
  await expect(first).toContainText('key');
});

test('parts are brought in from a file: first what it would do, then all of it or nothing', async ({ page }) => {
  await enter(page, 'ilse', '/shelf');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Parts file' }).click(),
  ]);
  const exported = readFileSync(await file.path(), 'utf8');
  const [head = '', first = ''] = exported.split('\n');
  const bring = (name: string, text: string) =>
    page.getByLabel('Parts file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await bring('broken.csv', 'partNumber,kind\nX-1');
  await expect(page.getByRole('alert')).toContainText('Line 2 has another number of columns');
  const line = 'TH-SC-E2E;small part;Thimble;screw M3×3;0.30';
  await bring(
    'screws.csv',
    `partNumber;kind;maker;name;price\n${line}\nTH-SC-E3E;small part;Thimble;screw M3×4;cheap\n`,
  );
  const dialog = page.getByRole('dialog', { name: 'Bring in parts' });
  await expect(dialog.getByRole('row', { name: /TH-SC-E3E/ })).toContainText('price');
  await expect(dialog.getByRole('button', { name: /^Take/ })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await bring('screws.csv', `partNumber;kind;maker;name;price\n${line}\n`);
  await expect(dialog).toContainText('0 wrong, 1 new, 0 changed, 0 as it is.');
  await dialog.getByRole('button', { name: 'Take 1' }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByLabel('Part, number or serial').fill('TH-SC-E2E');
  await expect(page.getByRole('row', { name: /TH-SC-E2E/ })).toContainText('0.30');
  await bring('again.csv', `${head}\n${first}\n`);
  await expect(dialog).toContainText('1 as it is');
  await expect(dialog.getByRole('button', { name: 'Nothing to take' })).toBeDisabled();
});

test('what is reserved makes a kit list to be printed', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2410/match');
  const [paper] = await Promise.all([page.waitForEvent('popup'), page.getByRole('link', { name: 'Kit list' }).click()]);
  await expect(paper.getByRole('heading', { name: 'Kit list U-2410' })).toBeVisible();
  await expect(paper.getByRole('row', { name: /driver for M2.5/ })).toBeVisible();
  await expect(paper.getByText('berth that takes SATA').first()).toBeVisible();
  await expect(paper.getByRole('row', { name: /tray field for stage 1/ })).toContainText('10 × base screw');
});

test('what was measured at a site of a model is recorded for every device of it', async ({ page }) => {
  await enter(page, 'ilse', '/models?find=PH27');
  await expect(page.getByText('height not measured')).toBeVisible();
  await page.getByRole('button', { name: 'Correct Site B of PH27-1140' }).click();
  const dialog = page.getByRole('dialog', { name: /^Site B of/ });
  await dialog.getByLabel('Room above the board, mm').fill('tall');
  await dialog.getByRole('button', { name: 'Record the site' }).click();
  await expect(dialog.getByText('Type millimetres, or leave it empty when not measured.')).toBeVisible();
  await dialog.getByLabel('Room above the board, mm').fill('3,1');
  await dialog.getByRole('button', { name: 'Record the site' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText('3.1 mm above the board')).toBeVisible();
});

/** The SMBIOS table of a made-up portable with one M.2 slot, packed as a probe file has it. */
const PORTABLE =
  '1f8b08000000000002036394666460646266c0023c12732a138b521802524b8a5273140c8d183c020c8d740d0c0c0c191898' +
  '45991918b830f4700a7232308a7321cc0b0e7631646010d41044a851e0656064906260c8c2d4eee2e9ebabe0c8c050cf520fe40200495f75859c000000';

test('a model is made from a probe file; its sites wait until somebody has looked', async ({ page }) => {
  await enter(page, 'ilse', '/models');
  const probe = JSON.parse(
    readFileSync(new URL('../../demo/files/T15-4820-66.probe.json', import.meta.url), 'utf8'),
  ) as object;
  const choose = (file: object) =>
    page
      .getByLabel('Probe file of the device')
      .setInputFiles({ name: 'p.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  await choose(probe);
  await expect(page.getByRole('alert')).toContainText('There is a model with the code T15-4820 already.');
  await choose({ ...probe, device: {} });
  await expect(page.getByText('The file does not name its device')).toBeVisible();
  await choose({ ...probe, device: { smbios: PORTABLE } });
  const row = page.getByRole('row', { name: /Halyard Petrel 12/ });
  await expect(row).toContainText('not confirmed');
  await row.getByRole('button', { name: /^Correct Site B/ }).click();
  await page.getByLabel('Largest drive height, mm').fill('9.5');
  await page.getByRole('button', { name: 'Record the site' }).click();
  await expect(row).toContainText('Site B: 2.5 inch bay, SATA 2; up to 9.5 mm high');
});
