import { Agent, request } from 'node:http';
import { round } from './load.mjs';

const BROWSERS = 200;
/** As many connections as a browser opens to one server. */
const CONNECTIONS = 6;

/** Seconds until every browser that comes back at the same moment has read again what it shows: five requests each. */
export async function returnFigures(server, cookie, tag) {
  const { hostname, port } = new URL(server);
  const paths = ['/session', '/floor', '/runs', '/berths', `/jobs/${tag}`];
  const headers = { cookie, 'accept-encoding': 'gzip, br' };
  const began = performance.now();
  await Promise.all(
    Array.from({ length: BROWSERS }, async () => {
      const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
      await Promise.all(paths.map((path) => read({ agent, hostname, port, path: `/api/v1${path}`, headers })));
      agent.destroy();
    }),
  );
  return { [`${BROWSERS} browsers come back at once, seconds`]: round((performance.now() - began) / 1000) };
}

function read(options) {
  return new Promise((resolve, reject) => {
    request(options, (response) => {
      if (response.statusCode !== 200) reject(new Error(`${options.path}: ${response.statusCode}`));
      response.resume();
      response.on('end', resolve);
    })
      .on('error', reject)
      .end();
  });
}
