import { rmSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { openShop } from '../../scripts/lib/shop.mjs';
import { seededFolder } from '../support/folder';

interface Received {
  id: string;
  to: string;
}

test('mail goes once to each, through a server that is killed in the middle', async ({ request }) => {
  const data = seededFolder();
  const settings = { host: '127.0.0.1', databaseUrl: null, demo: true, benchSpeed: '20', berths: 'none', data };
  const shop = await openShop({ ...settings, port: await freePort(0) }, { quiet: true });
  try {
    const api = `${shop.url}/api/v1`;
    const send = async (method: 'post' | 'put', path: string, body: object) => {
      const headers = { 'idempotency-key': crypto.randomUUID() };
      const answer = await request[method](`${api}${path}`, { data: body, headers });
      expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
    };
    const received = async (): Promise<Received[]> =>
      ((await (await request.get(`${shop.post}/received`)).json()) as Received[]).filter(({ to }) =>
        to.endsWith('@crowd.example'),
      );
    await send('post', '/session', { login: 'odo', password: 'bench-demo-2' });
    const rules = (await (await request.get(`${api}/shop/messages`)).json()) as { templates: { kind: string }[] };
    const templates = rules.templates.map((one) => ({ ...one, how: one.kind === 'booked in' ? 'by itself' : 'not' }));
    await send('put', '/shop/messages', { ...rules, templates });
    const [model] = (await (await request.get(`${api}/models?find=T15-4820`)).json()) as { id: string }[];
    const crowd = Array.from({ length: 24 }, (_none, n) => `c${n}@crowd.example`);
    for (const [n, email] of crowd.entries()) {
      await send('post', '/orders', {
        customer: { id: null, name: `Crowd ${n}`, phone: '', email },
        jobs: [
          {
            device: { modelId: model?.id ?? null, stub: null, serial: `CROWD-${n}`, place: '' },
            ...{ wishes: [{ kind: 'new drive', least: 240e9 }], complaint: 'slow', condition: '', leftWithUs: [] },
            ...{ secrets: [], facts: {}, promisedAt: null, price: null },
          },
        ],
      });
      if (n === 15) {
        // Some have gone by now, the others wait or are on their way.
        await expect.poll(async () => (await received()).length).toBeGreaterThan(0);
        shop.children['server']?.kill('SIGKILL');
        await expect
          .poll(() =>
            request.get(`${api}/health`).then(
              (one) => one.ok(),
              () => false,
            ),
          )
          .toBe(true);
      }
    }
    await expect.poll(async () => (await received()).length, { timeout: 180_000 }).toBe(crowd.length);
    expect((await received()).map(({ to }) => to).sort()).toEqual([...crowd].sort());
  } finally {
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  }
});
