import { readFileSync } from 'node:fs';
import { masterKeyOf, openDatabase, photoStore } from '@udrel/server/services';
import { seedDemo } from './seed';

const url = process.env['UDREL_DATABASE_URL'];
const keyFile = process.env['UDREL_KEY_FILE'];
const photos = process.env['UDREL_PHOTOS'];
if (!url || !keyFile || !photos) throw new Error('UDREL_DATABASE_URL, UDREL_KEY_FILE or UDREL_PHOTOS is not set');
const database = await openDatabase(url, 4);
const [{ count }] = (await database.query('select count(*)::int as count from staff')) as [{ count: number }];
if (count === 0) {
  const { jobs } = await seedDemo(database, {
    masterKey: masterKeyOf(readFileSync(keyFile, 'utf8').trim()),
    photos: photoStore(photos),
    now: Date.now(),
  });
  process.stdout.write(`Demo scenario loaded: ${jobs} jobs.\n`);
}
await database.destroy();
