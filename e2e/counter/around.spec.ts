import { expect, test } from '@playwright/test';
import { agree, bookIn, enter, gate, open, sheet, signIn, station } from '../support/bench';

test('a changed drive opens the plan again; what was reserved before goes back on the shelf', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2411/match');
  const first = (await page.getByText(/^reserved: /).innerText()).replace('reserved: ', '');
  await expect(gate(page, 'reserved')).toHaveAttribute('data-holds', 'true');
  await page.getByRole('button', { name: /Palewood C1 1 TB/ }).click();
  await page.getByRole('button', { name: 'Choose and reserve for Site A' }).click();
  await expect(page.getByText(/^reserved: PA-C1/)).not.toContainText(first);
  await agree(page);
  await station(page, 'Plan');
  await expect(gate(page, 'planned')).toContainText('changed since the plan was accepted');
  await expect(page.getByText('grown by').first()).toBeVisible();
  await open(page, '/print/plan/U-2411');
  await expect(page.getByText('This plan was accepted for other drives')).toBeVisible();
  await expect(page.getByText(/all on it is wiped/)).toHaveCount(0);
  await open(page, '/jobs/U-2411/plan');
  await page.getByRole('button', { name: 'Accept plan' }).click();
  await expect(gate(page, 'planned')).toHaveAttribute('data-holds', 'true');
  await expect(sheet(page, 'History')).toContainText('Released: new drive');
  await open(page, `/shelf?find=${first}`);
  await page.getByRole('row', { name: /^drive/ }).press('Enter');
  await expect(page.getByRole('dialog').getByRole('row', { name: `${first} 1` })).toContainText('–');
});

test('a drive that stays keeps its site', async ({ page }) => {
  await enter(page, 'ilse', '/jobs/U-2412/assess');
  const others = sheet(page, 'Other drives in the device');
  await others.getByRole('button', { name: 'Another drive' }).click();
  await others.getByLabel('Serial').fill('ar-9001');
  await others.getByLabel('Maker and model').fill('Arden Store 2');
  await others.getByLabel('Capacity').fill('plenty');
  await others.getByRole('button', { name: 'Record the other drives' }).click();
  await expect(others.getByText('Type a size such as 1 TB.')).toBeVisible();
  await others.getByLabel('Capacity').fill('1 TB');
  await others.getByLabel('Sits at').selectOption('a');
  await others.getByRole('button', { name: 'Record the other drives' }).click();
  await expect(others.getByText('Another drive sits there.').first()).toBeVisible();
  await others.getByLabel('Sits at').selectOption('b');
  await others.getByRole('button', { name: 'Record the other drives' }).click();
  await expect(others.getByRole('button', { name: 'Correct the other drives' })).toBeVisible();
  await station(page, 'Match');
  await page.getByRole('button', { name: /Site B, stays: Arden Store 2/ }).click();
  await page.getByRole('button', { name: /Dunlin B3 500 GB/ }).click();
  await expect(page.getByText('Site B holds Arden Store 2, which stays')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Choose and reserve for Site B' })).toBeDisabled();
});

test('pieces come onto the shelf by serial, and a wrong serial is said', async ({ page }) => {
  await enter(page, 'wren', '/shelf?find=DU-S2-1000');
  await page.getByRole('button', { name: /^Receive Dunlin S2/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Onto the shelf' }).click();
  await expect(dialog.getByText('Scan or type the serial of each piece.')).toBeVisible();
  await dialog.getByLabel('Serials, one a line').fill('DU-NEW-1\nDU-NEW-1');
  await dialog.getByRole('button', { name: 'Onto the shelf' }).click();
  await expect(dialog.getByText('DU-NEW-1 is in the list twice.')).toBeVisible();
  await dialog.getByLabel('Serials, one a line').fill('du-new-1\ndu-new-2');
  await dialog.getByLabel('Place').fill('drawer 3');
  // The list comes late: what is looked at meanwhile follows it.
  await page.route('**/api/v1/parts?*', async (route) => {
    await new Promise((late) => setTimeout(late, 1000));
    await route.continue();
  });
  await dialog.getByRole('button', { name: 'Onto the shelf' }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('row', { name: /Dunlin S2/ }).click();
  await expect(dialog.getByRole('row', { name: /DU-NEW-\d 1 drawer 3/ })).toHaveCount(2);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});

test('a model goes out as a file and comes in again under another number', async ({ page }) => {
  await enter(page, 'ilse', '/models?find=SM3');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Model file of SM3-77' }).click(),
  ]);
  const chunks: Buffer[] = [];
  for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
  const model = JSON.parse(Buffer.concat(chunks).toString()) as { code: string; name: string; kind: string };
  const bring = (name: string, content: string) =>
    page
      .getByLabel('Bring in a model file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await bring('broken.json', '{ "maker": ');
  await expect(page.getByText('broken.json is no model file')).toBeVisible();
  await bring('wrong.json', JSON.stringify({ ...model, kind: 'toaster' }));
  await expect(page.getByText(/^kind: Choose one of/)).toBeVisible();
  await bring('again.json', JSON.stringify(model));
  await expect(page.getByText('There is a model with the code SM3-77 already.')).toBeVisible();
  await bring('new.json', JSON.stringify({ ...model, code: 'SM4-01', name: 'Mini 4' }));
  await expect(page.getByText('Sandling Mini 4 is in the library.')).toBeVisible();
  await open(page, '/book-in');
  await page.getByLabel('Device model: name or number').fill('SM4-01');
  await expect(page.getByRole('option', { name: /Mini 4/ })).toBeVisible();
});

test('a booking that cannot be is refused at its field, and nothing typed is lost', async ({ page }) => {
  await enter(page, 'wren', '/book-in');
  // The keyboard stands at what is wrong first.
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(page.getByLabel('Customer: name or phone')).toBeFocused();
  await page.getByLabel('Customer: name or phone').fill('New customer');
  await page.getByLabel('Phone', { exact: true }).fill('call me');
  await page.getByLabel('Device model: name or number').fill('school');
  await page.getByRole('listbox').getByRole('option').first().click();
  await expect(sheet(page, 'At a glance')).toContainText('soldered: no site for a drive');
  await page.getByLabel('Serial of the device').fill('SN11-0001');
  await page.getByLabel('Complaint, in the customer’s words').fill('slow');
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(page.getByText('This does not look right: check it.')).toHaveCount(1);
  await expect(page.getByLabel('Phone', { exact: true })).toBeFocused();
  await page.getByLabel('Phone', { exact: true }).fill('07700 010 412');
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(page.getByText('This model has no site for a drive.').first()).toBeVisible();
  await expect(page.getByLabel('Complaint, in the customer’s words')).toHaveValue('slow');
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page.getByLabel('Complaint, in the customer’s words')).toHaveValue('');
});

test('notes by key, the next thing by Ctrl+Enter, a closed job only to look at, signing out', async ({ page }) => {
  await signIn(page);
  const tag = await bookIn(page, { customer: 'Key tester', model: 'VF12-09', serial: 'VF12-E2E-09' });
  await expect(sheet(page, 'History')).toContainText('Booked in');
  await page.keyboard.press('n');
  await expect(page.getByLabel('Note', { exact: true })).toBeFocused();
  await page.keyboard.type('Customer called, will wait', { delay: 90 });
  await page.keyboard.press('Enter');
  await expect(sheet(page, 'History')).toContainText('Note: Customer called, will wait');
  await station(page, 'Assess');
  await sheet(page, 'Health of the old drive').getByLabel('Grade').selectOption('good');
  await sheet(page, 'Health of the old drive').getByLabel('What says so: hours, sectors, errors').fill('300 h');
  await page.keyboard.press('Control+Enter');
  await expect(sheet(page, 'Health of the old drive').getByRole('alert')).toContainText('First: Read the old drive');
  await open(page, '/jobs/U-2401/prove');
  await expect(page.getByText(/^closed /)).toBeVisible();
  for (const button of await page.getByRole('group', { name: 'Prove' }).getByRole('button').all()) {
    await expect(button).toBeDisabled();
  }
  await open(page, `/jobs?text=${tag}`);
  await page.getByRole('row', { name: new RegExp(tag) }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${tag}/assess`));
  await page.getByRole('button', { name: 'Ilse Marrack, technician' }).click();
  await page.getByRole('menuitem', { name: 'Dark colours' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark');
  await page.getByRole('button', { name: 'Ilse Marrack, technician' }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await page.goto(`/jobs/${tag}`);
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
});

test('what is promised at booking is what the open work lets; the owner says when it is open', async ({ page }) => {
  await enter(page, 'odo', '/shop?page=work');
  const hours = sheet(page, 'Opening hours');
  const saturday = hours.getByRole('group', { name: 'Saturday' });
  await saturday.getByLabel('From').fill('19:00');
  await hours.getByRole('button', { name: 'Set the hours' }).click();
  await expect(saturday).toContainText('It closes after it opens.');
  await saturday.getByLabel('From').fill('');
  await saturday.getByLabel('Until').fill('');
  await hours.getByRole('button', { name: 'Set the hours' }).click();
  await expect(saturday.getByLabel('From')).toHaveValue('');
  await open(page, '/book-in');
  const honest = page.getByRole('status').filter({ hasText: 'open jobs' });
  await expect(honest).toContainText(/it is usually ready .*, nine times in ten by/);
  // By noon of this day nobody gets it done, whenever that is typed.
  const promised = page.getByRole('group', { name: 'Promised' });
  const [day, month, year] = new Date().toLocaleDateString('en-GB', { timeZone: 'UTC' }).split('/');
  await promised.getByRole('spinbutton', { name: 'Day' }).click();
  await page.keyboard.type(`${day}${month}${year}1200`, { delay: 90 });
  await expect(honest).toContainText('later than what is promised');
  await honest.getByRole('button', { name: /^Promise / }).click();
  await expect(honest).not.toContainText('later than what is promised');
  // What takes less can be promised sooner.
  await page.getByLabel('Wish').first().selectOption('memory');
  await expect(honest).toContainText('usually ready');
});
