import { expect, test } from '@playwright/test';
import { enter, sheet } from '../support/bench';

test('a round finds a missing drive; found again, it is noted, kept longer and given back', async ({ page }) => {
  await enter(page, 'wren', '/');
  // What an evening before did not find stands on the Floor, which is no longer than what stands on it.
  await expect(page.getByRole('link', { name: '1 missing' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollHeight - document.body.scrollHeight)).toBeLessThan(2);
  await page.getByRole('link', { name: '1 missing' }).click();
  await expect(page.getByRole('row', { name: /KD5-H00-4402/ })).toContainText('missing');
  await page.getByRole('tab', { name: 'Round' }).click();
  await page.getByRole('button', { name: 'Begin a round' }).click();
  const read = page.getByLabel('Place, label or serial');
  const scanned = page.getByRole('list', { name: 'Scanned' });
  const scan = async (text: string, told: string | RegExp) => {
    await read.fill(text);
    await read.press('Enter');
    await expect(scanned.getByRole('listitem').first()).toContainText(told);
  };
  await read.fill('KD5-H04-4402');
  await read.press('Enter');
  await expect(page.getByText('Scan the place first, then what lies there.')).toBeVisible();
  await scan('rack d1', '3 things should lie here');
  await scan('kd5-h04-4402', 'as noted');
  await scan('STRAY-77', 'not known here');
  const shown = sheet(page, 'So far');
  await expect(shown.getByRole('heading', { name: 'Missing: 2' })).toBeVisible();
  await expect(shown.getByRole('heading', { name: 'Should not be here: 1' })).toBeVisible();
  // Two of them had slipped into the next rack.
  await scan('rack D2', '2 things should lie here');
  await scan('KD5-H00-4402', 'noted at rack D1');
  await expect(shown.getByRole('heading', { name: 'Lies elsewhere: 1' })).toBeVisible();
  // Half way, the tablet is put down: what was scanned stays.
  await page.reload();
  await expect(scanned.getByRole('listitem')).toHaveCount(5);
  await page.getByRole('button', { name: 'End the round' }).click();
  await expect(page.getByText(/will be noted as missing/)).toBeVisible();
  await page.getByRole('button', { name: 'End it all the same' }).click();
  await expect(sheet(page, 'Round 2').getByText('KD5 500')).toHaveCount(0);

  await page.goto('/stays?find=KD5-H00');
  const row = page.getByRole('row', { name: /KD5-H00-4402/ });
  await expect(row).toContainText('rack D2');
  await expect(row).not.toContainText('missing');
  await row.click();
  const thing = page.getByRole('dialog');
  await expect(thing.getByRole('button', { name: 'Handed to recycling' })).toBeDisabled();
  await thing.getByLabel('Place').fill('');
  await thing.getByRole('button', { name: 'Note it' }).click();
  await expect(thing.getByText('Say where it lies.')).toBeVisible();
  await thing.getByRole('button', { name: 'Given back' }).click();
  await expect(page.getByText('Nothing lies here after its job.')).toBeVisible();
  // Its label scanned afterwards says where it went.
  await page.goto('/stays?find=KD5-H00&state=gone');
  await expect(page.getByRole('row', { name: /KD5-H00-4402/ })).toContainText('returned');
});
