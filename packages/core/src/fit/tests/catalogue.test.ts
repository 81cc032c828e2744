import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal } from '../../capacity';
import { missesOf } from '../catalogue';
import { generatedAdapters, generatedOffers } from './catalogue.test-data';
import {
  DriveCatalogue,
  fitDrive,
  speedOver,
  type BaySite,
  type FitAdapter,
  type M2Site,
  type Need,
  type Offer,
  type Site,
  type SmallPart,
} from '../index';
import { bay, box, nvme, slot } from './samples.test-data';

const modern = { uefi: true, startsNvme: true };
const need: Need = { bytes: bytesOfNominal(480), use: 'system' };
const wide: M2Site = { ...slot, posts: [42, 80], sata: 3, roomBelow: null };
const sites: Site[] = [slot, wide, bay, { ...bay, form: '3.5', height: 26.1, power12V: true }];

/** The order as it is told in words, drive by drive. */
function slowly(site: Site, offers: readonly Offer[], adapters: readonly FitAdapter[]): string[] {
  const placed = offers.map((offer) => {
    const {
      verdict,
      link,
      reasons,
      nearest,
      partsNeeded,
      adapters: used,
    } = fitDrive(site, offer.drive, { firmware: modern, use: 'system' }, adapters);
    const met = offer.drive.bytes >= need.bytes;
    const stands = verdict === 'cannot tell' ? 2 : Number(verdict === 'fits with alteration');
    const useful = verdict === 'no' ? 4 : met ? stands : 3;
    // No small part is on this shelf: a way that needs one is not there.
    const there = partsNeeded.every((name) => used.some((one) => one.name === name && one.stock > 0));
    const faults = missesOf({ reasons, ...(nearest ? { nearest } : {}) });
    const speed = link && verdict !== 'no' ? Math.min(2000, speedOver(link, offer.drive.read)) : 0;
    return {
      id: offer.partId,
      by: [useful, faults, offer.stock > 0 && there ? 0 : 1, speed > 0 ? offer.price / speed : offer.price],
    };
  });
  placed.sort((a, b) => {
    const n = a.by.findIndex((value, index) => value !== b.by[index]);
    return n < 0 ? a.id.localeCompare(b.id) : (a.by[n] ?? 0) - (b.by[n] ?? 0);
  });
  return placed.map(({ id }) => id);
}

describe('the catalogue', () => {
  it('gives the first ones as if every drive had been looked at', () => {
    const [offers, adapters] = [generatedOffers(400), generatedAdapters(40)];
    for (const site of sites) {
      const { candidates, of } = DriveCatalogue.of({ offers, adapters }).rank(site, modern, need, 120);
      expect(candidates.map((one) => one.offer.partId)).toEqual(slowly(site, offers, adapters).slice(0, 120));
      expect(of).toBe(400);
      // And judges each as by itself, with every adapter tried.
      for (const { offer, ...judged } of candidates) {
        expect(judged).toMatchObject(fitDrive(site, offer.drive, { firmware: modern, use: 'system' }, adapters));
      }
    }
  });

  it('puts what cannot be undone below anything plain, and a part that is not there with what is not in stock', () => {
    const offer = (partId: string, over: Partial<Offer['drive']>, price: number): Offer => {
      return { partId, drive: { ...box, ...over } as Offer['drive'], price, stock: 1 };
    };
    const cut: BaySite = { ...bay, height: 7, alteration: { what: 'cut the rib', height: 9.5 } };
    const bays = [offer('high', { height: 9.5 } as never, 1000), offer('flat', {}, 9000)];
    const order = (site: Site, offers: Offer[], smallParts: SmallPart[] = []) =>
      DriveCatalogue.of({ offers, smallParts })
        .rank(site, modern, { ...need, bytes: 0 })
        .candidates.map((one) => one.offer.partId);
    expect(order(cut, bays)).toEqual(['flat', 'high']);
    // 9.5 mm lies in it as it is, 7 mm asks for a spacer that is not there.
    const loose = [offer('spaced', {}, 1000), offer('whole', { height: 9.5 } as never, 2000)];
    expect(order(bay, loose)).toEqual(['whole', 'spaced']);
    expect(order(bay, loose, [{ partId: 's', name: 'spacer 2.5 mm', price: 90, stock: 3 }])).toEqual([
      'spaced',
      'whole',
    ]);
  });

  it('counts price more than a rate that nobody feels, and says so', () => {
    const card = (partId: string, read: number, price: number): Offer => ({
      partId,
      drive: { ...nvme, read },
      price,
      stock: 1,
    });
    const five = { ...slot, pcie: { generation: 5 as const, lanes: 4 as const } };
    const { candidates } = DriveCatalogue.of({ offers: [card('fast', 3400, 9000), card('plain', 2400, 7000)] }).rank(
      five,
      modern,
      {
        ...need,
        bytes: 0,
      },
    );
    expect(candidates.map((one) => one.offer.partId)).toEqual(['plain', 'fast']);
    expect(candidates[0]?.because).toContain('price counts, more is not felt');
  });

  it('refuses a site that would switch off a drive in use, or that one in use switches off', () => {
    const other = { id: 'b', name: 'Site B', what: 'the old drive, which stays' };
    const at = (site: Site, inUse: Need['inUse']) =>
      fitDrive(site, nvme, { firmware: modern, use: 'system', ...(inUse ? { inUse } : {}) });
    expect(
      at({ ...slot, disables: 'Site B, port 2' }, [other]).reasons.find(({ rule }) => rule === 'Sharing'),
    ).toMatchObject({
      outcome: 'fail',
      remedy: 'another site',
    });
    expect(at({ ...slot, disables: 'b' }, [other]).verdict).toBe('no');
    expect(at(slot, [{ ...other, disables: slot.name }]).verdict).toBe('no');
    expect(at({ ...slot, disables: 'port 2' }, [other]).verdict).toBe('fits');
    expect(at({ ...slot, disables: 'Site B' }, []).verdict).toBe('fits');
  });

  it('does so whatever the order it was built in', () => {
    const [offers, adapters] = [generatedOffers(60), generatedAdapters(14)];
    const first = DriveCatalogue.of({ offers, adapters }).rank(bay, modern, need).candidates;
    fc.assert(
      fc.property(
        fc.shuffledSubarray(offers, { minLength: 60 }),
        fc.shuffledSubarray(adapters, { minLength: 14 }),
        (some, parts) => {
          expect(DriveCatalogue.of({ offers: some, adapters: parts }).rank(bay, modern, need).candidates).toEqual(
            first,
          );
        },
      ),
      { numRuns: 20 },
    );
  });

  it('is with other parts as if it had been built with them, and stays what it was', () => {
    const [offers, adapters] = [generatedOffers(80), generatedAdapters(30)];
    const screws = [0, 3].map((stock) => ({ partId: `s${stock}`, name: 'screw M2×3', price: 20, stock }));
    const site = { ...slot, screw: false };
    const built = DriveCatalogue.of({ offers, adapters, smallParts: screws });
    const before = built.rank(site, modern, need);
    const own: Offer = { partId: 'own', drive: { ...nvme, name: 'brought along' }, price: 0, stock: 1 };
    const some = <T extends { partId: string; stock: number }>(list: readonly T[]) =>
      fc
        .subarray([...list], { maxLength: Math.min(6, list.length) })
        .chain((taken) => fc.tuple(...taken.map((one) => fc.nat(2).map((stock) => ({ ...one, stock })))));
    const changed = fc.record({ offers: some([...offers, own]), adapters: some(adapters), smallParts: some(screws) });
    const replaced = <T extends { partId: string }>(list: readonly T[], others: readonly T[]) => [
      ...list.filter(({ partId }) => !others.some((other) => other.partId === partId)),
      ...others,
    ];
    fc.assert(
      fc.property(changed, fc.constantFrom(site, wide, bay), (parts, at) => {
        const anew = DriveCatalogue.of({
          offers: replaced(offers, parts.offers),
          adapters: replaced(adapters, parts.adapters),
          smallParts: replaced(screws, parts.smallParts),
        }).rank(at, modern, need);
        const { candidates, of } = built.with(parts).rank(at, modern, need);
        expect({ candidates, of }).toEqual({ candidates: anew.candidates, of: anew.of });
      }),
      { numRuns: 60 },
    );
    expect(built.rank(site, modern, need)).toEqual(before);
  });

  it('takes a drive out of its shape where another of its id is of another', () => {
    const two = ['a', 'b'].map((partId): Offer => ({ partId, drive: nvme, price: 5000, stock: 1 }));
    const built = DriveCatalogue.of({ offers: two }).with({
      offers: [{ partId: 'a', drive: box, price: 1, stock: 1 }],
    });
    const { candidates, of } = built.rank(slot, modern, need);
    expect(candidates.map((one) => [one.offer.partId, one.verdict])).toEqual([
      ['b', 'fits'],
      ['a', 'no'],
    ]);
    expect(of).toBe(2);
  });

  it('looks at few of many drives, and at hardly more of very many', () => {
    const adapters = generatedAdapters(2000);
    const examined = [2000, 20_000, 60_000].map((count) => {
      const catalogue = DriveCatalogue.of({ offers: generatedOffers(count), adapters });
      return Math.max(...sites.map((site) => catalogue.rank(site, modern, need).examined));
    });
    expect(examined[1]).toBeLessThan(20_000 / 50);
    expect(examined[2]).toBeLessThan(2 * (examined[0] ?? 0));
    // Making the drives takes most of it.
  }, 30_000);

  it('takes of adapters that do the same the one on the shelf, then the cheapest', () => {
    const part = (partId: string, price: number, stock: number): FitAdapter => {
      return { partId, name: partId, price, stock, adapter: { kind: 'bracket', from: '2.5', to: '3.5' } };
    };
    const site: BaySite = { ...bay, form: '3.5', height: 26.1 };
    const offers = [{ partId: 'd', drive: box, price: 5000, stock: 1 }];
    const ofThese = (...parts: FitAdapter[]) =>
      DriveCatalogue.of({ offers, adapters: parts }).rank(site, modern, need).candidates[0];
    expect(ofThese(part('none', 100, 0), part('dear', 900, 1), part('cheap', 500, 1))?.adapters[0]?.partId).toBe(
      'cheap',
    );
    expect(ofThese(part('none', 100, 0))).toMatchObject({
      missing: ['none'],
      because: 'fits but for none: not on the shelf',
    });
  });

  it('says of small parts whether the shelf has them', () => {
    const site = { ...slot, screw: false };
    const offers = [{ partId: 'd', drive: nvme, price: 5000, stock: 1 }];
    const screw = (partId: string, price: number, stock: number) => ({ partId, name: 'screw M2×3', price, stock });
    const ranked = (...parts: ReturnType<typeof screw>[]) =>
      DriveCatalogue.of({ offers, smallParts: parts }).rank(site, modern, need).candidates[0];
    expect(ranked()).toMatchObject({ missing: ['screw M2×3'] });
    expect(ranked(screw('s', 20, 0))).toMatchObject({ missing: ['screw M2×3'], smallParts: [{ partId: 's' }] });
    expect(ranked(screw('dear', 40, 4), screw('none', 10, 0), screw('s', 20, 4))).toMatchObject({
      missing: [],
      smallParts: [{ partId: 's', price: 20 }],
    });
  });
});
