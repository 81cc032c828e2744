import { bytesOfNominal } from '../../capacity';
import type { Adapter, Drive, FitAdapter, M2Length, Offer } from '../index';
import { box, nvme } from './samples.test-data';

const CAPACITIES = [128, 240, 250, 256, 480, 500, 512, 960, 1000, 2000, 4000, 8000];
const LENGTHS: M2Length[] = [30, 42, 60, 80, 110];

/** A catalogue of any size as makers sell it: a few dozen shapes, many names, sizes, ratings and prices. */
export function generatedOffers(count: number): Offer[] {
  return Array.from({ length: count }, (_none, n): Offer => {
    const pick = <T>(list: readonly T[], stride: number): T => list[Math.floor(n / stride) % list.length] as T;
    const bytes = bytesOfNominal(pick(CAPACITIES, 1));
    const price = 2500 + Math.round(bytes / 1e8) + ((n * 7919) % 2500);
    return {
      partId: `drive-${String(n).padStart(7, '0')}`,
      drive: shaped(n, pick, bytes),
      price,
      stock: n % 5 === 0 ? n % 4 : 0,
    };
  });
}

function shaped(n: number, pick: <T>(list: readonly T[], stride: number) => T, bytes: number): Drive {
  const named = { maker: pick(['Kestrin', 'Palewood', 'Dunmar', 'Ostrel'], 3), name: `G${n}`, bytes };
  const read = (from: number, step: number) => from + step * (Math.floor(n / 11) % 8);
  switch (n % 6) {
    case 0:
      return { ...nvme, ...named, length: pick(LENGTHS, 6), read: read(2400, 150) };
    case 1:
      return {
        ...nvme,
        ...named,
        class: 'NVMe gen 4',
        link: { kind: 'pcie', generation: 4, lanes: 4 },
        heatsink: pick([0, 0, 6.5], 6),
        bottom: pick([0, 1.35], 12),
        read: read(4800, 300),
      };
    case 2:
      return {
        ...nvme,
        ...named,
        class: 'SATA SSD',
        link: { kind: 'sata', generation: 3 },
        keys: ['B', 'M'],
        length: pick(LENGTHS, 6),
        read: read(500, 8),
      };
    case 3:
      return { ...box, ...named, height: pick([7, 7, 9.5], 6), read: read(490, 10) };
    case 4:
      return { ...box, ...named, class: 'disk 5400', height: pick([7, 9.5, 12.7, 15], 6), read: read(100, 6) };
    default:
      return { ...box, ...named, form: '3.5', height: 26.1, needs12V: true, class: 'disk 7200', read: read(160, 12) };
  }
}

const KINDS: Adapter[] = [
  { kind: 'bracket', from: '2.5', to: '3.5' },
  { kind: 'extender', from: 30, to: 42 },
  { kind: 'extender', from: 30, to: 80 },
  { kind: 'extender', from: 42, to: 80 },
  { kind: 'extender', from: 60, to: 80 },
  { kind: 'shell', height: 7 },
  { kind: 'msata shell', height: 7 },
  { kind: 'caddy', height: 9.5, takes: 7 },
  { kind: 'caddy', height: 12.7, takes: 9.5 },
  { kind: 'frame', from: '1.8', to: '2.5' },
  { kind: 'bridge', from: 'PATA 44', to: 'SATA' },
];

/** Adapters as they are sold: many names for what does the same. */
export function generatedAdapters(count: number): FitAdapter[] {
  return Array.from({ length: count }, (_none, n) => ({
    partId: `adapter-${String(n).padStart(5, '0')}`,
    name: `adapter ${n}`,
    price: 300 + ((n * 131) % 900),
    stock: n % 7 === 0 ? 2 : 0,
    adapter: KINDS[n % KINDS.length] as Adapter,
  }));
}
