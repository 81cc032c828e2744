import type { JobFacts, Route, StartedFrom } from '../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultIntent } from '../layout';
import { kitOf, type KitFor } from './index';

const drive: NonNullable<JobFacts['new drive choice']> = {
  stockId: 's',
  partId: 'p',
  partNumber: 'PW-480',
  serial: 'PW-0001',
  siteId: 'c',
  maker: 'Palewood',
  name: 'C1',
  bytes: 480_103_981_056,
  sectorSize: 512,
  class: 'SATA SSD',
  ratedRead: 560,
  ratedWrite: 510,
  link: { kind: 'sata', generation: 3 },
  speedHere: 560,
  verdict: 'fits with parts',
  partsNeeded: ['optical bay caddy 9.5 mm', 'screw M2×3'],
  price: 5500,
};
const disassembly: KitFor['disassembly'] = [
  { stage: 1, kind: 'screw', name: 'base screw M2.5×6', count: 10 },
  { stage: 2, kind: 'cable', name: 'battery lead', count: 1 },
  { stage: 2, kind: 'screw', name: 'tray screw M3×3', count: 4 },
  { stage: 3, kind: 'part', name: 'thermal pad 0.5 mm', count: 1 },
];
const names = (job: KitFor, group?: string) =>
  kitOf(job)
    .filter((one) => !group || one.group === group)
    .map(({ name }) => name);

describe('the kit', () => {
  it('names what is fitted, by serial, and every part for it', () => {
    const kit = kitOf({ facts: { 'new drive choice': drive }, disassembly: [] });
    expect(kit.map(({ name, note }) => [name, note])).toEqual([
      ['Palewood C1, 480 GB', 'PW-0001'],
      ['optical bay caddy 9.5 mm', ''],
      ['screw M2×3', ''],
    ]);
  });

  it('has bits for heads that an ordinary driver does not turn, and what glued parts ask for', () => {
    const sheet: KitFor['disassembly'] = [
      { stage: 1, kind: 'screw', name: 'base screw 5-lobe', count: 8 },
      { stage: 2, kind: 'screw', name: 'tray screw T5 M2×4', count: 2 },
      { stage: 2, kind: 'part', name: 'battery on adhesive strips', count: 1 },
    ];
    expect(names({ facts: {}, disassembly: sheet }, 'tools')).toEqual([
      'wrist strap and mat',
      'driver for M2',
      'bit with five lobes',
      'bit with six lobes',
      'warm pad and new strips',
    ]);
  });

  it('has for an installation a medium, drivers, and what brings the files over', () => {
    const old = { serial: 'OLD-1', link: { kind: 'sata', generation: 3 } } as never;
    expect(names({ facts: { 'old drive': old }, fresh: true, disassembly: [] }, 'for the installation')).toEqual([
      'medium of the system',
      'stick with drivers',
      'enclosure that takes SATA',
    ]);
    expect(names({ facts: { 'old drive': old }, disassembly: [] }, 'for the installation')).toEqual([]);
  });

  it('has for the copy what its route asks for', () => {
    const routed = (route: Route, startedFrom: StartedFrom = null): KitFor => ({
      facts: {
        'new drive choice': drive,
        'plan draft': { intent: defaultIntent({ scheme: 'gpt', sectorSize: 512, partitions: [] }), route, startedFrom },
      },
      disassembly: [],
    });
    expect(names(routed('both at the bench'), 'for the copy')).toEqual(['berth that takes SATA']);
    expect(names(routed('new drive in an enclosure'), 'for the copy')).toEqual([
      'enclosure that takes SATA',
      'USB lead of 10 Gb/s',
      'power adapter of the device',
    ]);
    const link = { kind: 'usb', mode: '5 Gb/s' } as const;
    const port = { kind: 'usb', name: 'left', plug: 'A', mode: '5 Gb/s' } as const;
    const offer = { partId: 'e', name: 'Lowtide enclosure', stock: 1, holder: {} as never };
    const holding = { offer, best: { socket: { at: 'the device', port }, link } };
    const named = { ...routed('new drive in an enclosure', 'a boot stick'), holding, stick: 'boot stick 1' };
    expect(names(named, 'for the copy').slice(0, 3)).toEqual([
      'Lowtide enclosure',
      'USB lead for USB 5 Gb/s',
      'boot stick 1',
    ]);
    expect(names(routed('old drive outside', 'a boot stick'), 'for the copy')).toContain('boot stick');
    expect(names(routed('second site', 'its own system'), 'for the copy')).toEqual(['power adapter of the device']);
    expect(names(routed('stand-alone duplicator'), 'for the copy')).toEqual(['dock that copies by itself']);
    expect(names({ facts: { 'new drive choice': drive }, disassembly: [] }, 'for the copy')).toEqual([]);
  });

  it('has a driver for every thread, a pad where one may tear, a field for every stage', () => {
    expect(names({ facts: {}, disassembly }, 'tools')).toEqual([
      'wrist strap and mat',
      'driver for M2.5',
      'driver for M3',
      'plastic pry tool',
    ]);
    expect(names({ facts: {}, disassembly }, 'parts for it')).toEqual(['thermal pad 0.5 mm']);
    expect(names({ facts: {}, disassembly }, 'for screws and leads')).toHaveLength(3);
  });

  it('has the tool for an alteration', () => {
    const altered = { ...drive, alteration: 'cut the rib' };
    expect(
      kitOf({ facts: { 'new drive choice': altered }, disassembly: [] }).find(({ group }) => group === 'tools')?.note,
    ).toBe('cut the rib');
  });

  it('has a place for everything that comes out, whatever the sheet', () => {
    const anyItem = fc.record({
      stage: fc.integer({ min: 1, max: 20 }),
      kind: fc.constantFrom('screw' as const, 'cable' as const, 'part' as const),
      name: fc.constantFrom('screw M2×3', 'lead', 'tray'),
      count: fc.integer({ min: 1, max: 60 }),
    });
    fc.assert(
      fc.property(fc.array(anyItem, { maxLength: 20 }), (items) => {
        const fields = kitOf({ facts: {}, disassembly: items }).filter(({ group }) => group === 'for screws and leads');
        const held = fields.flatMap(({ note }) => [...note.matchAll(/(\d+) ×/g)].map(([, count]) => Number(count)));
        expect(held.reduce((sum, one) => sum + one, 0)).toBe(items.reduce((sum, { count }) => sum + count, 0));
      }),
    );
  });
});
