import { gapOver, liesLoose } from './bay';
import type { DriveClass, FitAdapter, Site } from './types';

/** Stands for the adapter that the old drive leaves behind, among those of the shelf: it costs nothing and is there once. */
export const FREED = 'freed';

/** What the drive that comes out leaves behind at its site: the adapter it sat with, and its spacer. */
export interface Freed {
  freed?: FitAdapter;
  /** Height, mm. */
  spacer?: number;
}

/** Highest 2.5 inch drive there is, mm (SFF-8201). */
const FLAT = 19.05;

/**
 * What is set free where the old drive sits, by its kind and by its height where that was measured: no 3.5 inch drive
 * is solid-state or as flat as a 2.5 inch one, so such a drive sits in a bracket; one in an optical bay in a caddy; one
 * that lies loose in its bay has a spacer. A missing measure sets nothing free.
 */
export function freedBy(site: Site, old: { class: DriveClass; height: number | null }): Freed {
  const there = (name: string, adapter: FitAdapter['adapter']): Freed => {
    return { freed: { partId: FREED, name: `the old drive’s ${name}`, price: 0, stock: 1, adapter } };
  };
  if (site.form === '3.5' && (old.class === 'SATA SSD' || (old.height !== null && old.height <= FLAT))) {
    return there('bracket', { kind: 'bracket', from: '2.5', to: '3.5' });
  }
  if (site.form === 'optical' && site.height !== null) {
    // What it holds now it holds again; of another height nothing is known.
    const takes = old.height ?? 7;
    const plug = site.pata === undefined ? {} : { connector: 'PATA' as const };
    return there('caddy', { kind: 'caddy', height: site.height, takes, ...plug });
  }
  const { height } = old;
  if (site.form === '2.5' && height !== null && liesLoose(site, { height }))
    return { spacer: gapOver(site, { height }) };
  return {};
}
