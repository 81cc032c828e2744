import { prepareDatabase } from './prepare-database';

/** Prepares the database of a shop before its servers are started. */
const { UDREL_OWNER_URL: ownerUrl, UDREL_APP_ROLE: name, UDREL_APP_PASSWORD: password } = process.env;
if (!ownerUrl || !name || !password)
  throw new Error('UDREL_OWNER_URL, UDREL_APP_ROLE or UDREL_APP_PASSWORD is not set');
await prepareDatabase(ownerUrl, { name, password }).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = 1;
});
