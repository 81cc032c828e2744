import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { enter, sheet } from '../support/bench';

const picture = async (red: number) => ({
  name: 'palm-rest.jpg',
  mimeType: 'image/jpeg',
  buffer: await sharp({ create: { width: 900, height: 600, channels: 3, background: { r: red, g: 120, b: 120 } } })
    .jpeg()
    .toBuffer(),
});

test('a phone is paired by a code on the screen, once, and what it takes is on the job; a ring is drawn around what it shows', async ({
  page,
  browser,
  baseURL,
}) => {
  await enter(page, 'ilse', '/jobs/U-2452/swap');
  const photos = sheet(page, 'Photographs');
  // One was taken when it came.
  await expect(photos.getByRole('button', { name: /^Photograph 1: underside, as it came/ })).toBeVisible();
  await photos.getByRole('button', { name: 'By phone …' }).click();
  const dialog = page.getByRole('dialog', { name: /Photographs of U-2452, Swap, by phone/ });
  await expect(dialog.getByRole('img', { name: /^Code of http/ })).toBeVisible();
  const path = (await dialog.getByRole('link', { name: 'The same address' }).getAttribute('href')) ?? '';

  // Another device, where nobody is signed in.
  const phone = await browser.newPage({ baseURL: baseURL ?? '', viewport: { width: 390, height: 844 } });
  await phone.goto(path);
  await expect(phone.getByRole('heading', { name: 'U-2452, Swap' })).toBeVisible();
  await phone.getByLabel('Photograph to send').setInputFiles(await picture(180));
  await expect(phone.getByRole('status')).toHaveText('1 sent.');
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'U-2452, Swap' })).toBeVisible();
  const second = await browser.newPage({ baseURL: baseURL ?? '' });
  await second.goto(path);
  await expect(second.getByRole('alert')).toContainText('This address has been used');
  await second.close();

  await expect(dialog.getByRole('status')).toContainText('so far: 2');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await phone.getByLabel('Photograph to send').setInputFiles(await picture(20));
  await expect(phone.getByRole('alert')).toContainText('its time is over');
  await phone.close();

  await photos.getByRole('button', { name: /^Photograph 2/ }).click();
  const shown = page.getByRole('dialog', { name: /Photograph at Swap/ });
  const drawing = shown.getByRole('img', { name: /^The photograph with 0 marks/ });
  const box = await drawing.boundingBox();
  if (!box) throw new Error('nothing to draw on');
  await page.mouse.move(box.x + 200, box.y + 150);
  await page.mouse.down();
  await page.mouse.move(box.x + 260, box.y + 150);
  await page.mouse.up();
  await shown.getByLabel('Ring 1: what it shows').fill('scratch');
  await shown.getByLabel('What it shows', { exact: true }).fill('palm rest before it was opened');
  await shown.getByRole('button', { name: 'Keep' }).click();
  await expect(photos.getByRole('button', { name: /palm rest before it was opened/ })).toContainText('1');
  await expect(sheet(page, 'History')).toContainText('Photograph at Swap, by phone');
});

test('a photograph that finds no connection waits in the browser; one that is refused then stays there until it is settled', async ({
  page,
  context,
}) => {
  await enter(page, 'ilse', '/jobs/U-2452/prove');
  const photos = sheet(page, 'Photographs');
  await expect(photos.getByRole('button', { name: 'Photograph …' })).toBeVisible();
  await page.waitForTimeout(500);
  await context.setOffline(true);
  await photos.getByLabel('Photograph to keep').setInputFiles(await picture(90));
  await expect(photos.getByRole('status')).toHaveText('1 waits to be sent.');
  await expect(page.getByRole('button', { name: '1 kept' })).toBeVisible();
  const detail = 'This job has as many photographs as it may.';
  await page.route('**/jobs/U-2452/photos', (route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status: 409, contentType: 'application/problem+json', json: { detail, code: 'full' } })
      : route.fallback(),
  );
  await context.setOffline(false);
  await page.getByRole('button', { name: '1 to settle' }).press('Enter');
  const kept = page.getByRole('dialog', { name: 'Kept in this browser' });
  await expect(kept.getByRole('listitem')).toContainText(detail);
  await expect(kept.locator('img')).toBeVisible();
  await page.unroute('**/jobs/U-2452/photos');
  await kept.getByRole('button', { name: 'Try again' }).press('Enter');
  await expect(kept).toContainText('Everything has been sent.');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /kept|to settle/ })).toHaveCount(0);
  await expect(photos.getByRole('button', { name: /^Photograph 1/ })).toBeVisible();
  await expect(photos.getByRole('status')).toHaveCount(0);
});
