import { rmSync } from 'node:fs';
import { openShop } from '../../scripts/lib/shop.mjs';
import { dataFolder, seededFolder } from './folder';
import { PORTS } from './shops';

const demo = { host: '127.0.0.1', databaseUrl: null, demo: true, benchSpeed: '400' };
const quietly = { fast: true, quiet: true };

/** The built application with the demo scenario and a database of its own, at each port; a bench 400 times as fast. */
export default async function setUp(): Promise<() => Promise<void>> {
  const seeded = dataFolder();
  // Loaded once, while nothing tells of its runs yet; then copied.
  const first = await openShop({ ...demo, port: PORTS.bench, data: seeded, berths: 'none' }, quietly);
  await first.stop();
  process.env['UDREL_E2E_SEEDED'] = seeded;
  const shops = await Promise.all(
    Object.values(PORTS).map(async (port) => {
      const data = seededFolder();
      return { port, data, shop: await openShop({ ...demo, port, data }, quietly) };
    }),
  );
  process.env['UDREL_E2E_DATABASE'] = shops.find(({ port }) => port === PORTS.counter)?.shop.databaseUrl;
  return async () => {
    await Promise.all(shops.map(({ shop }) => shop.stop()));
    for (const data of [seeded, ...shops.map((one) => one.data)]) rmSync(data, { recursive: true, force: true });
  };
}
