import { expect, test } from '@playwright/test';
import { enter, gate, sheet } from '../support/bench';

test('a device that does not start is gone through by the guide: four tries, the cause, what was switched owed back', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2451/prove');
  const guide = sheet(page, 'Why it does not start');
  const now = guide.getByRole('region', { name: 'Look for this now' });
  const tried = guide.getByRole('list', { name: 'Looked for so far' }).getByRole('listitem');
  // One look is noted already: its cause is not the first any more.
  await expect(guide.getByLabel('goes back to firmware set-up')).toBeChecked();
  await expect(tried).toHaveCount(1);
  await expect(now.getByRole('heading')).not.toContainText('start order');
  const looked: string[] = [];
  for (let n = 2; n <= 3; n++) {
    looked.push((await now.getByRole('heading').textContent()) ?? '');
    await guide.getByLabel('What was seen at the test').fill(`as before ${n}`);
    await guide.getByRole('button', { name: 'Not it' }).click();
    await expect(tried).toHaveCount(n);
    await expect(now.getByRole('heading')).not.toHaveText(looked.at(-1) ?? '');
  }
  expect(new Set(looked).size, 'each look is for another cause').toBe(2);
  // The last one is taken back by who pressed too soon, and looked for again.
  await guide.getByRole('button', { name: 'Take back' }).click();
  await expect(tried).toHaveCount(2);
  await guide.getByRole('button', { name: 'Not it' }).click();
  await expect(tried).toHaveCount(3);

  await guide.getByLabel('the loader is rejected as not signed').check();
  await expect(now).toContainText('Secure Boot refuses the loader');
  await expect(now).toContainText('recovery key: have it at hand');
  await guide.getByRole('button', { name: 'That was it' }).click();
  await expect(guide).toContainText('A signed loader, and Secure Boot on again, then start it again above.');
  await expect(gate(page, 'functions')).toContainText('Not set back: Secure Boot.');

  const trial = sheet(page, 'Trial start');
  await trial.getByLabel('The old drive is not attached').check();
  await trial.getByLabel('What was done since the last start').fill('Secure Boot off');
  await trial.getByRole('button', { name: 'It started' }).click();
  const owed = sheet(page, 'Owed back');
  await owed.getByLabel('It is now').selectOption('stays changed');
  await owed.getByRole('button', { name: 'Record it' }).click();
  await expect(owed).toContainText('Say why, and who agreed to it.');
  await owed.getByLabel('It is now').selectOption('as before');
  await owed.getByRole('button', { name: 'Record it' }).click();
  await expect(owed).toContainText('recorded');
  await expect(gate(page, 'functions')).not.toContainText('Not set back');
});
