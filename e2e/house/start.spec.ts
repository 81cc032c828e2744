import { chmodSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { dataFolder, seededFolder } from '../support/folder';
import { start } from '../support/start';

const health = (port: number) =>
  fetch(`http://127.0.0.1:${port}/api/v1/health`).then(
    async (response) => (await response.json()) as { database: string },
    () => null,
  );

test('a second start on the same folder is refused, a killed one is taken over, Ctrl-C stops everything', async () => {
  const folder = seededFolder();
  const port = await freePort(0);
  const settings = { UDREL_DATA: folder, PORT: String(port) };
  try {
    const first = start(settings);
    await expect.poll(first.printed, { timeout: 120_000 }).toContain(`http://127.0.0.1:${port}`);
    expect(first.printed()).toContain('technician  ilse');

    const second = start(settings);
    expect(await second.ended).toBe(1);
    expect(second.printed()).toContain('running already');

    first.child.kill('SIGKILL');
    await first.ended;
    const third = start(settings);
    await expect.poll(third.printed, { timeout: 120_000 }).toContain('Udrel is running');
    expect(third.printed()).not.toContain('Building');
    expect((await health(port))?.database).toBe('up');

    third.child.kill('SIGINT');
    expect(await third.ended).toBe(0);
    expect(await health(port)).toBeNull();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('what stands in the way of a start is said', async () => {
  const folder = dataFolder();
  const holder = createServer();
  await new Promise<void>((resolve) => holder.listen(0, '127.0.0.1', resolve));
  const port = String((holder.address() as { port: number }).port);
  const free = String(await freePort(0));
  const cases: [settings: Record<string, string>, words: string][] = [
    [{ UDREL_DATA: folder, PORT: port }, `Port ${port} on 127.0.0.1 is taken`],
    [{ UDREL_DATA: folder, PORT: 'harbour' }, 'PORT is “harbour”'],
    [{ UDREL_DATA: join(folder, 'a-file', 'below'), PORT: '4999' }, 'cannot be written'],
    [{ UDREL_DATA: folder, PORT: free, UDREL_DATABASE_URL: 'postgres://u@127.0.0.1:9/x' }, 'No PostgreSQL answers'],
  ];
  writeFileSync(join(folder, 'a-file'), '');
  if (process.getuid?.() === 0) {
    const closed = join(folder, 'closed');
    mkdirSync(closed);
    chmodSync(closed, 0o700);
    cases.push([{ UDREL_DATA: join(closed, 'data'), PORT: String(await freePort(0)) }, 'cannot reach']);
  }
  for (const [settings, words] of cases) {
    const tried = start(settings);
    expect(await tried.ended).toBe(1);
    expect(tried.printed()).toContain(words);
  }
  holder.close();
  rmSync(folder, { recursive: true, force: true });
});

test('an empty shop has nothing in its lists, and is called so', async ({ page }) => {
  const folder = dataFolder();
  const port = await freePort(0);
  const at = (path: string) => `http://127.0.0.1:${port}${path}`;
  const shop = start({ UDREL_DATA: folder, PORT: String(port), UDREL_DEMO: '0' });
  try {
    await expect.poll(shop.printed, { timeout: 120_000 }).toMatch(/account: \S+/);
    await expect.poll(shop.printed, { timeout: 120_000 }).toContain('Udrel is running');
    const code = /account: (\S+)/.exec(shop.printed())?.[1] ?? '';
    const owner = { code, name: 'Mabel Tarn', login: 'mabel', password: 'a long password' };
    expect((await page.request.post(at('/api/v1/set-up'), { data: owner })).ok()).toBe(true);
    for (const [path, words] of [
      ['/', 'No job is open.'],
      ['/', 'The shop is not set up yet'],
      ['/jobs', 'No job is like that'],
      ['/shelf', 'No part is like that'],
      ['/models', 'No model is like that'],
    ] as const) {
      await page.goto(at(path));
      await expect(page.getByText(words)).toBeVisible();
    }
    await expect(page.getByText('Demo data')).toHaveCount(0);
  } finally {
    shop.child.kill('SIGINT');
    await shop.ended;
    rmSync(folder, { recursive: true, force: true });
  }
});
