import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';
import { generatedAdapters, generatedOffers } from '../../../packages/core/src/fit/tests/catalogue.test-data';
import { linesOf } from '../bulk.mjs';
import { loadWhile, medianOf, round } from '../load.mjs';

const DRIVES = 20_000;
const ADAPTERS = 2000;
const TIMES = 40;

/**
 * What fits a device, from request to answer, at a large shelf: the first time, which builds the index, and after; and
 * how long another reading waited at most while it was built, against the longest while nothing else was done.
 */
export async function shelfFigures(server, databaseUrl, cookie, tag) {
  await addParts(databaseUrl);
  const match = () => timeOf(`${server}/api/v1/jobs/${tag}/match`, cookie);
  // What the change of the shelf set going has ended.
  await new Promise((resolve) => setTimeout(resolve, 5000));
  const alone = await longestOf(server, cookie, () => new Promise((resolve) => setTimeout(resolve, 1000)));
  await changeShelf(databaseUrl);
  let first = 0;
  const meanwhile = await longestOf(server, cookie, async () => (first = await match()));
  const times = [];
  for (let n = 0; n < TIMES; n++) times.push(await match());
  const at = `match at ${DRIVES} drives and ${ADAPTERS} adapters`;
  return {
    [`${at}, the first after a change, ms`]: round(first),
    [`${at}, median ms`]: round(medianOf(times)),
    [`${at}, longest wait of another meanwhile, ms (alone)`]: `${round(meanwhile)} (${round(alone)})`,
    [`${at}, wait added to another meanwhile, ms`]: round(Math.max(0, meanwhile - alone)),
  };
}

/** The longest of short readings, one after the other until the work is done. */
async function longestOf(server, cookie, work) {
  let done = false;
  const readings = loadWhile(
    server,
    1,
    () => !done,
    () => ({ path: '/api/v1/session', headers: { cookie } }),
  );
  await work();
  done = true;
  return (await readings).longest;
}

async function timeOf(url, cookie) {
  const began = performance.now();
  const answer = await fetch(url, { headers: { cookie } });
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
  return performance.now() - began;
}

async function withClient(databaseUrl, act) {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  await act(client).finally(() => client.end());
}

const idOf = (n) => `000000f1-0000-4000-8000-${n.toString(16).padStart(12, '0')}`;

function addParts(databaseUrl) {
  const drives = generatedOffers(DRIVES).map(({ drive, price, stock }) => [
    'drive',
    drive.maker,
    drive.name,
    drive,
    price,
    stock,
  ]);
  const adapters = generatedAdapters(ADAPTERS).map(({ name, adapter, price, stock }) => {
    return ['adapter', 'Ostrel', name, adapter, price, stock];
  });
  const parts = [...drives, ...adapters];
  return withClient(databaseUrl, async (client) => {
    const copy = (what, rows) =>
      pipeline(
        Readable.from(linesOf((n) => rows(n, ...parts[n]), 0, parts.length, {})),
        client.query(copyStreams.from(`copy ${what} from stdin`)),
      );
    await copy(
      'part (id, kind, maker, name, part_number, spec, price, serialised)',
      (n, kind, maker, name, spec, price) => [
        [idOf(n), kind, maker, `${name} ${n}`, `GEN-${n}`, JSON.stringify(spec).replaceAll('\\', '\\\\'), price, false],
      ],
    );
    await copy('stock (id, part_id, quantity)', (n, ...part) => (part[5] > 0 ? [[idOf(n), idOf(n), part[5]]] : []));
    await client.query('analyze part, stock');
  });
}

const changeShelf = (databaseUrl) =>
  withClient(databaseUrl, (client) =>
    client.query('update stock set quantity = quantity + 1 where id = $1', [idOf(0)]),
  );
