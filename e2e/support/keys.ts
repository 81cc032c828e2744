import { expect, type Locator, type Page } from '@playwright/test';

/** Reaches a target by Tab alone, forwards from where the focus is. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  for (let presses = 0; presses < 160; presses++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`not reached by Tab: ${String(target)}`);
}

/** As fast as a good typist: keys closer together than that are a scanner's. */
export const PERSON = { delay: 90 };

export async function type(page: Page, target: Locator, text: string): Promise<void> {
  await tabTo(page, target);
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text, PERSON);
}

export async function press(page: Page, target: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, target);
  await page.keyboard.press(key);
}
