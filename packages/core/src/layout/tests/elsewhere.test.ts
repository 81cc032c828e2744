import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB, MIB } from '../../capacity';
import { leastForFiles } from '../brought';
import {
  BIOS_BOOT,
  biosBootOf,
  broughtAlong,
  couldCome,
  defaultIntent,
  filesFrom,
  growsLater,
  layoutAnywhere,
  planLayout,
  schemeChoices,
} from '../index';
import type { Circumstances, LayoutIntent, SourceTable, StayingDrive } from '../types';
import { part } from './part.test-data';

const AROUND: Circumstances = { uefi: true, oldStays: false, mayWrite: true };
const drive = (gb: number) => ({ id: 'new' as const, sectors: bytesOfNominal(gb) / 512, sectorSize: 512 as const });
const laid = (table: SourceTable, gb: number, over: Partial<LayoutIntent> = {}, around = AROUND) =>
  planLayout(table, [drive(gb)], { ...defaultIntent(table), ...over }, around);

const locked = (mib: number): SourceTable => ({
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('efi', 1, 260, { kind: 'EFI system', fileSystem: 'FAT32', used: 40 * MIB }),
    part('System', 261, mib, { kind: 'system', encrypted: true, used: null }),
    part('Recovery', 261 + mib, 990, { kind: 'recovery', used: 600 * MIB }),
  ],
});

describe('an encrypted volume on a larger drive', () => {
  const table = locked(200_000);

  it('keeps its size and gets the room behind it: recovery goes to the end', () => {
    const plan = laid(table, 480);
    const [, system, recovery] = plan.partitions.map(({ target }) => target);
    expect(system?.bytes).toBe(200_000 * MIB);
    const end = ((recovery?.startSector ?? 0) + (recovery?.sectors ?? 0)) * 512;
    expect(bytesOfNominal(480) - end).toBeLessThan(2 * MIB);
    expect(plan.partitions[2]?.change).toBe('moved');
    expect(plan.notes.find(({ rule }) => rule === 'Encrypted')?.sentence).toContain('the room lies behind it');
  });

  it('is laid as before where nobody asked for that, or it is decrypted first', () => {
    const start = (over: Partial<LayoutIntent>) => laid(table, 480, over).partitions[2]?.target?.startSector;
    expect(start({ spare: { to: 'nobody' } })).toBe(((261 + 200_000) * MIB) / 512);
    expect(growsLater(table.partitions, { ...defaultIntent(table), decrypted: ['System'] })).toBeNull();
  });

  it('never overlaps, runs over the end or changes the smallest drive, whatever the sizes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30_000, max: 900_000 }), fc.constantFrom(240, 480, 960, 2000), (mib, gb) => {
        const source = locked(mib);
        const plan = laid(source, gb);
        const spans = plan.partitions
          .flatMap(({ target }) => target ?? [])
          .sort((a, b) => a.startSector - b.startSector);
        for (const [n, { startSector, sectors }] of spans.entries()) {
          const next = spans[n + 1]?.startSector ?? bytesOfNominal(gb) / 512 - 33;
          expect(startSector + sectors).toBeLessThanOrEqual(next);
        }
        const free = laid(source, gb, { spare: { to: 'nobody' } });
        expect(plan.targets[0]?.smallestBytes).toBe(free.targets[0]?.smallestBytes);
        expect(plan.partitions.map(({ target }) => target?.bytes)).toEqual(
          free.partitions.map(({ target }) => target?.bytes),
        );
      }),
    );
  });
});

describe('the rest, where nobody said who gets it', () => {
  it('goes to the fullest first where several can grow, to the one that can', () => {
    const one = part('System', 1, 100_000, { kind: 'system' });
    const two = part('Data', 100_001, 100_000, { used: 90_000 * MIB });
    const table: SourceTable = { scheme: 'gpt', sectorSize: 512, partitions: [one, two] };
    expect(defaultIntent(table).spare).toEqual({ to: 'the fullest' });
    const [system, data] = laid(table, 240).partitions.map(({ target }) => target?.bytes ?? 0);
    expect(data).toBeGreaterThan(system ?? 0);
    expect(defaultIntent({ ...table, partitions: [one] }).spare).toEqual({ to: 'partition', id: 'System' });
  });
});

describe('a loader in a BIOS boot partition', () => {
  const entry = { type: BIOS_BOOT, uniqueId: 'a', attributes: '' };
  const boot = part('bios', 1, 1, { kind: 'loader', fileSystem: 'none', used: null, entry });
  const root = part('root', 2, 40_000, { kind: 'system', fileSystem: 'ext4' });
  const table: SourceTable = { scheme: 'gpt', sectorSize: 512, partitions: [boot, root] };
  const legacy = { ...AROUND, uefi: false };

  it('starts from a GPT in legacy mode, and is left where it lies', () => {
    const advised = (from: SourceTable) => schemeChoices(from, drive(240), legacy).find((one) => one.advised)?.scheme;
    expect(advised(table)).toBe('gpt');
    expect(advised({ ...table, partitions: [root] })).toBe('mbr');
    const plan = laid(table, 240, {}, legacy);
    expect(plan.partitions[0]?.change).toBe('same');
    expect(plan.notes.filter(({ rule }) => rule === 'Loader')).toEqual([]);
  });

  it('is installed anew where it moves, or the table becomes an MBR', () => {
    const sentence = (over: Partial<LayoutIntent>, from = table) =>
      laid(from, 240, over, legacy).notes.find(({ rule }) => rule === 'Loader')?.sentence;
    expect(sentence({ scheme: 'mbr' })).toContain('an MBR has no use for it');
    const behind = {
      ...table,
      partitions: [
        { ...root, startSector: 2048 },
        { ...boot, startSector: 40_001 * 2048 },
      ],
    };
    expect(sentence({}, behind)).toContain('starts elsewhere');
    expect(biosBootOf({ ...table, scheme: 'mbr' })).toBeUndefined();
  });
});

describe('files that go onto a drive that stays', () => {
  const table: SourceTable = {
    scheme: 'gpt',
    sectorSize: 512,
    partitions: [part('System', 1, 100_000, { kind: 'system' }), part('Films', 100_001, 300_000)],
  };
  const staying = { ...AROUND, staying: [{ serial: 'KD-1', name: 'Kestrin D7', bytes: 1e12 }] };

  it('are offered where the volume has no room or is taken out, and are not copied then', () => {
    const [room] = laid(table, 120, {}, staying).problems;
    const offered = room?.actions?.find(({ label }) => label === 'Files of Films onto Kestrin D7');
    expect(offered).toBeDefined();
    const intent = offered && 'intent' in offered ? offered.intent : {};
    const plan = laid(table, 120, intent, staying);
    expect(plan.problems).toEqual([]);
    expect(plan.partitions[1]).toMatchObject({ target: null, change: 'stays' });
    expect(
      laid(table, 480, broughtAlong({ ...defaultIntent(table), ...intent }, 'Films'), staying).partitions[1]?.target,
    ).not.toBeNull();
    expect(plan.bytesToCopy).toBe(50_000 * MIB);
    expect(plan.notes.find(({ rule }) => rule === 'Files')?.sentence).toContain('onto Kestrin D7');
    const out = laid(table, 120, { leftOut: ['Films'] }, staying).problems[0];
    expect(out?.actions?.map(({ label }) => label)).toContain('Files of Films onto Kestrin D7');
  });

  it('are asked about again where that drive is not known to stay', () => {
    const [problem] = laid(table, 480, { filesTo: { Films: 'KD-1' } }).problems;
    expect(problem).toMatchObject({ rule: 'Files', about: 'Films', remedy: 'copy it' });
  });
});

describe('files of another drive that come onto the new one', () => {
  const table: SourceTable = {
    scheme: 'gpt',
    sectorSize: 512,
    partitions: [part('System', 1, 100_000, { kind: 'system', fileSystem: 'ext4' })],
  };
  const disk = { serial: 'KD-1', name: 'Kestrin D7', bytes: 500e9, used: 100 * GIB };
  const around = { ...AROUND, staying: [disk] };
  const intent = { ...defaultIntent(table), ...filesFrom(table, defaultIntent(table), disk) };

  it('are offered once for each drive, and get a volume of the device’s own kind that holds them', () => {
    expect(couldCome(defaultIntent(table), around)).toEqual([disk]);
    expect(couldCome(intent, around)).toEqual([]);
    expect(couldCome({ ...defaultIntent(table), filesTo: { System: 'KD-1' } }, around)).toEqual([]);
    const plan = laid(table, 480, intent, around);
    expect(plan.problems).toEqual([]);
    expect(plan.made[0]?.volume).toMatchObject({ fileSystem: 'ext4', from: 'KD-1', bytes: 110 * GIB });
    expect(plan.made[0]?.takes).toEqual(disk);
    expect(plan.notes.find(({ rule }) => rule === 'Files')?.sentence).toContain('after the trial start');
  });

  it('count where the drive is chosen, all of it where nobody looked', () => {
    const least = (one: StayingDrive) =>
      layoutAnywhere(
        table,
        { ...intent, ...filesFrom(table, defaultIntent(table), one) },
        { ...AROUND, staying: [one] },
      ).targets[0]?.smallestSold;
    expect(least(disk)).toBe(240);
    const { used: _used, ...unknown } = disk;
    expect(least(unknown)).toBe(640);
    expect(leastForFiles(unknown)).toBeGreaterThanOrEqual(unknown.bytes);
    const asked = laid(
      table,
      960,
      { ...intent, ...filesFrom(table, defaultIntent(table), unknown) },
      { ...AROUND, staying: [unknown] },
    );
    expect(asked.notes.find(({ rule }) => rule === 'Files')?.sentence).toContain('is not known');
  });

  it('refuse a volume that is too small, a drive that is not there, and what contradicts itself', () => {
    const why = (over: Partial<typeof intent>, staying = [disk]) =>
      laid(table, 480, { ...intent, ...over }, { ...AROUND, staying })
        .problems.map(({ sentence }) => sentence)
        .join(' ');
    const small = intent.made.map((one) => ({ ...one, bytes: 10 * GIB }));
    expect(why({ made: small })).toContain('need 110 GiB');
    expect(why({}, [])).toContain('not noted');
    expect(why({ made: [...intent.made, ...intent.made.map((one) => ({ ...one, id: 'again' }))] })).toContain(
      'already go',
    );
    expect(why({ filesTo: { System: 'KD-1' } })).toContain('are to come off it');
  });

  it('never ask for less room than they take, nor for more than the drive has', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 8e12 }), fc.double({ min: 0, max: 1, noNaN: true }), (bytes, share) => {
        const used = Math.floor(bytes * share);
        const least = leastForFiles({ ...disk, bytes, used });
        expect(least).toBeGreaterThanOrEqual(used);
        expect(least).toBeLessThanOrEqual(leastForFiles({ serial: '', name: '', bytes }));
      }),
    );
  });
});
