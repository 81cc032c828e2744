import { buildAll } from './lib/build.mjs';
import { tryPort } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { fail } from './lib/run.mjs';
import { endLeftovers, lockFolder, openShop, settings } from './lib/shop.mjs';

const given = settings();
const unlock = lockFolder(given.data);
await endLeftovers(given.data);
if ((await tryPort(given.port, given.host)) === null) {
  unlock();
  fail(
    `Port ${given.port} on ${given.host} is taken or may not be used. Set PORT to another, such as PORT=${given.port + 10} npm start.`,
  );
}
await installPackages();
await buildAll();
const shop = await openShop(given);

console.log(`
Udrel is running: ${shop.addresses.join('\n                  ')}
Data folder: ${given.data}
${given.demo ? demoText() : ''}Stop with Ctrl-C.
`);

let leaving = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, async () => {
    if (leaving) return;
    leaving = true;
    console.log('Stopping …');
    await shop.stop();
    unlock();
    process.exit(0);
  });
}

function demoText() {
  return `
Demo sign-ins (they work on this computer only):
  technician  ilse  bench-demo-1
  owner       odo   bench-demo-2
  counter     wren  bench-demo-3

What the demo sends to customers comes in at ${shop.post}

`;
}
