import { expect, test, type Page } from '@playwright/test';
import { enter, gate, sheet } from '../support/bench';
import { PERSON, press, tabTo, type } from '../support/keys';

/** `.` and the number of a station, as a person presses them. */
async function go(page: Page, number: number, station: string): Promise<void> {
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  // Two keys closer than that are a scanner's.
  await page.keyboard.press('.', { delay: 90 });
  await expect(page.getByRole('navigation', { name: 'Views' }).getByText('j', { exact: true })).toBeVisible();
  await page.keyboard.press(String(number));
  await expect(page.getByRole('group', { name: station, exact: true })).toBeVisible();
}

test('a whole job by keyboard, from the counter to the signature', async ({ page }) => {
  await enter(page, 'ilse');
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  await page.keyboard.press('b');
  await expect(page.getByLabel('Customer: name or phone')).toBeFocused();
  await page.keyboard.type('Cormorant Rowing Club', PERSON);
  await type(page, page.getByLabel('Device model: name or number'), 'Q13-2207');
  await expect(page.getByRole('option', { name: /Quill 13/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await type(page, page.getByLabel('Serial of the device'), 'Q13-E2E-88');
  await tabTo(page, page.getByLabel('Wish'));
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Wish')).toHaveValue('memory');
  await type(page, page.getByLabel('Complaint, in the customer’s words'), 'Results take all evening.');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/jobs\/U-\d+\/book-in/);
  await press(page, button('Take up'));
  await expect(button('Put down …')).toBeVisible();

  await go(page, 2, 'Assess');
  await press(page, button('Record the memory'));
  await expect(button('Correct the memory')).toBeVisible();
  const before = sheet(page, /^Before:/);
  await type(page, before.getByLabel('Sequential read, MB/s'), '1500');
  await type(page, before.getByLabel('Cold start-ups, seconds'), '31, 30, 30');
  await page.keyboard.press('Control+Enter');
  await expect(gate(page, 'assessed')).toHaveAttribute('data-holds', 'true');

  await go(page, 3, 'Match');
  const wanted = page.getByRole('radio', { name: '1 × S4 8 GiB DDR4' });
  await tabTo(page, page.getByRole('radio').and(page.locator(':checked')));
  for (let moves = 0; moves < 12 && !(await wanted.isChecked()); moves++) await page.keyboard.press('ArrowDown');
  await press(page, button('Choose and reserve'));
  await expect(button('Reserved')).toBeVisible();
  await tabTo(page, page.getByRole('tab', { name: 'Memory' }));
  await page.keyboard.press('ArrowRight');
  await press(page, button('Accepted at the counter'));
  await expect(gate(page, 'price agreed')).toHaveAttribute('data-holds', 'true');

  await go(page, 6, 'Swap');
  await press(page, button('All out'));
  await press(page, button('Memory is fitted'));
  await expect(page.getByText('fitted', { exact: true })).toBeVisible();
  await go(page, 7, 'Prove');
  await press(page, button('It started'));
  await expect(page.getByRole('list', { name: 'Trial starts' })).toContainText('It started');
  await type(page, sheet(page, /^After:/).getByLabel('Cold start-ups, seconds'), '30, 30, 29');
  await page.keyboard.press('Control+Enter');
  await expect(gate(page, 'measured')).toHaveAttribute('data-holds', 'true');
  await go(page, 6, 'Swap');
  await press(page, button('All back, closed'));
  await expect(page.getByText('everything that came out is back', { exact: true })).toBeVisible();
  await go(page, 7, 'Prove');
  await press(page, button('The rest works'));
  await press(page, button('Record the functions'));
  await expect(gate(page, 'functions')).toHaveAttribute('data-holds', 'true');

  await go(page, 8, 'Hand over');
  await press(page, button('Document given'));
  await type(page, page.getByLabel('Name of who signs'), 'C. Oar');
  await press(page, button('Signed'));
  await press(page, button('Hand over and close'));
  await press(page, button(/^Close with .* open$/));
  await expect(page.getByText(/^closed today/)).toBeVisible();
});

test('a device that the library does not have is booked in by keyboard, past a day that is typed', async ({ page }) => {
  const press = (key: string) => page.keyboard.press(key);
  // As fingers do: what comes faster is a scanner.
  const type = (text: string) => page.keyboard.type(text, { delay: 90 });
  await enter(page, 'wren');
  await press('b');
  await expect(page.getByLabel('Customer: name or phone')).toBeFocused();
  await type('Ada Farrow');
  await tabTo(page, page.getByLabel('Device model: name or number'));
  const looked = page.waitForResponse(/models\?find=Zenith(%20|\+)9$/);
  await type('Zenith 9');
  await looked;
  await expect(page.getByRole('option', { name: 'Not in the library: book it by its name' })).toBeVisible();
  await press('Enter');
  await expect(page.getByLabel('Maker')).toBeFocused();
  await type('Farrow Works');
  await tabTo(page, page.getByLabel('Serial of the device'));
  await type('ZN9-0001');
  const promised = page.getByRole('group', { name: 'Promised' });
  await tabTo(page, promised.getByRole('spinbutton', { name: 'Day' }));
  await type('24122031');
  // The hours are taken out: half a moment is no promise, and not none either.
  await press('Backspace');
  await tabTo(page, page.getByLabel('Complaint, in the customer’s words'));
  await type('Slow.');
  await press('Control+Enter');
  await expect(page.getByText('Type a day and a time.')).toBeVisible();
  await promised.getByRole('spinbutton', { name: 'Hours' }).focus();
  await type('16');
  await press('Control+Enter');
  await expect(page).toHaveURL(/\/jobs\/U-\d+\/book-in/);
  await expect(page.getByText(/Farrow Works Zenith 9/).first()).toBeVisible();
  await expect(page.getByText(/24 Dec 2031/).first()).toBeVisible();
});
