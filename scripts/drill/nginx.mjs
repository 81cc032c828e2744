import { dirname, join } from 'node:path';
import { freePort } from '../lib/cluster.mjs';
import { openNginx } from '../lib/nginx.mjs';
import { sleep, until } from '../lib/run.mjs';
import { namesOfHere, ownCertificate } from '../lib/tls.mjs';
import { account, openClient, startWriters } from './client.mjs';

const WRITERS = 16;
const LOGIN = { login: 'drill', password: 'a-drill-and-an-anvil' };

/**
 * Two servers on one database behind nginx as it is shipped, many writers through it, and each server killed in turn: what
 * nginx could not bring through is sent again under its key, as browsers do.
 */
export async function behindNginx(shop, secondServer) {
  // Demo accounts are refused through a proxy.
  const owner = await openClient([shop.url], { login: 'odo', password: 'bench-demo-2' });
  await owner.send('POST', '/staff', { ...LOGIN, name: 'Drill', role: 'technician' });
  const folder = join(dirname(shop.env.UDREL_PHOTOS), 'nginx');
  const made = await ownCertificate(join(folder, 'tls'), namesOfHere());
  const address = '127.0.0.1';
  const port = await freePort(0);
  let second = await secondServer(shop);
  const reachable = async (url) => (await fetch(`${url}/api/v1/ready`).catch(() => null))?.ok;
  await until(() => reachable(second.url), 30_000);
  const servers = [shop.url, second.url].map((url) => new URL(url).host);
  const nginx = await openNginx({ folder, address, port, ...made, servers });
  // That its certificate is trusted where its authority is, a path in a browser shows.
  process.env.NODE_TLS_REJECT_UNAUTHORIZED = '0';
  try {
    const client = await openClient([`https://${address}:${port}`], LOGIN);
    const writers = startWriters(client, 'nginx', { writers: WRITERS });
    const began = Date.now();
    await sleep(3000);
    second.child.kill('SIGKILL');
    await sleep(3000);
    second = await secondServer(shop, [], undefined, Number(new URL(second.url).port));
    await until(() => reachable(second.url), 30_000);
    await sleep(6000);
    shop.children.server.kill('SIGKILL');
    await sleep(3000);
    await until(() => reachable(shop.url), 30_000);
    await sleep(3000);
    await writers.stop();
    const { acknowledged } = writers;
    const each = Math.round(acknowledged.length / ((Date.now() - began) / 1000));
    return {
      acknowledged: acknowledged.length,
      ...(await account(shop.cluster.url, acknowledged)),
      note: `${WRITERS} writers over HTTPS, ${each} writes a second on the whole, ${client.failed()} tries came to nothing and were sent again`,
    };
  } finally {
    delete process.env.NODE_TLS_REJECT_UNAUTHORIZED;
    second.child.kill('SIGTERM');
    await nginx.stop();
  }
}
