import { readFileSync } from 'node:fs';
import pg from 'pg';

const url = process.env['UDREL_DATABASE_URL'];
const keyFile = process.env['UDREL_KEY_FILE'];
const folder = process.env['UDREL_PHOTOS'];
if (!url || !keyFile || !folder) throw new Error('UDREL_DATABASE_URL, UDREL_KEY_FILE or UDREL_PHOTOS is not set');

/** Whether anybody works in the shop: what is there stays as it is. */
async function isSettled(address: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: address });
  await client.connect();
  const { rowCount } = await client.query('select 1 from staff limit 1');
  await client.end();
  return rowCount === 1;
}

if (!(await isSettled(url))) {
  // Most starts find a shop that has what it needs: what loads it is read only where it is loaded.
  const { masterKeyOf, openDatabase, photoStore } = await import('@udrel/server/services');
  const { seedDemo } = await import('./seed');
  const database = await openDatabase(url, 4);
  const masterKey = masterKeyOf(readFileSync(keyFile, 'utf8').trim());
  const { jobs } = await seedDemo(database, { masterKey, photos: photoStore(folder), now: Date.now() });
  process.stdout.write(`Demo scenario loaded: ${jobs} jobs.\n`);
  await database.destroy();
}
