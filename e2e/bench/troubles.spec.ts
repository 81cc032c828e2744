import { expect, test } from '@playwright/test';
import { enter, gate, open, sheet } from '../support/bench';
import { jobAt } from '../support/jobs';

test('what a copy lost is told name by name before the job goes on, and stands on the customer’s paper', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2437/copy');
  const lost = sheet(page, 'Lost in the copy onto the new drive');
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'false');
  const field = (name: string) => lost.getByLabel(`Type “${name}” once the customer was told`);
  await field('Readings/April.ods').fill('all of it');
  await lost.getByRole('button', { name: 'It is told' }).click();
  await expect(lost).toContainText('“all of it” is none of what was lost');
  await field('Readings/April.ods').fill('readings/april.ods');
  await lost.getByRole('button', { name: 'It is told' }).click();
  await field('three photographs').fill('three photographs');
  await lost.getByRole('button', { name: 'It is told' }).click();
  await expect(lost).toContainText('told, each by its name');
  await expect(gate(page, 'copied')).toHaveAttribute('data-holds', 'true');
  await open(page, '/print/document/U-2437');
  await expect(page.getByRole('list', { name: 'Lost in the copy' })).toContainText('three photographs');
  await expect(page.getByText('failing: 118 sectors reallocated, 24 pending')).toBeVisible();
});

test('a run ends with losses, each of them named', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2434/copy');
  await page.getByRole('button', { name: 'Something was lost …' }).click();
  await expect(page.getByLabel('What', { exact: true })).toBeFocused();
  await expect(page.getByRole('button', { name: 'It ended with losses' })).toBeDisabled();
  await page.getByLabel('What', { exact: true }).fill('Stock 2019');
  await page.getByLabel('How much, if known').fill('some');
  await expect(page.getByText('Type a size such as 12 MiB, or leave it empty.')).toBeVisible();
  await page.getByLabel('How much, if known').fill('12 MiB');
  await page.getByRole('button', { name: 'It ended with losses' }).click();
  await page.getByRole('button', { name: 'Nobody knows how long' }).click();
  await expect(sheet(page, 'Lost in the copy onto the added drive')).toContainText('Stock 2019');
  await expect(sheet(page, 'Attempts')).toContainText('lost: Stock 2019');
});

test('the strip-down sheet takes what was missing, says what contradicts it, and keeps the keyboard where it is', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2438/swap');
  const disassembly = sheet(page, 'Strip-down sheet');
  await expect(disassembly).toContainText('2 missing on arrival');
  await disassembly.getByRole('button', { name: 'What differs: base screw M2.5×6', exact: true }).click();
  const more = disassembly.getByRole('button', { name: 'One more: base screw M2.5×6 missing on arrival' });
  await more.focus();
  await page.keyboard.press('Enter');
  await expect(disassembly).toContainText('at most 2 can be missing');
  await expect(more).toBeFocused();
  expect(await more.evaluate((button) => getComputedStyle(button).outlineStyle)).toBe('solid');
  const replaced = disassembly.getByRole('button', {
    name: 'One more: base screw M2.5×6 missing, replaced from the shelf',
  });
  await replaced.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(disassembly).toContainText('2 missing on arrival, 2 replaced');
  await expect(replaced).toBeFocused();
  await expect.poll(async () => (await jobAt(page, 'U-2438')).snapshot.disassembly[0]?.replaced).toBe(2);
  await open(page, '/print/receipt/U-2438');
  await expect(page.getByText('2 × base screw M2.5×6, 2 of them replaced')).toBeVisible();
});

test('which volume holds the system is asked, and what comes along is decided before a drive is chosen', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2436/match');
  await expect(page.getByText('smallest drive that would do: 320 GB')).toBeVisible();
  const coming = sheet(page, 'What comes along');
  await coming.getByLabel('Old stand').uncheck();
  await coming.getByLabel('Type “Old stand” to leave it behind').fill('old stand');
  await coming.getByRole('button', { name: 'Leave it behind' }).click();
  await expect(page.getByText('smallest drive that would do: 240 GB')).toBeVisible();
  await expect(coming).toContainText('Which holds the system is not known');
  await open(page, '/jobs/U-2436/assess');
  const partitions = sheet(page, 'Partitions');
  await expect(partitions).toContainText('Workshop: It was not closed in order');
  await partitions.getByRole('button', { name: /^Workshop, / }).click();
  await expect(partitions.getByLabel('Kind 4')).toHaveValue('system');
  await open(page, '/jobs/U-2436/match');
  await expect(sheet(page, 'What comes along')).toBeVisible();
  await expect(page.getByText('Which holds the system is not known')).toHaveCount(0);
});

test('an old drive that stays for data is attached again only after the trial start', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2435/swap');
  const again = sheet(page, 'Attach the old drive again');
  await again.getByLabel('Serial of the old drive').fill('U-2435/OLD');
  await again.getByRole('button', { name: 'It starts from the old one' }).click();
  await expect(again).toContainText('Note what it did instead.');
  await again.getByRole('button', { name: 'Attached, starts from the new drive' }).click();
  await expect(again).toContainText('attached KD7-77A1-7040');
  await page.getByRole('button', { name: 'All back, closed' }).click();
  await expect(gate(page, 'balanced')).toHaveAttribute('data-holds', 'true');
  await open(page, '/jobs/U-2435/hand-over');
  await expect(page.getByLabel('Where it stays')).toHaveValue('in the device');
});

test('the owner gives a new password, and it is changed by who has it', async ({ page, browser }) => {
  await enter(page, 'odo', '/shop?page=staff');
  await page.getByLabel('Name', { exact: true }).fill('Pip Arden');
  await page.getByLabel('Signs in as').fill('pip');
  await page.getByLabel('First password, 10 characters or more').fill('first-word-9');
  await page.getByRole('button', { name: 'Make the account' }).click();
  const row = page.getByRole('row', { name: /Pip Arden/ });
  await row.getByRole('button', { name: 'New password …' }).click();
  await page.getByLabel('New password, 10 characters or more').fill('second-word-9');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(row.getByRole('button', { name: 'Password set' })).toBeVisible();
  const theirs = await (await browser.newContext()).newPage();
  const signIn = async (password: string) => {
    await theirs.getByLabel('Name').fill('pip');
    await theirs.getByLabel('Password').fill(password);
    await theirs.getByRole('button', { name: 'Sign in' }).click();
  };
  await open(theirs, '/shop');
  await signIn('first-word-9');
  await expect(theirs.getByRole('alert')).toBeVisible();
  await signIn('second-word-9');
  const own = sheet(theirs, 'Password');
  await own.getByLabel('Password until now').fill('wrong-word-9');
  await own.getByLabel('New password').fill('third-word-99');
  await own.getByRole('button', { name: 'Change the password' }).click();
  await expect(own.getByLabel('Password until now')).toHaveAttribute('aria-invalid', 'true');
  await own.getByLabel('Password until now').fill('second-word-9');
  await own.getByRole('button', { name: 'Change the password' }).click();
  await expect(own).toContainText('changed; signed out everywhere else');
  await theirs.context().close();
});

test('a view that fails says so, and leaves the way to the others', async ({ page }) => {
  await page.route('**/api/v1/models/*', (route) => route.fulfill({ json: { id: 'x', maker: 'Ostrel' } }));
  await enter(page, 'ilse', '/models?find=T15-4820');
  await open(page, '/models/0d3b2c8e-0000-4000-8000-000000000001');
  await expect(page.getByRole('alert')).toContainText('This view failed.');
  await page.getByRole('link', { name: 'Floor', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Hands next' })).toBeVisible();
});

test('files of a second old drive come onto the new one, and their paper says what became of both', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2450/prove');
  const bring = sheet(page, /^Bring the files of/);
  await bring.getByLabel('Its files').selectOption('brought and checked');
  await bring.getByRole('button', { name: 'Record it' }).click();
  await expect(bring.getByText('Fill this in.')).toHaveCount(2);
  await bring.getByLabel('The drive now').selectOption('returned');
  await bring.getByLabel('How many, how large, how checked; or why not').fill('5 folders, 262 GiB, 30 opened');
  await bring.getByRole('button', { name: 'Record it' }).click();
  await expect(bring).toContainText('recorded');
  await expect(sheet(page, 'Steps here')).not.toContainText('First: Put everything back and close; Bring');
  await open(page, '/print/document/U-2450');
  await expect(page.getByText('brought onto the new drive: 5 folders, 262 GiB, 30 opened.')).toBeVisible();
});

test('a finished drive that will not start says so before it is fitted, with what would do', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2454/copy');
  const told = sheet(page, 'Will it start?');
  await expect(told.getByText('As it is, the device will not start from it.')).toBeVisible();
  await expect(told.getByText('Its EFI system partition holds no loader.')).toBeVisible();
  await expect(told.getByText(/repair its start from a medium/)).toBeVisible();
  // Read at a berth once more, all of it is there: only how the device starts is not known.
  const back = sheet(page, 'New drive read back');
  await back.getByRole('button', { name: 'Read it there' }).click();
  await expect(told.getByText('Whether it starts cannot be told from what is known.')).toBeVisible();
  await expect(told.getByText('How the device starts was not read.')).toBeVisible();
});
