import { expect, test } from '@playwright/test';
import { enter, gate, sheet } from '../support/bench';

const LONG = 'base screw M2.5×6';
const SHORT = 'base screw M2.5×4, front edge';

test('a device is closed on its picture: a long screw in a short one’s place is seen, and put right', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2452/swap');
  const strip = sheet(page, 'Strip-down sheet');
  const picture = strip.getByRole('region', { name: 'On the picture' });
  const at = (name: string, place: number, state: string) =>
    picture.getByRole('button', { name: `${name}, place ${place}: ${state}` });
  const hold = (name: string) => picture.getByRole('radio', { name: new RegExp(`^${name}`) }).check();
  await expect(picture.getByRole('tab', { name: 'Stage 1' })).toHaveAttribute('aria-selected', 'true');

  // Where nobody said what is in the hand, its own piece goes back.
  await at(LONG, 3, 'back').click();
  await at(LONG, 3, 'out').click();
  await at(LONG, 3, 'back').waitFor();
  // Two screws that were closed already come out again, and go back the wrong way round.
  await at(LONG, 3, 'back').click();
  await at(LONG, 3, 'out').waitFor();
  await at(SHORT, 1, 'back').click();
  await at(SHORT, 1, 'out').waitFor();
  await expect(gate(page, 'balanced')).toContainText(`1 × ${LONG} (stage 1) still out`);
  await hold(LONG);
  await at(SHORT, 1, 'out').click();
  await expect(picture.getByRole('alert')).toContainText('2 mm too long, it presses through');
  await hold(SHORT);
  // By keyboard as by finger.
  await at(LONG, 3, 'out').focus();
  await page.keyboard.press('Enter');
  await expect(picture.getByRole('alert').filter({ hasText: '2 mm too short, it does not hold' })).toBeVisible();
  // Every count is even, and it is not balanced all the same.
  await expect(gate(page, 'balanced')).not.toContainText('still out');
  await expect(gate(page, 'balanced')).toContainText(`sits in place 1 of ${SHORT}`);
  await expect(gate(page, 'balanced')).toHaveAttribute('data-holds', 'false');

  await at(LONG, 3, `${SHORT} in it`).click();
  await at(LONG, 3, 'out').waitFor();
  await at(SHORT, 1, `${LONG} in it`).click();
  await at(SHORT, 1, 'out').waitFor();
  await at(SHORT, 1, 'out').click();
  await at(SHORT, 1, 'back').waitFor();
  await hold(LONG);
  await at(LONG, 3, 'out').click();
  await expect(picture.getByRole('alert')).toHaveCount(0);
  await expect(gate(page, 'balanced')).toHaveAttribute('data-holds', 'true');
});

test('where a kind is can be shown on the picture, by finger or by keys; the sheet says how it opens and what breaks', async ({
  page,
}) => {
  await enter(page, 'ilse', '/jobs/U-2426/swap');
  const picture = sheet(page, 'Strip-down sheet').getByRole('region', { name: 'On the picture' });
  await picture.getByRole('tab', { name: 'Stage 3' }).click();
  await picture.getByRole('radio', { name: /^drive ribbon/ }).check();
  await expect(picture).toContainText('slide both ends by about 1 mm');
  await expect(picture).toContainText('breaks: one end, when only one is pushed');
  await expect(picture.getByRole('img', { name: 'How a sliding connector opens' })).toBeVisible();
  await picture.getByRole('button', { name: 'Show where drive ribbon is' }).click();
  await picture.getByRole('button', { name: 'Take back the last' }).click();
  const outline = picture.getByRole('application', { name: 'Outline, inside' });
  await outline.focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowUp', 'Enter']) await page.keyboard.press(key);
  await expect(picture).toContainText('1 of 1 places shown');
  await picture.getByRole('button', { name: 'Keep these places' }).click();
  await expect(picture.getByRole('button', { name: 'drive ribbon, place 1: in' })).toBeVisible();
  await expect(sheet(page, 'History')).toContainText('drive ribbon: shown on the picture, 1 of it');
});
