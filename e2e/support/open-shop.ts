import { rmSync } from 'node:fs';
import { openShop } from '../../scripts/lib/shop.mjs';
import { dataFolder } from './folder';

/** The built application with the demo scenario, its own database and a bench four hundred times as fast. */
export default async function setUp(): Promise<() => Promise<void>> {
  const data = dataFolder();
  const port = Number(process.env['UDREL_E2E_PORT'] ?? 4390);
  const given = { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '400' };
  const shop = await openShop(given, { fast: true, quiet: true });
  process.env['UDREL_E2E_DATABASE'] = shop.databaseUrl;
  return async () => {
    await shop.stop();
    rmSync(data, { recursive: true, force: true });
  };
}
