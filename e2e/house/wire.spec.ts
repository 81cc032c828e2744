import { expect, test, type Browser, type Page } from '@playwright/test';
import { connect, createServer, type AddressInfo, type Server } from 'node:net';
import { enter } from '../support/bench';

/**
 * A way to the server that counts every byte that comes back over it. The stream of hints is held: what berths count each second
 * would be read again while a slow machine still loads.
 */
async function countedWay(to: string): Promise<{ server: Server; origin: string; received: () => number }> {
  let received = 0;
  const { hostname, port } = new URL(to);
  const server = createServer((browser) => {
    const shop = connect(Number(port), hostname);
    shop.on('data', (bytes) => {
      received += bytes.length;
      browser.write(bytes);
    });
    browser.on('data', (bytes) => {
      if (!bytes.toString('latin1', 0, 20).startsWith('GET /api/v1/hints')) shop.write(bytes);
    });
    for (const [one, other] of [
      [browser, shop],
      [shop, browser],
    ] as const) {
      one.on('close', () => other.destroy());
      one.on('error', () => other.destroy());
    }
  });
  await new Promise<void>((listening) => server.listen(0, hostname, listening));
  const origin = `http://${hostname}:${(server.address() as AddressInfo).port}`;
  return { server, origin, received: () => received };
}

/** What a browser that was never here receives until a page stands, and what it asked for more than once. */
async function load(browser: Browser, baseURL: string, path: string, stands: (page: Page) => Promise<void>) {
  const way = await countedWay(baseURL);
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.request.post(`${way.origin}/api/v1/session`, { data: { login: 'ilse', password: 'bench-demo-1' } });
  const asked: string[] = [];
  page.on('request', (request) => asked.push(`${request.method()} ${request.url().slice(way.origin.length)}`));
  const before = way.received();
  await page.goto(way.origin + path);
  await stands(page);
  // What its scripts ask for was on its way before they were read.
  const ahead = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter((one) => (one as PerformanceResourceTiming).initiatorType === 'link')
      .map(({ name }) => new URL(name).pathname),
  );
  const received = way.received() - before;
  await context.close();
  way.server.close();
  return { received, ahead, twice: asked.filter((one, index) => asked.indexOf(one) !== index) };
}

test('the Floor comes in 330 kB, all of it, and asks for nothing twice', async ({ browser, baseURL }) => {
  const { received, ahead, twice } = await load(browser, baseURL ?? '', '/', (page) =>
    expect(page.locator('#hands')).toBeVisible(),
  );
  expect(received).toBeGreaterThan(100_000);
  expect(received).toBeLessThanOrEqual(330_000);
  expect(ahead).toEqual(expect.arrayContaining(['/api/v1/session', '/api/v1/floor']));
  expect(twice).toEqual([]);
});

test('a plan comes in 420 kB, all of it, and asks for nothing twice', async ({ page, browser, baseURL }) => {
  await enter(page);
  const { received, ahead, twice } = await load(browser, baseURL ?? '', '/jobs/U-2431/plan', (plan) =>
    expect(plan.getByRole('tab', { name: 'Transfer map' })).toBeVisible(),
  );
  expect(received).toBeLessThanOrEqual(420_000);
  expect(ahead).toEqual(expect.arrayContaining(['/api/v1/session', '/api/v1/jobs/U-2431']));
  expect(twice).toEqual([]);
});
