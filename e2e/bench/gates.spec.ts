import { expect, test, type Page } from '@playwright/test';
import { enter, gate, open, sheet, signIn } from '../support/bench';

/** The tag of the demo job of a device. */
async function tagOf(page: Page, serial: string): Promise<string> {
  const found = await page.request.get(`/api/v1/find?q=${serial}`);
  return ((await found.json()) as { tag: string }[])[0]?.tag ?? '';
}

async function openJob(page: Page, serial: string, station: string): Promise<void> {
  await open(page, `/jobs/${await tagOf(page, serial)}/${station}`);
}

test('each gate refuses until its evidence is there', async ({ page }) => {
  await signIn(page);

  const REFUSING: [id: string, serial: string, station: string, sentence: RegExp, button: string | null][] = [
    ['assessed', 'CL14-8831-02', 'assess', /Nothing was measured before/, null],
    ['reserved', 'Q13-70052', 'match', /The new drive is not reserved/, null],
    ['planned', 'T15-4820-77', 'plan', /copy plan is not accepted/, 'Accept plan: 1 point open'],
    ['prepared', 'T15-4820-78', 'plan', /Not seen to: Say what is lost/, null],
    ['read back', 'Q13-71190', 'copy', /was not read back against the plan/, null],
    ['identified', 'T15-4820-78', 'copy', /new drive is not identified/, 'Copy has begun'],
    ['copied', 'Q13-71190', 'copy', /did not end well: the new drive is not trusted/, null],
    ['started', 'SM3-77-20977', 'prove', /did not start: No system found/, null],
    ['balanced', 'T15-4820-31', 'swap', /10 × base screw M2.5×6 \(stage 1\) still out/, null],
    ['measured', 'T15-4820-31', 'prove', /Nothing was measured after/, null],
    ['functions', 'T15-4820-31', 'prove', /functions are not checked/, 'Record the functions'],
    ['old drive placed', 'CL16-40022-A', 'hand-over', /not noted where the old drive stays/, null],
    ['signed', 'CL16-40022-A', 'hand-over', /no document yet/, 'Hand over and close'],
  ];

  for (const [id, serial, station, sentence, button] of REFUSING) {
    await test.step(id, async () => {
      await openJob(page, serial, station);
      await expect(gate(page, id)).toHaveAttribute('data-holds', 'false');
      await expect(gate(page, id)).toContainText(sentence);
      if (button) await expect(page.getByRole('button', { name: button })).toBeDisabled();
    });
  }
  // Going back into the device waits for a trial start.
  await openJob(page, 'SM3-77-20977', 'swap');
  await expect(page.getByRole('button', { name: 'All back, closed' })).toBeDisabled();
  await expect(page.getByText(/^Going back waits:/)).toContainText('No system found');
});

test('a gate is passed with a reason, which is kept; one about data only by the owner', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'T15-4820-31', 'prove');
  await gate(page, 'measured').getByRole('button').click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Pass the gate' })).toBeDisabled();
  await dialog.getByLabel('Reason').fill('Customer leaves on the next ferry');
  await dialog.getByRole('button', { name: 'Pass the gate' }).click();
  await expect(gate(page, 'measured')).toContainText('passed by Ilse Marrack: Customer leaves on the next ferry');
  await expect(sheet(page, 'History')).toContainText('Passed “measured” with a reason');

  await openJob(page, 'Q13-71190', 'copy');
  await expect(gate(page, 'copied')).toContainText('only the owner may pass it');
  await expect(gate(page, 'copied').getByRole('button')).toHaveCount(0);
  await page.context().clearCookies();
  await enter(page, 'odo');
  await openJob(page, 'Q13-71190', 'copy');
  await expect(gate(page, 'copied').getByRole('button')).toBeVisible();
  await expect(gate(page, 'identified')).toHaveAttribute('data-holds', 'true');
});

test('two who work on one job: the second is shown what changed and loses nothing typed', async ({ page, browser }) => {
  await signIn(page);
  await openJob(page, 'CL14-8831-02', 'assess');
  const other = await (await browser.newContext({ locale: 'en-GB' })).newPage();
  await enter(other, 'odo', page.url());
  await page.getByLabel('What says so: hours, sectors, errors').fill('12,400 h');
  await sheet(other, 'Health of the old drive').getByLabel('Grade').selectOption('good');
  await other.getByRole('button', { name: 'Record the health' }).click();
  await expect(other.getByRole('button', { name: 'Correct the health' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Correct the health' })).toBeVisible();
  await sheet(page, 'Health of the old drive').getByLabel('Grade').selectOption('good');
  await page.getByRole('button', { name: 'Correct the health' }).click();
  await expect(page.getByText('Somebody changed the same thing meanwhile.')).toBeVisible();
  await expect(page.getByLabel('What says so: hours, sectors, errors')).toHaveValue('12,400 h');
  await page.getByRole('button', { name: '1 to settle' }).click();
  const both = page.getByRole('dialog', { name: 'Kept in this browser' });
  await expect(both).toContainText('Yoursgood: 12,400 h');
  await expect(both).toContainText('As it stands now, by Odo Penhallowgood');
  await both.getByRole('button', { name: 'Put mine over it' }).click();
  await expect(both).toContainText('Everything has been sent.');
  await both.getByRole('button', { name: 'Close' }).click();
  await expect(sheet(page, 'Facts')).toContainText('good: 12,400 h');
});
