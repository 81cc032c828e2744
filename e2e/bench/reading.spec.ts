import { expect, test } from '@playwright/test';
import { agree, enter, open, sheet } from '../support/bench';

const PROBE = new URL('../../demo/files/T15-4820-66.probe.json', import.meta.url).pathname;

test('a probe file is dropped, its facts are taken, drive and adapter reserved, kit list and quote printed', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2424/assess');
  const reading = sheet(page, 'Read from a file');
  await reading.getByLabel('File to read').setInputFiles(PROBE);
  await expect(reading.getByText('Ostrel Tern 15, T15-4820-66: this device.')).toBeVisible();
  await expect(reading.getByRole('radio', { name: /^Kestrin D7, 750 GB/ })).toBeChecked();
  await expect(reading.getByRole('listitem').filter({ hasText: /^System/ })).toHaveText(
    'System, 440 GiB, NTFS, 159.9 GiB used; system (it holds the folder Windows)',
  );
  await reading.getByRole('button', { name: 'Take old drive' }).click();
  await expect(sheet(page, 'Old drive').getByLabel('Serial, from its label')).toHaveValue('KD7-66M1-4470');
  await reading.getByRole('button', { name: 'Take all 4' }).click();
  await expect(reading.getByRole('button', { name: /^Take/ })).toHaveCount(0);
  const facts = sheet(page, 'Facts');
  await expect(facts.getByRole('listitem').filter({ hasText: 'GPT, 5 partitions' })).toContainText('probe file');
  await expect(facts.getByRole('listitem').filter({ hasText: 'watch: Reallocated' })).toBeVisible();
  await expect(sheet(page, 'Partitions').getByLabel('Used 3')).toHaveValue('159.9 GiB');
  await open(page, '/jobs/U-2424/match');
  await expect(page.getByRole('main')).toContainText('smallest drive that would do');

  await page.getByRole('button', { name: /Tamarack V 1 TB/ }).click();
  await page.getByRole('button', { name: 'Choose and reserve for Site A' }).click();
  await expect(page.getByText(/^reserved: TA-V/)).toBeVisible();
  await agree(page);
  const printed = async (name: string) => {
    const [paper] = await Promise.all([page.waitForEvent('popup'), page.getByRole('link', { name }).click()]);
    return paper;
  };
  const quote = await printed('Print');
  await expect(quote.getByRole('row', { name: /^Tamarack V 1 TB 1 €65.00 €65.00$/ })).toBeVisible();
  await expect(quote.getByRole('row', { name: /^2.5 inch shell for M.2 SATA 1 €11.00 €11.00$/ })).toBeVisible();
  await expect(quote.getByText(/^Accepted at the counter/)).toBeVisible();
  await page.getByRole('tab', { name: 'Drive' }).click();
  const kit = await printed('Kit list');
  await expect(kit.getByRole('row', { name: /2.5 inch shell for M.2 SATA/ })).toBeVisible();
  await open(page, '/shelf?find=TH-SH-25');
  await expect(
    page
      .getByRole('row', { name: /TH-SH-25/ })
      .getByRole('cell')
      .nth(6),
  ).toHaveText('1');
});

test('a file of another device, and files of no use, are said; what was known stays', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2413/assess');
  const reading = sheet(page, 'Read from a file');
  const drop = (name: string, content: string) =>
    reading
      .getByLabel('File to read')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await reading.getByLabel('File to read').setInputFiles(PROBE);
  await expect(reading.getByText(/The file is of Ostrel Tern 15/)).toBeVisible();
  await expect(reading.getByText('Look twice: the file names another device.')).toBeVisible();
  await drop('cut.json', '{"format":"udrel-probe",\n"version":1,');
  await expect(reading.getByRole('alert')).toContainText('line 2, column 13');
  await drop('letter.txt', 'Dear technician, the notebook is slow.');
  await expect(reading.getByRole('alert')).toContainText('Nothing known was found in this file.');
  await reading.getByRole('button', { name: 'Put the file away' }).click();
  await expect(reading.getByRole('alert')).toHaveCount(0);
});

test('the probe and the shape of its file are served', async ({ request }) => {
  for (const script of ['/udrel-probe.sh', '/udrel-measure.sh']) {
    expect(await (await request.get(script)).text()).toMatch(/^#!\/bin\/sh\n/);
  }
  const schema = (await (await request.get('/api/v1/schemas/probe-file')).json()) as { required: string[] };
  expect(schema.required).toContain('drives');
});

test('figures come from a file into the form; how busy the drive is says whether it is to blame', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2424/assess');
  const form = sheet(page, /^Before:/);
  const choose = (text: string) =>
    form
      .getByLabel('File of figures, before')
      .setInputFiles({ name: 'figures.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await choose('sequentialRead,88\nstartUps,fast\n');
  await expect(form.getByRole('alert')).toContainText('figures.csv: Line 2: startUps is a number');
  await choose(
    'sequentialRead,88\nstartUps,104 99\nstartUps,101\nprogramStarts,21\nbusyShare,96\nconditions,on the charger\n',
  );
  await expect(form.getByLabel('Cold start-ups, seconds')).toHaveValue('104, 99, 101');
  await expect(form.getByLabel('on the charger')).toBeChecked();
  await form.getByRole('button', { name: 'Record “before”' }).click();
  await expect(form.getByText('Busy 96 % of the time: the drive is what makes it slow.')).toBeVisible();
  await expect(form.getByText('measured', { exact: true })).toBeVisible();
});

test('odd drives are named for what they are, each with what would do', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2424/assess');
  const reading = sheet(page, 'Read from a file');
  const odd = new URL('../../demo/files/odd-drives.probe.json', import.meta.url).pathname;
  await reading.getByLabel('File to read').setInputFiles(odd);
  const volume = (name: RegExp) => reading.getByRole('listitem').filter({ hasText: name });
  await expect(volume(/^Windows/)).toContainText('can go: hibernation file 9 MiB');
  await expect(volume(/^Windows/)).toContainText('Windows is hibernated in it');
  await expect(volume(/^shopvg/)).toContainText('holds root 64 MiB, home 128 MiB');
  await expect(volume(/^pair/)).toContainText('One of 2 drives of a btrfs');
  const drive = (name: RegExp) => reading.getByRole('radio', { name });
  await drive(/the probe was started from it/).check();
  await expect(reading.getByText('the whole drive is one volume, NTFS “Windows”')).toHaveCount(2);
  await drive(/4472/).check();
  await expect(reading.getByText(/an Apple partition map of 3 entries/).first()).toBeVisible();
  await drive(/4473/).check();
  await expect(reading.getByText(/written behind another bridge/).first()).toBeVisible();
  await drive(/4474/).check();
  await expect(reading.getByText(/It could not be read: failed to open/)).toBeVisible();
});

test('what can go before the copy makes a smaller drive do, and is asked for in Prepare', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2439/match');
  await expect(page.getByText('smallest drive that would do: 320 GB, 240 GB with what can go')).toBeVisible();
  await page.getByRole('button', { name: 'Clear these away first' }).click();
  await expect(page.getByText(/smallest drive that would do: 240 GB$/)).toBeVisible();
  await page.getByRole('button', { name: /Palewood C1 240 GB/ }).click();
  await page.getByRole('button', { name: /^Choose and reserve/ }).click();
  await expect(page.getByText(/^reserved: PA-C1/)).toBeVisible();
  await agree(page);
  await open(page, '/jobs/U-2439/plan');
  const system = sheet(page, 'System');
  await expect(system.getByLabel(/^hibernation file/)).toBeChecked();
  await system.getByLabel(/^old installations/).uncheck();
  await expect(page.getByText(/^used 192/)).toBeVisible();
  await system.getByLabel(/^old installations/).check();
  await expect(page.getByText(/^used 167/)).toBeVisible();
  await expect(page.getByText('nothing open')).toBeVisible();
  await page.getByRole('tab', { name: 'Route' }).click();
  await page.getByRole('radio', { name: /^new drive in an enclosure started from a boot stick/ }).check();
  await page.getByRole('button', { name: 'Accept plan' }).click();
  await expect(page.getByRole('button', { name: 'Plan accepted' })).toBeVisible();
  await page.getByRole('tab', { name: /^Prepare/ }).click();
  await expect(page.getByText(/^Clear away System: hibernation file 12.8 GiB/)).toBeVisible();
  await page.getByLabel(/What is used now/).fill('168 GiB');
  await page.getByRole('button', { name: /^Seen to: Clear away/ }).click();
  await expect(page.getByText('168 GiB; Ilse', { exact: false })).toBeVisible();
});

test('a berth reads the old drive over all of it; its figures go into the form, and a file of another drive is refused', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2408/assess');
  const reads = sheet(page, 'Read over all of it');
  await reads.getByLabel('For how long').selectOption('15');
  await reads.getByRole('button', { name: 'Read it there' }).click();
  await expect(reads.getByRole('status')).toContainText('The berth reads it');
  await expect(reads.getByRole('img', { name: /^Rates from the beginning of the drive to its end/ })).toBeVisible();
  await expect(reads.getByText('9 places, then 4 KiB QD1, 15 s, at a berth')).toBeVisible();
  await expect(reads.getByRole('status')).toHaveCount(0);
  const form = sheet(page, /^Before:/);
  await form.getByRole('button', { name: /^From its reads: \d/ }).click();
  await expect(form.getByLabel('Sequential read, MB/s')).toHaveValue(/^\d+(\.\d)?$/);
  await expect(form.getByLabel(/^Method/)).toHaveValue('9 places, then 4 KiB QD1, 15 s, at a berth');
  const places = Array.from({ length: 9 }, (_none, n) => ({ offset: n * 1e9, rate: 100, failed: 0 }));
  const drive = { serial: 'KD5-OTHER', bytes: 9e9, seconds: 30, link: '', places, small: null };
  const file = { format: 'udrel-measurement', version: 1, made: '', drives: [drive] };
  await reads.getByLabel('Measurement file, before').setInputFiles({
    name: 'measurement.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await expect(reads.getByRole('alert')).toContainText('it tells of KD5-OTHER, not of');
});
