import { resolve } from 'node:path';
import { fail } from '../lib/run.mjs';
import { intoEmpty, requireFiles } from './into-empty.mjs';

/** Brings an open archive of a shop into an empty data folder: npm run bring-in -- ARCHIVE. */
const [archive] = process.argv.slice(2);
if (!archive) fail('Say what: npm run bring-in -- ARCHIVE, as Shop, Keeping gave it out.');
requireFiles([archive]);
const { done, data, seconds } = await intoEmpty(
  'bring-in',
  { UDREL_ARCHIVE: resolve(archive) },
  'It was not brought in',
);
console.log(`
Brought into ${data} in ${seconds} s: ${done.jobs} jobs, ${done.photos} photographs, as they were at ${done.at}.
Nobody has a password yet: npm run password -- ${done.owner ?? 'NAME'} sets one for ${done.owner ? 'the owner' : 'an account'}; the others get theirs under Shop, Staff.
Secrets, and how mail and text messages leave, did not come along. Messages that waited are to be looked at. Start it with UDREL_DEMO=0 npm start.
`);
