import { expect, test, type Page } from '@playwright/test';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { openShop } from '../../scripts/lib/shop.mjs';
import { enter, open } from '../support/bench';
import { seededFolder } from '../support/folder';
import { faultsOf } from '../support/look';

const STATIONS = ['book-in', 'assess', 'match', 'plan', 'copy', 'swap', 'prove', 'hand-over'];
/** What is looked at together, by what it is about. */
const VIEWS = {
  'of the day and the counter': [
    ...['/', '/jobs', '/jobs?text=nobody', '/book-in', '/shelf', '/models', '/models/new'],
    ...['/customers', '/customers?find=nobody', '/money', '/money?page=till', '/money?page=claims', '/messages'],
    ...['/diary', '/diary?days=7', '/before-closing', '/to-order', '/yardsticks'],
  ],
  'of the house': [
    ...['/stays', '/stays?page=round', '/stays/U-2393/2/wipe', '/shop', '/shop?page=staff', '/shop?page=work'],
    ...['/shop?page=papers', '/shop?page=keeping', '/shop/audit', '/jobs/U-2408/history', '/interface'],
  ],
  'of a job, station by station': STATIONS.map((station) => `/jobs/U-2408/${station}`),
  'of jobs that stand somewhere else': [
    ...['/jobs/U-2418/book-in', '/jobs/U-2420/assess', '/jobs/U-2422/swap', '/jobs/U-2422/prove'],
    ...['/jobs/U-2422/hand-over', '/jobs/U-2398/hand-over', '/jobs/U-2409/match', '/jobs/U-2426/match'],
    ...['/jobs/U-2427/copy', '/jobs/U-2431/plan', '/jobs/U-2432/plan', '/jobs/U-2433/copy'],
  ],
  'on paper': [
    ...['/print/labels/U-2418', '/print/quote/U-2409', '/print/part/TH-TP-05', '/print/document/U-2401'],
    ...['/print/plan/U-2411', '/print/drives/U-2411', '/print/receipt/U-2408', '/print/diary/2031-03-03'],
  ],
};

/** Controls that look the same with the keyboard at them. */
async function withoutFocus(page: Page): Promise<string[]> {
  // A key was pressed last: what is focused then shows it.
  await page.keyboard.press('Tab');
  return page.evaluate(() => {
    const controls = 'a[href], button, input, select, textarea, summary, [tabindex="0"]';
    const SHOWN = ['outline', 'boxShadow', 'borderTop', 'stroke', 'strokeWidth', 'backgroundColor'] as const;
    const kindOf = (one: Element) => `${one.tagName} ${one.className} ${one.parentElement?.className}`;
    const lookOf = (one: Element) => {
      const around = [one, one.parentElement, one.parentElement?.parentElement].filter((el) => el instanceof Element);
      const parts = [...around, ...(one.parentElement?.querySelectorAll('fieldset') ?? []), ...one.children];
      return parts.map((part) => SHOWN.map((name) => getComputedStyle(part)[name]).join()).join('|');
    };
    return (
      [...document.querySelectorAll<HTMLElement>(controls)]
        .filter((one) => one.checkVisibility() && !one.matches(':disabled, [type=hidden], [hidden]'))
        .filter((one) => one.getClientRects().length > 0)
        // Those of a class look alike: one of each is tried.
        .filter((one, index, all) => all.findIndex((other) => kindOf(other) === kindOf(one)) === index)
        .filter((one) => {
          (document.activeElement as HTMLElement | null)?.blur();
          const before = lookOf(one);
          one.focus();
          return document.activeElement === one && lookOf(one) === before;
        })
        .map((one) => one.outerHTML.slice(0, 160))
    );
  });
}

test.describe('every view', () => {
  // At a demo shop of its own: it takes long, and leaves what others do alone.
  let shop: Awaited<ReturnType<typeof openShop>>;
  test.beforeAll(async () => {
    const given = { host: '127.0.0.1', databaseUrl: null, demo: true, benchSpeed: '20' };
    shop = await openShop({ ...given, port: await freePort(0), data: seededFolder() }, { fast: true, quiet: true });
  });
  test.afterAll(() => shop.stop());

  for (const [which, paths] of Object.entries(VIEWS)) {
    test(`${which} is accessible, light and dark, and nothing is wider than a tablet at the bench`, async ({
      browser,
    }) => {
      const page = await browser.newPage({ baseURL: shop.url });
      await enter(page);
      for (const path of paths) await lookAt(page, path);
    });
  }

  test('of a station has its work over the whole width', async ({ browser }) => {
    const page = await browser.newPage({ baseURL: shop.url });
    await enter(page, 'ilse', '/jobs/U-2410/plan');
    const map = await page.getByRole('group', { name: 'Plan', exact: true }).boundingBox();
    expect(map?.width).toBeGreaterThan(600);
  });
});

async function lookAt(page: Page, path: string): Promise<void> {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.emulateMedia({ colorScheme: 'light' });
  await open(page, path);
  await expect(page.getByText(/^Reading/)).toHaveCount(0);
  // Colours do not fade over: they are looked at as they end.
  await page.addStyleTag({ content: '* { transition: none !important; }' });
  const light = await faultsOf(page);
  // The page is the same one in the dark: only its colours can differ.
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark');
  expect(await withoutFocus(page), `${path}: nothing shows where the keyboard is`).toEqual([]);
  const dark = await faultsOf(page, 'contrast');
  expect([...light, ...dark], path).toEqual([]);
  await page.setViewportSize({ width: 768, height: 1024 });
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width, path).toBeLessThanOrEqual(768);
}
