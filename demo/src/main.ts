import { readFileSync } from 'node:fs';
import { masterKeyOf, openDatabase } from '@udrel/server/services';
import { seedDemo } from './seed';

const url = process.env['UDREL_DATABASE_URL'];
const keyFile = process.env['UDREL_KEY_FILE'];
if (!url || !keyFile) throw new Error('UDREL_DATABASE_URL or UDREL_KEY_FILE is not set');
const database = await openDatabase(url, 4);
const [{ count }] = (await database.query('select count(*)::int as count from staff')) as [{ count: number }];
if (count === 0) {
  const { jobs } = await seedDemo(database, masterKeyOf(readFileSync(keyFile, 'utf8').trim()), Date.now());
  process.stdout.write(`Demo scenario loaded: ${jobs} jobs.\n`);
}
await database.destroy();
