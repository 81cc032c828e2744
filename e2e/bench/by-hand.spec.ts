import { expect, test } from '@playwright/test';
import { enter, gate, open, sheet } from '../support/bench';

// The first of all paths: later a run that is timed by hand may well have taken that long.
test('a copy that no berth watches is timed by hand, and ends by word of the technician', async ({ page }) => {
  await enter(page, 'ilse');
  const disassembly = page.getByRole('listitem').filter({ hasText: 'timed by hand' }).filter({ hasText: 'U-2416' });
  await expect(disassembly).toContainText('estimated in all');
  await open(page, '/jobs/U-2416/copy');
  await expect(page.getByText('No berth watches it.')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Rate over time' })).toHaveCount(0);
  await page.getByRole('button', { name: 'It ended well' }).click();
  // By the clock it took hours: nobody was there when it was over.
  await expect(page.getByLabel('Minutes it took')).toBeVisible();
  await page.getByRole('button', { name: 'Nobody knows how long' }).click();
  await expect(sheet(page, 'Attempts')).toContainText('estimates learn nothing from it');
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'true');
});
