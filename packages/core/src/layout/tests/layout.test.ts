import { describe, expect, it } from 'vitest';
import { GIB, MIB, sectorsOfNominal } from '../../capacity';
import { defaultIntent, planLayout, type LayoutIntent, type SourcePartition, type SourceTable } from '../index';

const partition = (over: Partial<SourcePartition> & { id: string; bytes: number; start: number }): SourcePartition => ({
  name: over.id,
  kind: 'data',
  fileSystem: 'NTFS',
  used: null,
  encrypted: false,
  ...over,
  startSector: over.start / 512,
  sectors: over.bytes / 512,
});

const timetable: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    partition({ id: 'EFI', kind: 'EFI system', fileSystem: 'FAT32', start: MIB, bytes: 100 * MIB }),
    partition({ id: 'Reserved', kind: 'reserved', fileSystem: 'none', start: 101 * MIB, bytes: 16 * MIB }),
    partition({ id: 'System', kind: 'system', used: 188 * GIB, start: 117 * MIB, bytes: 673 * GIB }),
    partition({ id: 'Recovery', kind: 'recovery', start: 700 * GIB, bytes: 1000 * MIB, used: 400 * MIB }),
  ],
};
const drive = (nominal: number) => [
  { id: 'new' as const, sectors: sectorsOfNominal(nominal), sectorSize: 512 as const },
];

describe('the copy plan', () => {
  it('shrinks the system volume onto a smaller drive and moves what follows', () => {
    const plan = planLayout(timetable, drive(480), defaultIntent(timetable));
    expect(plan.problems).toEqual([]);
    expect(plan.partitions.map((one) => one.change)).toEqual(['same', 'same', 'shrunk', 'moved']);
    expect(plan.targets[0]?.leftFree).toBe(0);
    expect(plan.targets[0]?.smallestSold).toBe(240);
    expect(plan.notes.some((note) => note.rule === 'Place')).toBe(true);
  });

  it('grows onto a larger drive', () => {
    const plan = planLayout(timetable, drive(1000), defaultIntent(timetable));
    expect(plan.partitions[2]?.change).toBe('grown');
  });

  it('says too small with the drive that would do, and names what has no room', () => {
    const plan = planLayout(timetable, drive(120), defaultIntent(timetable));
    expect(plan.problems[0]?.sentence).toContain('System');
    expect(plan.problems[0]?.remedy).toContain('240 GB');
  });

  it('says how full a volume is after the copy where little stays free', () => {
    const full = {
      ...timetable,
      partitions: timetable.partitions.map((one) => (one.kind === 'system' ? { ...one, used: 650 * GIB } : one)),
    };
    const nearly = (spare: LayoutIntent['spare']) =>
      planLayout(full, drive(1000), { ...defaultIntent(full), spare }).notes.find(({ rule }) => rule === 'Nearly full');
    expect(nearly({ to: 'nobody' })?.sentence).toBe('System is 97 % full after the copy: 23 GiB stay free.');
    expect(nearly({ to: 'partition', id: 'System' })).toBeUndefined();
  });

  it('gives the spare to the fullest first, until all are as full', () => {
    const two = {
      ...timetable,
      partitions: [
        partition({ id: 'A', kind: 'system', start: MIB, bytes: 100 * GIB, used: 90 * GIB }),
        partition({ id: 'B', start: 101 * GIB, bytes: 300 * GIB, used: 90 * GIB }),
        partition({ id: 'C', start: 402 * GIB, bytes: 40 * GIB, used: 39 * GIB }),
      ],
    };
    const sizes = (nominal: number) => {
      const intent = { ...defaultIntent(two), spare: { to: 'the fullest' as const } };
      return planLayout(two, drive(nominal), intent).partitions.map(
        ({ target, used }) => [target?.bytes ?? 0, used ?? 0] as const,
      );
    };
    const full = sizes(500).map(([bytes, used]) => used / bytes);
    expect(full[0]).toBeCloseTo(full[2] ?? 0, 3);
    expect(sizes(500)[1]?.[0]).toBe(300 * GIB);
    const large = sizes(2000).map(([bytes, used]) => used / bytes);
    expect(Math.max(...large) - Math.min(...large)).toBeLessThan(0.001);
  });

  it('makes swap anew instead of copying it, unless it is encrypted', () => {
    const swap = partition({ id: 'swap', kind: 'swap', fileSystem: 'swap', start: 710 * GIB, bytes: 16 * GIB });
    const told = (encrypted: boolean) => {
      const table = { ...timetable, partitions: [...timetable.partitions, { ...swap, encrypted }] };
      return planLayout(table, drive(1000), defaultIntent(table));
    };
    const without = planLayout(timetable, drive(1000), defaultIntent(timetable)).bytesToCopy;
    expect(told(false).bytesToCopy).toBe(without);
    expect(told(false).notes.map(({ rule }) => rule)).toContain('Swap');
    expect(told(true).bytesToCopy).toBe(without + 16 * GIB);
    const table = { ...timetable, partitions: [...timetable.partitions, swap] };
    const asItIs = planLayout(table, drive(1000), { ...defaultIntent(table), asItIs: ['swap'] });
    expect(asItIs.bytesToCopy).toBe(without + 16 * GIB);
    expect(asItIs.notes.map(({ rule }) => rule)).not.toContain('Swap');
  });

  it('keeps an encrypted volume whole', () => {
    const locked = {
      ...timetable,
      partitions: timetable.partitions.map((one) => ({ ...one, encrypted: one.kind === 'system' })),
    };
    const small = planLayout(locked, drive(480), defaultIntent(locked));
    expect(small.problems.map((one) => one.rule)).toContain('Room');
    const typed = planLayout(locked, drive(1000), { ...defaultIntent(locked), sizes: { System: 500 * GIB } });
    expect(typed.problems[0]?.remedy).toContain('encryption off');
  });

  it('does not leave anything behind without a word', () => {
    const intent = { ...defaultIntent(timetable), leftOut: ['Recovery'] };
    expect(planLayout(timetable, drive(480), intent).problems.map((one) => one.rule)).toEqual(['Left behind']);
    expect(planLayout(timetable, drive(480), { ...intent, acknowledged: ['Recovery'] }).problems).toEqual([]);
  });

  it('refuses a typed size under the minimum, another sector size, and an empty table', () => {
    const typed = { ...defaultIntent(timetable), sizes: { System: GIB } };
    expect(planLayout(timetable, drive(480), typed).problems[0]?.rule).toBe('Size');
    const large = planLayout(
      timetable,
      [{ id: 'new', sectors: sectorsOfNominal(1000, 4096), sectorSize: 4096 }],
      typed,
    );
    expect(large.problems.map((one) => one.rule)).toContain('Sector size');
    const none = { ...timetable, partitions: [] };
    expect(planLayout(none, drive(480), defaultIntent(none)).problems[0]?.rule).toBe('Table');
  });

  it('says that an MBR table ends at 2 TiB', () => {
    const old: SourceTable = { ...timetable, scheme: 'mbr' };
    const plan = planLayout(old, drive(4000), defaultIntent(old));
    expect(plan.notes.some((note) => note.rule === 'Scheme')).toBe(true);
    const last = plan.partitions.at(-1)?.target;
    expect((last?.startSector ?? 0) + (last?.sectors ?? 0)).toBeLessThanOrEqual(2 ** 32);
  });
});
