import { expect, test } from '@playwright/test';
import {
  agree,
  bookIn,
  callForHands,
  gate,
  measure,
  open,
  prepare,
  proveAndHandOver,
  readBack,
  sheet,
  signIn,
  station,
} from '../support/bench';

test('a new drive from the counter to the signature', async ({ page }) => {
  await signIn(page);
  const tag = await bookIn(page, { customer: 'Lantern Cove Library', model: 'T15-4820', serial: 'T15-E2E-01' });
  await expect(page.getByText('Lantern Cove Library, 07700 010 999')).toBeVisible();
  const [paper] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('link', { name: 'Print tag' }).click(),
  ]);
  await expect(paper.getByRole('img', { name: `Code of ${tag}` })).toBeVisible();
  await paper.close();

  await station(page, 'Assess');
  const old = sheet(page, 'Old drive');
  await old.getByLabel('Serial, from its label').fill('kd7-e2e-0001');
  await old.getByLabel('Maker').fill('Kestrin');
  await old.getByLabel('Model').fill('D7');
  await old.getByLabel('Capacity').fill('500 GB');
  await old.getByRole('button', { name: 'Record the old drive' }).click();
  await expect(old.getByText('read', { exact: true })).toBeVisible();
  const partitions = sheet(page, 'Partitions');
  await partitions.getByRole('button', { name: 'Usual table' }).click();
  await partitions.getByLabel('Used 3').fill('6 GiB');
  await partitions.getByRole('button', { name: 'Another partition' }).click();
  await partitions.getByLabel('Name 5').fill('Accounts');
  await partitions.getByLabel('Size 5').fill('900 GiB');
  await partitions.getByRole('button', { name: 'Record the partitions' }).click();
  await expect(partitions.getByRole('alert')).toContainText('more than the drive holds');
  await partitions.getByLabel('Size 3').fill('440 GiB');
  await partitions.getByLabel('Size 5').fill('12 GiB');
  await partitions.getByLabel('Used 5').fill('1 GiB');
  await partitions.getByRole('button', { name: 'Record the partitions' }).click();
  await expect(partitions.getByText('5 read')).toBeVisible();
  await page.getByRole('button', { name: 'Record the health' }).click();
  await expect(page.getByText('Say how it is')).toBeVisible();
  await page.getByLabel('Grade').selectOption('good');
  await page.getByRole('button', { name: 'Record the health' }).click();
  await expect(page.getByRole('button', { name: 'Correct the health' })).toBeVisible();
  await page.getByLabel('In slot 1').fill('8');
  await page.getByRole('button', { name: 'Record the memory' }).click();
  await expect(sheet(page, 'Facts')).toContainText('slot 1 8 GiB');
  await measure(page, 'before', ['94', '90', '98, 101, 97']);
  await expect(gate(page, 'assessed')).toHaveAttribute('data-holds', 'true');

  await station(page, 'Match');
  const refused = page.getByRole('button', { name: /Kestrin N6 1 TB/ });
  await refused.click();
  await expect(page.getByText(/drive, the site takes 2.5 inch/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /Choose and reserve/ })).toBeDisabled();
  await page.getByRole('button', { name: /Palewood C1 480 GB/ }).click();
  await expect(page.getByText('560 of 560 MB/s').first()).toBeVisible();
  await page.getByRole('button', { name: 'Choose and reserve for Site A' }).click();
  await expect(page.getByText(/^reserved: PA-C1/)).toBeVisible();
  const serial = (await page.getByText(/^reserved: PA-C1/).innerText()).replace('reserved: ', '');
  await agree(page);

  await station(page, 'Plan');
  await expect(page.getByText('Smallest drive for it:')).toContainText('60 GB');
  const size = page.getByLabel('Size on the new drive');
  await size.fill('2 GiB');
  await size.press('Enter');
  await expect(page.getByText(/System needs at least/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Accept plan: 1 point open' })).toBeDisabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: /^Accounts:/ }).press('Enter');
  await page.getByRole('button', { name: /^Accounts:/ }).click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByText('taken out, left behind')).toBeVisible();
  await sheet(page, 'Accounts').getByRole('button', { name: 'Bring it' }).click();
  await page.getByRole('tab', { name: 'Route' }).click();
  await page.getByRole('radio', { name: /^new drive in an enclosure started from its own system/ }).check();
  await page.getByRole('button', { name: 'Accept plan' }).click();
  await expect(page.getByRole('button', { name: 'Plan accepted' })).toBeVisible();
  await prepare(page);

  await station(page, 'Copy');
  await expect(page.getByRole('button', { name: 'Copy has begun' })).toBeDisabled();
  const boxes = page.getByLabel('Scan or type its serial');
  await boxes.first().fill(serial);
  await boxes.first().press('Enter');
  await expect(page.getByText('That is the other drive of this job.')).toBeVisible();
  await boxes.first().fill('KD7-E2E-0001');
  await boxes.first().press('Enter');
  await expect(boxes).toHaveCount(1);
  await boxes.fill(serial);
  await boxes.press('Enter');
  await expect(gate(page, 'identified')).toHaveAttribute('data-holds', 'true');

  const called = await callForHands(page);
  await page.getByLabel('Where the drives lie').selectOption('3');
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await expect(page.getByText(/Nothing has moved for two minutes/)).toBeVisible();
  await expect.poll(called).toContain(`${tag} wants hands: Copy, berth 3: it stands still`);
  await page.getByRole('button', { name: 'It ended well' }).click();
  await expect(page.getByText(/counted only/)).toBeVisible();
  await page.getByLabel('Note: what went wrong, what the tool said').fill('Stood still, other berth');
  await page.getByRole('button', { name: 'It failed' }).click();
  await expect(sheet(page, 'Attempts').getByText('Stood still, other berth')).toBeVisible();
  await page.getByLabel('Where the drives lie').selectOption('4');
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await expect(page.getByText('Note what was changed since the attempt that failed.')).toBeVisible();
  await page.getByRole('button', { name: 'another lead' }).click();
  await page.getByRole('button', { name: 'Copy has begun' }).click();
  await expect(sheet(page, 'Copy, attempt 2, is running').getByText('all written', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'It ended well' }).click();
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'true');
  await readBack(page);

  await station(page, 'Swap');
  await page.getByRole('button', { name: 'All out' }).click();
  await expect(page.getByRole('button', { name: 'All back, closed' })).toBeDisabled();
  await page.getByLabel('Serial of the drive that goes in').fill(serial);
  await page.getByRole('button', { name: 'It is fitted' }).click();
  await expect(page.getByText(`fitted ${serial}`)).toBeVisible();
  await station(page, 'Prove');
  await page.getByRole('button', { name: 'It did not start' }).click();
  await expect(page.getByText('Note what it did instead of starting.')).toBeVisible();
  await page.getByLabel('If it does not start: what it did instead').fill('Boot entry named the old drive');
  await page.getByRole('button', { name: 'It did not start' }).click();
  await expect(page.getByText(/It did not start: Boot entry/)).toBeVisible();
  await proveAndHandOver(page, ['541', '470', '20, 21, 20']);

  await station(page, 'Prove');
  await expect(sheet(page, 'Before and after').getByText('5.8 times')).toBeVisible();
  await open(page, `/print/document/${tag}`);
  await expect(page.getByText(/Starting took 98 s, now 20 s/)).toBeVisible();
  await open(page, '/');
  await expect(page.getByRole('link', { name: tag })).toHaveCount(0);
});

test('a memory job has no Plan and no Copy', async ({ page }) => {
  await signIn(page);
  await bookIn(page, { customer: 'Night ferry crew', model: 'Q13-2207', serial: 'Q13-E2E-02', memory: '16 GiB' });
  const track = page.getByRole('navigation', { name: 'Stations' });
  await expect(track.getByRole('link')).toHaveCount(6);
  await expect(track.getByRole('link', { name: /Plan|Copy/ })).toHaveCount(0);
  await station(page, 'Assess');
  await page.getByRole('button', { name: 'Record the memory' }).click();
  await measure(page, 'before', ['1500', '600', '31, 30, 30']);
  await station(page, 'Match');
  await page.getByRole('radio', { name: '1 × T3 8 GiB DDR3' }).check();
  await expect(page.getByText(/204 contacts against 260: it does not go in/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Choose and reserve' })).toBeDisabled();
  await page.getByRole('radio', { name: '1 × S4 8 GiB DDR4' }).check();
  await page.getByRole('button', { name: 'Choose and reserve' }).click();
  await expect(page.getByRole('button', { name: 'Reserved' })).toBeVisible();
  await agree(page);
  await station(page, 'Swap');
  await page.getByRole('button', { name: 'All out' }).click();
  await page.getByRole('button', { name: 'Memory is fitted' }).click();
  await expect(page.getByText('fitted', { exact: true })).toBeVisible();
});
