import { expect, test } from '@playwright/test';
import { enter, sheet } from '../support/bench';

test.describe('a browser that keeps the shell', () => {
  test.use({ serviceWorkers: 'allow' });

  test('opens without a connection, with what is kept, and goes on by itself once it is back', async ({
    page,
    context,
  }) => {
    await enter(page, 'ilse', '/jobs/U-2419/assess');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await context.setOffline(true);
    await page.getByLabel('Note', { exact: true }).fill('written without a connection');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('button', { name: '1 kept' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('heading', { name: 'No connection' })).toBeVisible();
    await expect(sheet(page, 'Kept in this browser')).toContainText('written without a connection');
    await context.setOffline(false);
    await expect(sheet(page, 'History')).toContainText('written without a connection');
    await expect(page.getByRole('button', { name: /kept$/ })).toHaveCount(0);
  });

  test('takes files of the build from what is kept without starting its worker, and asks the server itself', async ({
    page,
  }) => {
    await enter(page, 'ilse');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await expect(page.getByRole('heading', { name: 'Hands next' })).toBeVisible();
    const sources = await page.evaluate(() =>
      performance.getEntriesByType('resource').map((one) => {
        const { workerFinalSourceType: from } = one as { workerFinalSourceType?: string } & typeof one;
        const { pathname } = new URL(one.name);
        return [/^\/(assets|api)\/.*(\.js$|\/session$)/.exec(pathname)?.[1], from];
      }),
    );
    expect(sources).toContainEqual(['assets', 'cache']);
    expect(sources).toContainEqual(['api', 'network']);
    expect(sources).not.toContainEqual(['assets', 'network']);
  });
});

test('a view that a new build has under another name loads the page anew instead of failing', async ({ page }) => {
  await enter(page, 'ilse');
  let gone = 0;
  await page.route(/\/assets\/Models-.*\.js$/, (route) => {
    gone += 1;
    return gone === 1 ? route.fulfill({ status: 404 }) : route.continue();
  });
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Models' }).click();
  await expect(page.getByRole('heading', { name: 'Models' })).toBeVisible();
  expect(gone).toBe(2);
  const { headers } = await page.request.get('/').then(async (answer) => ({ headers: answer.headers() }));
  expect(headers['cache-control']).toBe('no-cache');
});
