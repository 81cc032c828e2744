import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../../capacity';
import { defaultIntent, layoutAnywhere, lockedUse, type Circumstances } from '../index';
import type { SourcePartition, SourceTable } from '../types';
import { part } from './part.test-data';

const AROUND: Circumstances = { uefi: true, oldStays: false, mayWrite: true };
const tableOf = (gib: number, over: Partial<SourcePartition>): SourceTable => ({
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('EFI', 1, 100, { kind: 'EFI system', fileSystem: 'FAT32' }),
    part('System', 101, gib * 1024, { kind: 'system', encrypted: true, used: null, ...over }),
  ],
});
const use = (table: SourceTable) => lockedUse(table, defaultIntent(table), AROUND);

describe('a locked volume whose use is not known', () => {
  it('names the drive for both answers', () => {
    expect(use(tableOf(460, {}))).toEqual({ name: 'System', whole: 500, smaller: 480, upTo: 406 * GIB });
  });

  it('is not asked where the use is known, nothing is locked, or it was decided', () => {
    expect(use(tableOf(460, { used: 90 * GIB }))).toBeNull();
    expect(use(tableOf(460, { encrypted: false }))).toBeNull();
    const table = tableOf(460, {});
    expect(lockedUse(table, { ...defaultIntent(table), decrypted: ['System'] }, AROUND)).toBeNull();
  });

  it('says a use that the smaller drive holds, and one GiB more that it does not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 3000 }), (gib) => {
        const told = use(tableOf(gib, {}));
        if (!told) return;
        const sold = (used: number) => {
          const table = tableOf(gib, { used });
          return (
            layoutAnywhere(table, { ...defaultIntent(table), decrypted: ['System'] }, AROUND).targets[0]
              ?.smallestSold ?? Infinity
          );
        };
        expect(sold(told.upTo)).toBe(told.smaller);
        expect(sold(told.upTo + GIB)).toBeGreaterThan(told.smaller);
      }),
    );
  });
});
