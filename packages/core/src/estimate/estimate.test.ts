import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DriveClass } from '../fit';
import type { Link } from '../links';
import { estimateCopy, type CopyWork, type HealthGrade } from './index';

const sata: Link = { kind: 'sata', generation: 3 };
const usb2: Link = { kind: 'usb', mode: '2.0' };
const work: CopyWork = {
  bytes: 120e9,
  source: { class: 'SATA SSD', health: 'good', link: sata },
  target: { class: 'SATA SSD', link: sata },
  verify: false,
};
const anyWork = fc.record({
  bytes: fc.integer({ min: 0, max: 4e12 }),
  source: fc.record({
    class: fc.constantFrom<DriveClass>('disk 5400', 'disk 7200', 'SATA SSD', 'NVMe gen 3', 'NVMe gen 4', 'eMMC'),
    health: fc.constantFrom<HealthGrade>('good', 'watch', 'failing', 'unknown'),
    link: fc.constantFrom(sata, usb2),
  }),
  target: fc.record({
    class: fc.constantFrom<DriveClass>('SATA SSD', 'NVMe gen 4'),
    link: fc.constantFrom(sata, usb2),
  }),
  verify: fc.boolean(),
});

describe('copy estimate', () => {
  it('takes about an hour over USB 2.0 for 120 GB, and says what limits', () => {
    const estimate = estimateCopy({ ...work, target: { class: 'SATA SSD', link: usb2 } });
    expect(estimate.limitedBy).toBe("new drive's link");
    expect(estimate.middle).toBeGreaterThan(50 * 60);
    expect(estimate.middle).toBeLessThan(80 * 60);
  });

  it('takes a failing disk at several times the time', () => {
    const disk: CopyWork = { ...work, source: { class: 'disk 5400', health: 'good', link: sata } };
    const failing: CopyWork = { ...disk, source: { ...disk.source, health: 'failing' } };
    const [well, ill] = [estimateCopy(disk), estimateCopy(failing)];
    expect(ill.middle / well.middle).toBeGreaterThan(3);
    expect(ill.limitedBy).toBe('old drive');
  });

  it('orders its ranges; more bytes, verifying and worse health never take less time', () => {
    fc.assert(
      fc.property(anyWork, fc.integer({ min: 0, max: 1e12 }), (one, more) => {
        const { low, middle, high } = estimateCopy(one);
        expect(low).toBeLessThanOrEqual(middle);
        expect(middle).toBeLessThanOrEqual(high);
        expect(estimateCopy({ ...one, bytes: one.bytes + more }).middle).toBeGreaterThanOrEqual(middle);
        expect(estimateCopy({ ...one, verify: true }).middle).toBeGreaterThanOrEqual(
          estimateCopy({ ...one, verify: false }).middle,
        );
        const worse = estimateCopy({ ...one, source: { ...one.source, health: 'failing' } });
        expect(worse.middle).toBeGreaterThanOrEqual(middle);
      }),
    );
  });
});
