import { expect, test } from '@playwright/test';
import { enter, gate, open, sheet } from '../support/bench';

const file = (name: string) => new URL(`../../demo/files/Q13-2207-52.${name}.probe.json`, import.meta.url).pathname;

test('a device read again names half the lanes, a start entry at the old drive and a forgotten ribbon; mended it proves itself', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2452/prove');
  const again = sheet(page, 'The device read again');
  const functions = sheet(page, 'Functions');
  const answer = (name: string) => functions.getByRole('listitem').filter({ hasText: new RegExp(`^${name}`) });

  await again.getByLabel('File to read').setInputFiles(file('after'));
  await expect(again).toContainText('half the lanes');
  await expect(again).toContainText('starts first and points to a partition of the old drive');
  await expect(again).toContainText('Touchpad “Glass pad” was there before and is not seen any more');
  await expect(again).toContainText('look at “touchpad ribbon” (stage 2)');
  await again.getByRole('button', { name: 'Keep what it says' }).click();
  await expect(again).toContainText('3 wrong');

  // What it proves is answered, what it misses is told, and is not among the rest that works.
  await expect(answer('Full capacity shown')).toContainText('proven by the device');
  await expect(answer('Full capacity shown').getByLabel('works')).toBeChecked();
  await expect(answer('Touchpad')).toContainText('look at “touchpad ribbon”');
  await functions.getByRole('button', { name: 'The rest works' }).click();
  await expect(answer('Camera').getByLabel('works')).toBeChecked();
  await expect(answer('Touchpad').getByLabel('works')).not.toBeChecked();

  await again.getByLabel('File to read').setInputFiles(file('mended'));
  await expect(again).toContainText('“Desktop system” starts first, from the new drive');
  await again.getByRole('button', { name: 'Keep what it says' }).click();
  await expect(again).not.toContainText('wrong');
  await expect(answer('Starts from the new drive').getByLabel('works')).toBeChecked();
  await expect(answer('Touchpad')).not.toContainText('ribbon');

  // Fast start was switched off for the copy: it is owed back, and so is the firmware once it was reset.
  const owed = sheet(page, 'Owed back');
  await owed.getByRole('group', { name: 'Fast start on' }).getByLabel('It is now').selectOption('as before');
  await owed.getByRole('button', { name: 'Record it' }).click();
  await expect(owed).toContainText('recorded');
  await owed.getByLabel('Did the firmware lose its settings? How that came').fill('battery lead was out for an hour');
  await owed.getByRole('button', { name: 'The firmware was reset' }).click();
  await expect(gate(page, 'functions')).toContainText('Not set back: Fast start on, Start mode of the firmware');
  await expect(owed.getByRole('group', { name: 'Secure Boot' })).toContainText('battery lead was out for an hour');
  await owed.getByRole('button', { name: 'Not reset after all' }).click();
  await expect(owed.getByRole('group', { name: 'Secure Boot' })).toHaveCount(0);
});

test('starts are timed by the stopwatch: the first after the work and a resumed one are no measurement', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2407/prove');
  const watch = sheet(page, 'Stopwatch');
  const press = async (kind?: RegExp) => {
    if (kind) {
      await watch.getByLabel('It starts').click();
      await page.getByRole('option', { name: kind }).click();
    }
    await watch.getByRole('button', { name: 'Power button pressed' }).click();
  };
  await press();
  await watch.getByRole('button', { name: 'Sign of life' }).click();
  // It goes on over a reload, and while another device is timed.
  await page.reload();
  await expect(watch.getByRole('timer')).toContainText(/\d\.\d s/);
  await enter(page, 'ilse', '/jobs/U-2408/prove');
  await expect(watch).toContainText('U-2407');
  await open(page, '/jobs/U-2407/prove');
  for (const [index, kind] of [undefined, undefined, /^resumed/].entries()) {
    if (index > 0) await press(kind);
    await watch.getByRole('button', { name: 'Usable' }).click();
    await watch.getByRole('button', { name: 'Keep this start' }).click();
    await expect(watch.getByRole('row')).toHaveCount(index + 2);
  }
  await expect(watch.getByRole('row').nth(1)).toContainText('the first after the work');
  await expect(watch.getByRole('row').nth(2)).toContainText('yes');
  await expect(watch.getByRole('row').nth(3)).toContainText('resumed, not from cold');
  const after = sheet(page, 'After: same test, same settings');
  await after.getByRole('button', { name: /^From the stopwatch: \d/ }).click();
  await expect(after.getByLabel('Cold start-ups, seconds')).toHaveValue(/^\d+(\.\d)?$/);
});

test('memory is tested by a run: one that fails keeps the functions open until what was changed passes', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2453/prove');
  const running = page.getByRole('region', { name: /^Memory test of 2 passes, attempt 1, is running/ });
  await running.getByLabel(/^Note: what went wrong/).fill('2 errors, slot B');
  await running.getByRole('button', { name: 'It failed' }).click();
  const again = sheet(page, 'Memory test again');
  // The stick started only once the firmware was told: noted as it is done, and owed back.
  await again.getByRole('button', { name: 'Something was switched for it …' }).click();
  const noting = page.getByRole('dialog', { name: 'Switched, taken out or put on' });
  await noting.getByRole('button', { name: 'Note it' }).click();
  await expect(noting.getByLabel('What is owed back')).toHaveAttribute('aria-invalid', 'true');
  await noting.getByLabel('What is owed back').fill('Secure Boot');
  await noting.getByLabel('How it stood before').fill('on');
  await noting.getByLabel('How it stood before').press('Enter');
  await expect(noting).toHaveCount(0);
  const switched = sheet(page, 'Owed back').getByRole('group', { name: 'Secure Boot' });
  await expect(switched).toContainText('memory test from a stick; before: on');
  await expect(page.getByText(/The memory test failed: one error is too many/)).toBeVisible();
  const takes = again.getByText(/ to \d/);
  const twice = await takes.textContent();
  await again.getByLabel('Passes').fill('4');
  await expect(takes).not.toHaveText(twice ?? '');
  await again.getByRole('button', { name: 'Test has begun' }).click();
  await expect(again.getByText('Note what was changed since the attempt that failed.')).toBeVisible();
  await again.getByLabel('What was changed since the test that failed').fill('both pressed in anew');
  await again.getByRole('button', { name: 'Test has begun' }).click();
  const second = page.getByRole('region', { name: /^Memory test of 4 passes, attempt 2, is running/ });
  await second.getByRole('button', { name: 'It ended well' }).click();
  // It was over at once, which nobody believes.
  await expect(second.getByText(/expected were/)).toBeVisible();
  await second.getByRole('button', { name: 'Nobody knows how long' }).click();
  await expect(sheet(page, 'Memory test')).toContainText('ended well');
  await expect(page.getByText('The memory test is still running.')).toHaveCount(0);
});

test('a start from the enclosure is offered before anything is opened; the key that was found goes to the model', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2455/prove');
  const outside = sheet(page, 'A start from outside');
  await outside.getByRole('button', { name: 'It was another' }).click();
  await outside.getByLabel('Key of its start menu').fill('F9');
  await outside.getByRole('button', { name: 'Note it at the model' }).click();
  await expect(outside.getByText('start menu, this once: F9')).toBeVisible();
  await outside.getByLabel('What it did').fill('signed in, no sound looked at');
  await outside.getByRole('button', { name: 'It started' }).click();
  await expect(outside.getByText('It started from its enclosure.')).toBeVisible();
  await enter(page, 'ilse', '/jobs/U-2452/prove');
  await expect(sheet(page, 'Trial start').getByText('start menu, this once: F9')).toBeVisible();
});
