import { describe, expect, it } from 'vitest';
import { GIB, MIB, sectorsOfNominal, TIB } from '../../capacity';
import {
  defaultIntent,
  parseSize,
  planLayout,
  broughtTo,
  reordered,
  schemeChoices,
  type Circumstances,
  type LayoutIntent,
  type SourcePartition,
  type SourceTable,
  type TargetDrive,
} from '../index';

const part = (
  id: string,
  kind: SourcePartition['kind'],
  at: number,
  gib: number,
  over: Partial<SourcePartition> = {},
) => ({
  id,
  name: id,
  kind,
  fileSystem: 'NTFS' as const,
  startSector: (at * GIB) / 512 + 2048,
  sectors: (gib * GIB) / 512,
  used: (gib * GIB) / 4,
  encrypted: false,
  ...over,
});
const desk: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('EFI', 'EFI system', 0, 0.25, { fileSystem: 'FAT32' }),
    part('System', 'system', 1, 200),
    part('Recovery', 'recovery', 202, 1),
    part('Photos', 'data', 204, 300),
  ],
};
const old: SourceTable = { ...desk, scheme: 'mbr', partitions: desk.partitions.slice(1) };
const drive = (nominal: number, id: TargetDrive['id'] = 'new'): TargetDrive => {
  return { id, sectors: sectorsOfNominal(nominal), sectorSize: 512 };
};
const LEGACY: Circumstances = { uefi: false, oldStays: false, mayWrite: null };
const plan = (over: Partial<LayoutIntent>, targets = [drive(1000)], around?: Circumstances, table = desk) =>
  planLayout(table, targets, { ...defaultIntent(table), ...over }, around);
const size = (made: ReturnType<typeof plan>, id: string) =>
  made.partitions.find(({ source }) => source.id === id)?.target?.bytes ?? 0;

describe('who gets the room nobody asked for', () => {
  it('one volume, all in proportion, or nobody', () => {
    expect(size(plan({ spare: { to: 'partition', id: 'Photos' } }), 'System')).toBe(200 * GIB);
    const shared = plan({ spare: { to: 'in proportion' } });
    expect(size(shared, 'Photos') / size(shared, 'System')).toBeCloseTo(1.5, 2);
    expect(shared.targets[0]?.leftFree).toBe(0);
    expect(plan({ spare: { to: 'nobody' } }).targets[0]?.leftFree).toBeGreaterThan(400 * GIB);
  });

  it('keeps a share free, also of what must shrink', () => {
    const free = plan({ keepFree: 10 }, [drive(480)]);
    expect(free.problems).toEqual([]);
    expect(free.targets[0]?.leftFree).toBeGreaterThan(44 * GIB);
    expect(free.targets[0]?.smallestSold).toBeGreaterThan(plan({}).targets[0]?.smallestSold ?? 0);
  });
});

describe('what comes along', () => {
  it('system only leaves data behind by name, unless the old drive stays in the device', () => {
    const left = plan({ extent: 'system only' });
    expect(left.problems.map(({ rule, about }) => [rule, about])).toEqual([['Left behind', 'Photos']]);
    expect(left.problems[0]?.actions).toEqual([
      { label: 'Bring everything', intent: { extent: 'whole device', leftOut: [] } },
    ]);
    const stays = plan({ extent: 'system only' }, [drive(240)], { uefi: true, oldStays: true, mayWrite: null });
    expect(stays.problems).toEqual([]);
    expect(stays.partitions[3]?.change).toBe('stays');
  });

  it('sends data to the added drive', () => {
    const two = plan({ onto: { Photos: 'added' } }, [drive(240), drive(1000, 'added')]);
    expect(two.problems).toEqual([]);
    expect(two.partitions[3]?.target).toMatchObject({ on: 'added', startSector: 2048 });
    expect(size(two, 'Photos')).toBeGreaterThan(900 * GIB);
    expect(plan({ onto: { Photos: 'added' } }).partitions[3]?.target?.on).toBe('new');
  });

  it('offers what makes room: the added drive, the system only, another drive', () => {
    const labels = (made: ReturnType<typeof plan>) => made.problems[0]?.actions?.map(({ label }) => label);
    expect(labels(plan({}, [drive(120)]))).toEqual(['System only', 'Choose another drive']);
    expect(labels(plan({}, [drive(120), drive(480, 'added')]))?.[0]).toBe('Photos to the added drive');
    const locked = { ...desk, partitions: desk.partitions.map((one) => ({ ...one, encrypted: one.id === 'System' })) };
    expect(labels(plan({}, [drive(240)], undefined, locked))?.[0]).toBe('Decrypt System first');
    expect(plan({ decrypted: ['System'] }, [drive(240)], undefined, locked).problems).toEqual([]);
  });

  it('puts volumes in another order where that may be', () => {
    const order = reordered(desk, defaultIntent(desk), 'Photos', -1);
    const made = plan({ order: order ?? [] });
    const starts = ['System', 'Photos', 'Recovery'].map(
      (id) => made.partitions.find(({ source }) => source.id === id)?.target?.startSector ?? 0,
    );
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    expect(made.problems).toEqual([]);
    expect(reordered(desk, defaultIntent(desk), 'System', -1)).toBeNull();
    expect(reordered(desk, defaultIntent(desk), 'Photos', 1)).toBeNull();
  });

  it('brings a volume to the place of another, step by step, and nowhere where a step may not be', () => {
    const intent = defaultIntent(desk);
    const order = broughtTo(desk, intent, 'Photos', 'System');
    expect(order).toEqual(
      reordered(desk, { ...intent, order: reordered(desk, intent, 'Photos', -1) ?? [] }, 'Photos', -1),
    );
    expect(broughtTo(desk, { ...intent, order: order ?? [] }, 'Photos', 'Photos')).toBeNull();
    expect(broughtTo(desk, intent, 'Photos', desk.partitions[0]?.id ?? '')).toBeNull();
    expect(broughtTo(desk, intent, 'nothing', 'System')).toBeNull();
  });

  it('keeps logical partitions side by side', () => {
    const logical = { ...old, partitions: old.partitions.map((one, n) => ({ ...one, logical: n !== 1 })) };
    const apart = plan({}, undefined, undefined, logical);
    expect(apart.problems.map(({ rule }) => rule)).toEqual(['Order']);
    const together = { ...old, partitions: old.partitions.map((one, n) => ({ ...one, logical: n > 0 })) };
    const made = plan({ spare: { to: 'nobody' } }, undefined, undefined, together);
    expect(made.problems).toEqual([]);
    // The record of each logical partition stands in front of it.
    const [first, second] = made.partitions.map(({ target }) => target);
    expect(second?.startSector).toBe((first?.startSector ?? 0) + (first?.sectors ?? 0) + MIB / 512);
  });
});

describe('the scheme of the new table', () => {
  it('stays what it was unless the drive is larger than an MBR reaches', () => {
    const advised = (table: SourceTable, target: TargetDrive, uefi: boolean | null) =>
      schemeChoices(table, target, { uefi, oldStays: false, mayWrite: null }).find((one) => one.advised)?.scheme;
    expect(advised(old, drive(500), null)).toBe('mbr');
    expect(advised(desk, drive(500), true)).toBe('gpt');
    expect(advised(old, drive(4000), false)).toBe('mbr');
    const large = planLayout(old, [drive(4000)], defaultIntent(old), { uefi: true, oldStays: false, mayWrite: null });
    const [note] = large.notes.filter(({ rule }) => rule === 'Scheme');
    expect(note?.actions?.[0]).toMatchObject({ label: 'Make it a GPT', intent: { scheme: 'gpt' } });
    expect(large.targets[0]?.leftFree).toBe(0);
    expect(large.partitions.reduce((sum, { target }) => sum + (target?.bytes ?? 0), 0)).toBeLessThan(2 * TIB);
  });

  it('from MBR to GPT asks for an EFI system partition and for UEFI', () => {
    const asks = plan({ scheme: 'gpt' }, undefined, { uefi: true, oldStays: false, mayWrite: null }, old);
    const [add] = asks.problems[0]?.actions ?? [];
    expect(add).toMatchObject({ label: 'Add one' });
    if (!add || !('intent' in add)) throw new Error('nothing can be done');
    const made = plan(
      { scheme: 'gpt', ...add.intent },
      undefined,
      { uefi: true, oldStays: false, mayWrite: null },
      old,
    );
    expect(made.problems).toEqual([]);
    expect(made.made[0]?.target).toMatchObject({ startSector: 2048, bytes: 260 * MIB });
    expect(made.notes.map(({ sentence }) => sentence).join()).toContain('setup is changed to start by UEFI');
    expect(plan({ scheme: 'gpt' }, undefined, LEGACY, old).problems[0]?.sentence).toContain('legacy mode only');
  });

  it('from GPT to MBR is refused for a system that starts by UEFI, and for more than four', () => {
    expect(plan({ scheme: 'mbr' }).problems.map(({ rule }) => rule)).toEqual(['Scheme']);
    expect(plan({ scheme: 'mbr' }, undefined, LEGACY).problems).toEqual([]);
    const five = { ...desk, partitions: [...desk.partitions, part('More', 'data', 505, 1)] };
    expect(plan({ scheme: 'mbr' }, undefined, LEGACY, five).problems[0]?.sentence).toContain('these are 5');
  });
});

describe('a typed size', () => {
  it.each<[string, unknown]>([
    ['30', { ok: true, bytes: 30 * GIB }],
    ['500 GB', { ok: true, bytes: 500e9 }],
    ['16 MiB', { ok: true, bytes: 16 * MIB }],
    ['2,048 sectors', { ok: true, bytes: MIB }],
    ['4096 s', { ok: true, bytes: 2 * MIB }],
    ['25 %', { ok: true, bytes: 25 * GIB }],
    ['12,5 per cent', { ok: true, bytes: 12.5 * GIB }],
    [' Rest ', { ok: true, rest: true }],
  ])('%s', (text, meant) => {
    expect(parseSize(text, { room: 100 * GIB, sectorSize: 512 })).toEqual(meant);
  });

  it.each(['', 'all', '120 %', '5 furlongs', '-3'])('“%s” is answered with what to type', (text) => {
    const answer = parseSize(text, { room: 100 * GIB, sectorSize: 512 });
    expect(answer.ok).toBe(false);
    expect('sentence' in answer && answer.sentence.length).toBeGreaterThan(10);
  });
});
