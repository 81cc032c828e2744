import { installPackages } from './lib/install.mjs';

/**
 * Writes the JSON Schemas of what the endpoints answer anew: run it when an answer's type has changed. With --check it
 * only says whether the committed ones are current.
 */
await installPackages();
const { answersAreCurrent, writeAnswers } = await import('./lib/answers.mjs');
if (!process.argv.includes('--check')) writeAnswers();
else if (!answersAreCurrent()) {
  console.error('An answer has changed its type: run “npm run answers” and commit what it writes.');
  process.exit(1);
}
