import { copyFileSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fail } from '../lib/run.mjs';
import { intoEmpty, requireFiles } from './into-empty.mjs';

/** Restores an archive into an empty data folder: npm run restore -- ARCHIVE KEYFILE [SECRETS-KEY]. */
const [archive, keyFile, secretsKey] = process.argv.slice(2);
if (!archive || !keyFile)
  fail('Say what and with which key: npm run restore -- ARCHIVE KEYFILE [SECRETS-KEY], each a file.');
requireFiles([archive, keyFile, ...(secretsKey ? [secretsKey] : [])]);
const env = { UDREL_ARCHIVE: resolve(archive), UDREL_IDENTITY: readFileSync(keyFile, 'utf8').trim() };
const { done, data, seconds } = await intoEmpty('restore', env, 'It was not restored');
if (secretsKey) copyFileSync(secretsKey, join(data, 'secrets-key'));
console.log(`
Restored into ${data} in ${seconds} s: ${done.jobs} jobs, ${done.photos} photographs, as they were at ${done.at}.
${secretsKey ? '' : `The secrets of open jobs can be read once the old secrets-key lies in ${data}.\n`}Messages that waited then are to be looked at before they go. Everybody signs in anew. Start it with npm start.
`);
