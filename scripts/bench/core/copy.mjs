import { bytesOfNominal, GIB, MIB, sectorsOfNominal } from '../../../packages/core/src/capacity';
import { defaultIntent, planLayout } from '../../../packages/core/src/layout';
import { advanceAll, beginProgress, progressOf } from '../../../packages/core/src/progress';
import { askedOf, routesFor, runsOf } from '../../../packages/core/src/routes';
import { medianTime, round } from '../load.mjs';

const PARTITIONS = 128;
const SAMPLES = 1_000_000;

/** What is computed at each key press of a plan, and a long run in one pass. */
export function copyFigures() {
  const table = manyPartitions();
  const drive = { id: 'new', sectors: sectorsOfNominal(1000), sectorSize: 512 };
  const intent = defaultIntent(table);
  let turn = 0;
  const layout = () => planLayout(table, [drive], { ...intent, sizes: { p5: (5 + (turn++ % 3)) * GIB } });
  const placing = shopOf();
  const plan = layout();
  const routes = () => {
    const asked = askedOf(table, plan, [], placing.old.held.bytes);
    const options = routesFor(placing, asked);
    return runsOf(placing, plan, [], options[0]);
  };
  const samples = Array.from({ length: SAMPLES }, (_none, t) => sampleAt(t + 1));
  const began = performance.now();
  const done = progressOf(advanceAll(beginProgress(), samples), SAMPLES * 2e8);
  const seconds = (performance.now() - began) / 1000;
  if (done.done <= 0) throw new Error('a million samples came to nothing');
  return {
    'layout of 128 partitions, median ms': medianTime(layout, 400),
    'routes ranked and every run estimated, median ms': medianTime(routes, 200),
    'progress over 1000000 samples, seconds': round(seconds),
  };
}

function sampleAt(t) {
  const bytes = t * 95e6 + Math.sin(t / 50) * 1e6;
  return { t, read: bytes, written: bytes, errors: t % 50_000 === 0 ? 1 : 0, sourceWritten: 0, busy: 0.8 };
}

function manyPartitions() {
  const partitions = Array.from({ length: PARTITIONS }, (_none, n) => ({
    id: `p${n}`,
    name: `Volume ${n}`,
    kind: n === 3 ? 'system' : 'data',
    fileSystem: 'NTFS',
    startSector: 2048 + n * 8 * 1024 * 2048,
    sectors: (7 * GIB) / 512,
    used: (2 + (n % 4)) * GIB + n * MIB,
    encrypted: n % 17 === 0,
  }));
  return { scheme: 'gpt', sectorSize: 512, partitions };
}

/** A well equipped shop: forty holders, ten sticks, and four hundred finished runs to learn from. */
function shopOf() {
  const link = { kind: 'sata', generation: 3 };
  const held = (bytes) => ({
    form: '2.5',
    length: null,
    height: 7,
    protocol: 'SATA',
    link,
    connector: 'SATA',
    bytes,
    sectorSize: 512,
    spins: true,
    needs12V: false,
  });
  const holder = (n) => ({
    kind: n % 5 === 0 ? 'dock' : 'enclosure',
    bays: Array.from({ length: n % 5 === 0 ? 2 : 1 }, () => {
      return { form: 'box', sizes: ['2.5'], connector: 'SATA', height: 9.5 };
    }),
    mode: n % 2 ? '5 Gb/s' : '10 Gb/s',
    plug: 'A',
    ownPower: n % 3 === 0,
    queued: true,
    largest: null,
    sectors: null,
    duplicates: n % 10 === 0,
  });
  const socket = (n, at = 'the device') => {
    return { at, port: { kind: 'usb', name: `port ${n}`, plug: 'A', mode: '10 Gb/s' } };
  };
  return {
    old: { name: 'old drive', held: held(bytesOfNominal(1000)), class: 'disk 5400', link, siteId: 'a', health: 'good' },
    target: { name: 'new drive', held: held(bytesOfNominal(1000)), class: 'SATA SSD', link, siteId: 'a' },
    freeSites: [],
    joining: [],
    holders: Array.from({ length: 40 }, (_none, n) => ({
      partId: `h${n}`,
      name: `holder ${n}`,
      stock: 1,
      holder: holder(n),
    })),
    hubs: Array.from({ length: 4 }, (_none, n) => ({
      name: `hub ${n}`,
      stock: 1,
      hub: { kind: 'hub', plug: 'A', mode: '5 Gb/s', sockets: ['A', 'A', 'A', 'A'], ownPower: true },
    })),
    keyboard: true,
    deviceSockets: Array.from({ length: 6 }, (_none, n) => socket(n)),
    benchSockets: Array.from({ length: 6 }, (_none, n) => socket(n, 'bench computer')),
    sticks: Array.from({ length: 10 }, (_none, n) => {
      return { partId: `s${n}`, name: `stick ${n}`, plug: 'A', stock: 1, starts: n > 4, reasons: [] };
    }),
    freeBerths: 4,
    berthTakes: Array.from({ length: 8 }, (_none, n) => holder(n).bays).flat(),
    finished: Array.from({ length: 400 }, (_none, n) => {
      return {
        kind: n % 3 ? 'copy' : 'check',
        source: n % 2 ? 'disk 5400' : 'SATA SSD',
        prior: 3600,
        took: 3000 + n * 3,
      };
    }),
  };
}
