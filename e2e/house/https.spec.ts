import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { openNginx } from '../../scripts/lib/nginx.mjs';
import { openShop, type ShopSettings } from '../../scripts/lib/shop.mjs';
import { namesOfHere, ownCertificate } from '../../scripts/lib/tls.mjs';
import { dataFolder } from '../support/folder';
import { PORTS } from '../support/shops';
import { tablet } from '../support/trusting';

const NAME = 'bench.shop.test';
/** Where the shop of a path listens, with its other ports behind it: none of those that connections out are given. */
const OWN = PORTS.counter + 40;

/** An empty shop with the code to make its owner's account. */
async function emptyShop(given: Partial<ShopSettings> & { data: string }) {
  let code = '';
  const settings = { port: await freePort(OWN), databaseUrl: null, demo: false, benchSpeed: '20', host: '127.0.0.1' };
  const hear = (line: string) => {
    code = /account: (\S+)/.exec(line)?.[1] ?? code;
  };
  const shop = await openShop({ ...settings, ...given }, { fast: true, quiet: true, hear });
  await expect.poll(() => code).not.toBe('');
  return { shop, code };
}

async function makeOwner(page: Page, code: string) {
  await page.getByLabel('Code from the console').fill(code);
  await page.getByLabel('Your name').fill('Idris Vell');
  await page.getByLabel('Sign-in name').fill('idris');
  await page.getByLabel(/^Password/).fill('an-anvil-and-9');
  await page.getByLabel(/^Password/).press('Enter');
  // An empty shop leads its owner through the set-up.
  await expect(page.getByRole('heading', { name: 'Set-up' })).toBeVisible();
}

const opens = async (browser: Browser, url: string) => {
  const page = await browser.newPage({ serviceWorkers: 'allow' });
  await page.goto(url);
  return page;
};

test('tablets come in over HTTPS by the shop’s own certificate, on another address than localhost', async () => {
  const data = dataFolder();
  const host = '127.0.0.3';
  const { shop, code } = await emptyShop({ data, host, ownTls: true, env: { UDREL_HOSTS: NAME } });
  const [url = ''] = shop.addresses;
  const named = url.replace(host, NAME);
  const stranger = await tablet(null, { [NAME]: host });
  await expect(opens(stranger, named)).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID');
  await stranger.close();
  const browser = await tablet(join(data, 'tls', 'authority.crt'), { [NAME]: host });
  try {
    const page = await opens(browser, named);
    await makeOwner(page, code);
    const [cookie] = (await page.context().cookies()).filter(({ name }) => name === 'udrel');
    expect(cookie).toMatchObject({ secure: true, httpOnly: true, domain: NAME });
    expect(await page.evaluate(() => isSecureContext)).toBe(true);
    // Offline work needs a worker, which a browser lets none but a trusted page have.
    await expect
      .poll(() => page.evaluate(async () => (await navigator.serviceWorker.getRegistrations()).length))
      .toBe(1);
    await page.goto(`${named}/shop?page=keeping`);
    const ways = page.getByRole('region', { name: 'Tablets and phones' });
    await expect(ways).toContainText('Over HTTPS, by a certificate of the server.');
    const file = page.waitForEvent('download');
    await ways.getByRole('link', { name: 'The authority of the shop' }).click();
    expect((await file).suggestedFilename()).toBe('authority.crt');
    await expect(ways.getByLabel('Figures of the authority')).toHaveText(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/);
    // By its number, too.
    await opens(browser, url);
  } finally {
    await browser.close();
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  }
});

test('behind nginx as it is shipped: HTTPS for whoever comes, hints as they happen, plain words refused', async () => {
  const data = dataFolder();
  const address = '127.0.0.4';
  const made = await ownCertificate(join(data, 'tls'), namesOfHere([NAME]));
  const port = await freePort(OWN + 20, address);
  const publicUrl = `https://${NAME}:${port}`;
  const { shop, code } = await emptyShop({
    ...{ data, publicUrl },
    env: { UDREL_PUBLIC_URL: publicUrl, UDREL_TRUSTED_PROXY: 'loopback' },
  });
  const behind = shop.listens;
  const nginx = await openNginx({ folder: join(data, 'nginx'), address, port, ...made, servers: [behind] });
  const browser = await tablet(made.authority, { [NAME]: address });
  try {
    const page = await opens(browser, publicUrl);
    await makeOwner(page, code);
    const [cookie] = (await page.context().cookies()).filter(({ name }) => name === 'udrel');
    expect(cookie?.secure).toBe(true);
    // What is told comes in as it happens: the stream is not held back on its way.
    const other = await opens(browser, publicUrl);
    await other.getByLabel('Name').fill('idris');
    await other.getByLabel('Password').fill('an-anvil-and-9');
    await other.getByLabel('Password').press('Enter');
    await expect(other.getByRole('heading', { name: 'Hands next' })).toBeVisible();
    await page.goto(`${publicUrl}/shop`);
    await page.getByRole('button', { name: 'Sign out everywhere else' }).click();
    await expect(other.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
    await page.goto(`${publicUrl}/shop?page=keeping`);
    await expect(page.getByRole('region', { name: 'Tablets and phones' })).toContainText('through a proxy');
    const plain = await fetch(`http://${behind}/api/v1/session`);
    expect([plain.status, await plain.json()]).toMatchObject([403, { code: 'plain' }]);
    const led = await fetch(`http://${behind}/jobs`, { redirect: 'manual' });
    expect([led.status, led.headers.get('location')]).toEqual([308, `${publicUrl}/jobs`]);
  } finally {
    await browser.close();
    await nginx.stop();
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  }
});
