import { chmodSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER, installBrowser } from './lib/browser.mjs';
import { buildAll } from './lib/build.mjs';
import { freePort } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { ROOT, sleep } from './lib/run.mjs';
import { openShop } from './lib/shop.mjs';

/** One current picture of each main view in docs/screenshots, from the demo data, at 1280x800. */
const VIEWS = [
  ['floor', '/', (page) => page.getByLabel('Whose hands').waitFor()],
  ['jobs', '/jobs?all=yes'],
  ['book-in', '/book-in'],
  ['assess', '/jobs/U-2413/assess'],
  ['match', '/jobs/U-2425/match'],
  ['plan', '/jobs/U-2410/plan'],
  ['copy', '/jobs/U-2433/copy'],
  ['swap', '/jobs/U-2407/swap'],
  ['prove', '/jobs/U-2408/prove'],
  ['hand-over', '/jobs/U-2408/hand-over'],
  ['customer', '/customers?find=harbour', (page) => page.getByRole('row', { name: /^Harbourmaster/ }).click()],
  ['money', '/money'],
  ['diary', '/diary?days=7'],
  ['shelf', '/shelf'],
  ['model', '/models?find=Q13-2207', (page) => page.getByRole('link', { name: 'Copy Q13-2207' }).click()],
  ['stays', '/stays'],
  ['messages', '/messages'],
];
/** Runs need some seconds before there is a curve to show. */
const SETTLE = 9000;

await installPackages();
await installBrowser();
await buildAll();
const { chromium } = await import('@playwright/test');
const data = mkdtempSync(join(tmpdir(), 'udrel-shots-'));
chmodSync(data, 0o755);
/** Where archives would go: a folder that says so, not one of this run. */
const BACKUPS = '/srv/backups';
const wasThere = existsSync(BACKUPS);
const port = await freePort(4480);
const shop = await openShop(
  { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '60', env: { UDREL_BACKUPS: BACKUPS } },
  { fast: true, quiet: true },
);
const browser = await chromium.launch(BROWSER);
await sleep(SETTLE);
await take('light', VIEWS);
await take('light', [['shop', '/shop?page=keeping']], 'odo');
await take('dark', [['yardsticks', '/yardsticks']]);
await browser.close();
await shop.stop();
rmSync(data, { recursive: true, force: true });
if (!wasThere) rmSync(BACKUPS, { recursive: true, force: true });

async function take(colorScheme, views, login = 'ilse') {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme, locale: 'en-GB' });
  const page = await context.newPage();
  await page.goto(shop.url);
  await page.getByRole('button', { name: `Enter as ${login}` }).click();
  await page.getByRole('heading', { name: 'Hands next' }).waitFor();
  for (const [name, path, act] of views) {
    await page.goto(shop.url + path);
    // The stream of hints never ends, so that the network is never idle: wait for the content instead.
    await page.locator('main, article').first().waitFor();
    while ((await page.getByText(/^(Reading|Opening) .*…$/).count()) > 0) await sleep(100);
    if (act) await act(page);
    await page.evaluate('document.fonts.ready');
    await sleep(600);
    await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
    console.log(`docs/screenshots/${name}.png`);
  }
  await context.close();
}
