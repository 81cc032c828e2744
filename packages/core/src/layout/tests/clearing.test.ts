import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB, sectorsOfNominal } from '../../capacity';
import { CLEARABLE_KINDS, defaultIntent, planLayout, type Circumstances, type LayoutIntent } from '../index';
import type { SourcePartition, SourceTable } from '../types';
import { part } from './part.test-data';

const MAY: Circumstances = { uefi: true, oldStays: false, mayWrite: true };
const drive = (nominal: number) => [
  { id: 'new' as const, sectors: sectorsOfNominal(nominal), sectorSize: 512 as const },
];
const system = (over: Partial<SourcePartition>): SourceTable => ({
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('EFI', 1, 100, { kind: 'EFI system', fileSystem: 'FAT32' }),
    part('System', 101, 460 * 1024, { kind: 'system', used: 225 * GIB, ...over }),
  ],
});
const full = system({
  clearable: [
    { what: 'hibernation file', bytes: 13 * GIB },
    { what: 'old installations', bytes: 24 * GIB },
  ],
});
const room = (table: SourceTable, intent: LayoutIntent = defaultIntent(table), around = MAY) =>
  planLayout(table, drive(240), intent, around).problems.find(({ rule }) => rule === 'Room');

describe('what can go before the copy', () => {
  it('is named with its sizes where the drive is too small, and the drive that would then do', () => {
    expect(room(full)?.sentence).toContain(
      'Without hibernation file 13 GiB, old installations 24 GiB of System 240 GB would do.',
    );
    expect(room(full)?.actions?.[0]).toEqual({
      label: 'Clear these away first',
      intent: { cleared: { System: ['hibernation file', 'old installations'] } },
    });
    const smaller = planLayout(full, drive(120), defaultIntent(full), MAY).problems[0]?.sentence;
    expect(smaller).toContain('of System 240 GB would do.');
  });

  it('makes the room that it counts on, and says what goes', () => {
    const cleared = { System: ['hibernation file' as const, 'old installations' as const] };
    const plan = planLayout(full, drive(240), { ...defaultIntent(full), cleared }, MAY);
    expect(plan.problems).toEqual([]);
    expect(plan.notes.map(({ sentence }) => sentence)).toContain(
      'System: hibernation file 13 GiB, old installations 24 GiB go before the copy, in its own system.',
    );
    expect(plan.bytesToCopy).toBe(50 * 1024 ** 2 + (225 - 37) * GIB);
  });

  it('is not asked of a drive that fails, and not decided on it', () => {
    const around = { ...MAY, mayWrite: false };
    expect(room(full, defaultIntent(full), around)?.sentence).toContain('not to be trusted');
    expect(room(full, defaultIntent(full), around)?.actions?.map(({ label }) => label)).not.toContain(
      'Clear these away first',
    );
    const cleared = { System: ['old installations' as const] };
    const plan = planLayout(full, drive(480), { ...defaultIntent(full), cleared }, around);
    expect(plan.problems.map(({ rule }) => rule)).toEqual(['Cleared away']);
  });

  it('cannot be looked into where a volume is encrypted, or of a kind that only its system reads', () => {
    for (const over of [{ encrypted: true }, { fileSystem: 'APFS' as const }]) {
      expect(room(system(over))?.sentence).toContain('What could go from System cannot be looked into from outside.');
    }
  });

  it('counts for nothing where the volume is copied as it is', () => {
    const intent = { ...defaultIntent(full), asItIs: ['System'] };
    expect(room(full, intent)?.sentence).not.toContain('Without');
  });

  it('never asks for a larger drive, whatever goes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ what: fc.constantFrom(...CLEARABLE_KINDS), bytes: fc.nat(2 ** 40) }), { maxLength: 5 }),
        fc.subarray([...CLEARABLE_KINDS]),
        (clearable, kinds) => {
          const table = system({ clearable });
          const smallest = (intent: LayoutIntent) =>
            planLayout(table, drive(120), intent, MAY).targets[0]?.smallestBytes ?? 0;
          const intent = defaultIntent(table);
          expect(smallest({ ...intent, cleared: { System: kinds } })).toBeLessThanOrEqual(smallest(intent));
        },
      ),
    );
  });
});
