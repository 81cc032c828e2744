import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../capacity';
import type { JobFacts } from '../facts';
import { PART_KINDS, type DevicePart, type DeviceState, type DriveState } from '../inventory';
import type { SourceTable } from '../layout';
import type { Link } from '../links';
import { functionChecks, PROVABLE } from '../steps';
import { complete, job } from '../steps/samples.test-data';
import { missingParts, provenOf, unseenFunctions, witnessOf } from './index';

const esp = (uniqueId: string): SourceTable => ({
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    {
      id: 'p1',
      name: 'EFI',
      kind: 'EFI system',
      fileSystem: 'FAT32',
      startSector: 2048,
      sectors: 204_800,
      used: null,
      encrypted: false,
      entry: { type: '', uniqueId, attributes: '0' },
    },
  ],
});
const NEW_ESP = 'AAAAAAAA-0000-4000-8000-000000000001';
const OLD_ESP = 'BBBBBBBB-0000-4000-8000-000000000001';
const link: Link = { kind: 'pcie', generation: 3, lanes: 4 };
const drive = (over: Partial<DriveState> = {}): DriveState => ({
  serial: 'NEW',
  bytes: 500e9,
  link,
  bridged: false,
  started: true,
  figures: [],
  table: esp(NEW_ESP),
  problems: [],
  ungrown: [],
  ...over,
});
const part = (kind: DevicePart['kind'], name: string, detail = ''): DevicePart => ({ kind, name, detail });
const entry = (id: string | null, number = 1) => ({
  number,
  name: `entry ${number}`,
  active: true,
  partition: id === null ? null : { id, startSector: 2048 },
  path: '',
});
const state = (over: Partial<DeviceState> = {}): DeviceState => ({
  made: '',
  startMode: 'UEFI',
  secureBoot: true,
  boot: { entries: [entry(NEW_ESP)], current: 1, order: [1] },
  parts: [part('touchpad', 'Pad'), part('storage controller', 'a', '010601')],
  modules: [{ slot: 'slot 1', bytes: 8 * GIB, configured: 2400 }],
  drives: [drive()],
  ...over,
});
const FACTS: Partial<JobFacts> = {
  'old drive': { ...complete['old drive'], serial: 'OLD' },
  'partition table': esp(OLD_ESP),
  'new drive choice': { ...complete['new drive choice'], bytes: 500e9, link },
  'new drive fitted': { serial: 'NEW' },
};
const told = (now: DeviceState, before: DeviceState | null = state(), facts: Partial<JobFacts> = {}) => {
  const known = job({ facts: { ...FACTS, ...facts }, disassembly: SHEET });
  return witnessOf(known, now, before, functionChecks(known, ['Touchpad', 'Camera']));
};
const SHEET = [
  {
    id: '1',
    stage: 2,
    kind: 'cable' as const,
    name: 'touchpad ribbon',
    count: 1,
    out: 1,
    back: 1,
    missing: 0,
    left: 0,
    replaced: 0,
  },
];
const wrong = (...given: Parameters<typeof told>) =>
  told(...given)
    .reasons.filter(({ outcome }) => outcome === 'fail' || outcome === 'limit')
    .map(({ sentence, remedy }) => `${sentence} ${remedy ?? ''}`);

describe('what a device says of itself after the work', () => {
  it('proves size and start, and leaves the rest to be asked', () => {
    const { proves, dead } = told(state());
    expect(wrong(state())).toEqual([]);
    expect(proves).toEqual([PROVABLE.capacity]);
    expect(dead).toEqual([]);
  });

  it.each<[string, Partial<DeviceState>, RegExp]>([
    ['a drive that is not seen', { drives: [] }, /NEW is not seen.*seat it again/],
    ['half the lanes', { drives: [drive({ link: { ...link, lanes: 2 } })] }, /x2 gen 3.*half the lanes.*gold edge/],
    ['a link that rests', { drives: [drive({ link: { ...link, generation: 1 } })] }, /may rest at a lower rate/],
    ['a drive behind a bridge', { drives: [drive({ bridged: true })] }, /over USB/],
    ['a drive that hides its end', { drives: [drive({ bytes: 480e9 })] }, /It shows 447/],
    ['the old drive attached', { drives: [drive(), drive({ serial: 'OLD' })] }, /OLD is still attached/],
    [
      'a start entry at the old drive',
      { boot: { entries: [entry(OLD_ESP)], current: 1, order: [1] } },
      /points to a partition of the old drive, which is out/,
    ],
    [
      'a start entry at nothing',
      { boot: { entries: [entry('C')], current: null, order: [1] } },
      /points to a partition that no drive has/,
    ],
    [
      'entries behind it that are stale',
      { boot: { entries: [entry(NEW_ESP), entry(OLD_ESP, 2)], current: 1, order: [1, 2] } },
      /1 more of the order point/,
    ],
    ['another start mode', { startMode: 'legacy' }, /started in legacy mode; before it was UEFI/],
    ['Secure Boot off', { secureBoot: false }, /Secure Boot is off; before it was on/],
    [
      'another controller mode',
      { parts: [part('touchpad', 'Pad'), part('storage controller', 'a', '010400')] },
      /runs as RAID; before it was AHCI/,
    ],
    [
      'half the memory',
      { modules: [{ slot: 'slot 1', bytes: 4 * GIB, configured: 2400 }] },
      /sees 4 GiB; before.*press/,
    ],
    [
      'a forgotten ribbon',
      { parts: [part('storage controller', 'a', '010601')] },
      /Touchpad “Pad” was there before.*“touchpad ribbon” \(stage 2\)/,
    ],
  ])('%s', (_name, over, sentence) => {
    const said = wrong(state(over));
    expect(
      said.some((one) => sentence.test(one)),
      said.join('\n'),
    ).toBe(true);
    expect(said).toHaveLength(1);
  });

  it('says which function is dead by what is missing', () => {
    const { dead } = told(state({ parts: [] }), state({ parts: [part('touchpad', 'Pad')] }));
    expect(dead).toMatchObject([{ name: 'Touchpad', why: expect.stringContaining('touchpad ribbon') as string }]);
  });

  it('holds the counters of drives that stay against what they were, and no hours', () => {
    const other = (errors: number) =>
      drive({
        serial: 'STAYS',
        figures: [
          { name: 'Interface checksum errors', value: errors },
          { name: 'Power-on hours', value: errors },
        ],
      });
    const grown = wrong(state({ drives: [drive(), other(9)] }), state({ drives: [other(2)] }));
    expect(grown).toEqual([expect.stringMatching(/Interface checksum errors grew from 2 to 9.*cable or port/)]);
  });

  it('tells nothing of what neither file told', () => {
    const empty = state({ startMode: null, secureBoot: null, boot: null, parts: null, modules: null });
    expect(wrong(empty, null)).toEqual([]);
    expect(told(empty, null).reasons.filter(({ outcome }) => outcome === 'unknown')).toHaveLength(1);
    expect(missingParts(empty, state(), SHEET)).toEqual([]);
  });

  it('proves two cold starts by the stopwatch, with or without a file', () => {
    const start = (kind: 'cold' | 'resumed', usable?: number) => ({
      at: '',
      when: 'after' as const,
      kind,
      seconds: usable === undefined ? {} : { usable },
      seen: '',
      done: '',
    });
    const by = (attempts: ReturnType<typeof start>[]) =>
      provenOf(job({ facts: { ...FACTS, 'start attempts': { attempts } } }), [PROVABLE.coldStarts]).proves;
    expect(by([start('cold', 30), start('cold')])).toEqual([]);
    expect(by([start('cold', 30), start('resumed', 5)])).toEqual([]);
    expect(by([start('cold', 30), start('cold', 28)])).toEqual([PROVABLE.coldStarts]);
  });

  it('says of what the model has that the device tells nothing of, where it told of parts at all', () => {
    const functions = ['Touchpad', 'Camera', 'Files there'];
    expect(unseenFunctions(state(), functions)).toEqual(['Camera']);
    expect(unseenFunctions(state({ parts: null }), functions)).toEqual([]);
  });

  it('misses nothing of a device that is as it was, and exactly what was taken away', () => {
    const one = fc.record({
      kind: fc.constantFrom(...PART_KINDS.filter((kind) => kind !== 'storage controller')),
      name: fc.constantFrom('A', 'B', 'C'),
      detail: fc.constantFrom('1', '2'),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 12 }), fc.nat(11), (parts, at) => {
        const before = state({ parts });
        expect(missingParts(before, before, [])).toEqual([]);
        const less = parts.filter((_part, n) => n !== at);
        expect(missingParts(state({ parts: less }), before, [])).toHaveLength(parts.length - less.length);
        // More than before is not missing.
        expect(missingParts(before, state({ parts: less }), [])).toEqual([]);
      }),
    );
  });
});
