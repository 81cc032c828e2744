import { openDatabase, setPasswordByConsole } from '../../apps/server/src/app/services.ts';

/** Gives the account named in the environment the password named there. */
const database = await openDatabase(process.env.UDREL_DATABASE_URL, 2);
const known = await setPasswordByConsole(database, process.env.UDREL_LOGIN, process.env.UDREL_PASSWORD);
await database.destroy();
if (!known) {
  process.stdout.write(`There is no account ${process.env.UDREL_LOGIN}.\n`);
  process.exitCode = 1;
}
