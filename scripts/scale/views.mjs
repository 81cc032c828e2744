import { join } from 'node:path';
import { BROWSER, installBrowser } from '../lib/browser.mjs';

/** Every view, and what is there once it can be used. */
const viewsOf = (tag) => [
  ['Floor', '/', '#hands'],
  ['Jobs', '/jobs', 'table tbody tr'],
  ['a job', `/jobs/${tag}/match`, 'nav[aria-label=Stations]'],
  ['its history', `/jobs/${tag}/history`, 'main li, main tr'],
  ['Book in', '/book-in', 'form input'],
  ['Diary', '/diary', 'main h1, main [role=tablist], main table'],
  ['Before closing', '/before-closing', 'main h1'],
  ['Shelf', '/shelf', 'table tbody tr'],
  ['To order', '/to-order', 'main h1'],
  ['Models', '/models', 'table tbody tr'],
  ['Customers', '/customers', 'table tbody tr'],
  ['Messages', '/messages', 'main [role=tabpanel]'],
  ['Stays', '/stays', 'main [role=tabpanel]'],
  ['Money', '/money', 'main [role=tabpanel]'],
  ['Yardsticks', '/yardsticks', 'main canvas'],
  ['Shop', '/shop', 'main [role=tabpanel]'],
];

/** Whether all that a view shows was read. */
const NOTHING_READ = () =>
  !/(^|\n)Reading .* …/.test(globalThis.document.querySelector('main')?.innerText ?? 'Reading it …');

/** How long each view takes in Chromium until it can be used, ms, and whether it says that something went wrong. */
export async function viewTimes(server, cookie, tag) {
  await installBrowser();
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(BROWSER);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  const [name, value] = cookie.split('=');
  await context.addCookies([{ name, value, url: server }]);
  const page = await context.newPage();
  const times = [];
  for (const [view, path, ready] of viewsOf(tag)) {
    const began = performance.now();
    await page.goto(server + path);
    // A heading alone is no view: nothing of it may still be read.
    const shown = await page
      .waitForSelector(ready, { timeout: 20_000 })
      .then(() => page.waitForFunction(NOTHING_READ, null, { timeout: 20_000 }))
      .then(
        () => true,
        () => false,
      );
    const ms = Math.round(performance.now() - began);
    await page.waitForTimeout(500);
    const alerts = await page.locator('main [role=alert]').allTextContents();
    if (process.env.UDREL_SCALE_SHOTS)
      await page.screenshot({ path: join(process.env.UDREL_SCALE_SHOTS, `${view}.png`) });
    times.push({ view, ms: shown ? ms : null, alerts });
  }
  await browser.close();
  return times;
}
