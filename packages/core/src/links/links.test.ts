import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  linkCeiling,
  linkName,
  linkPractical,
  negotiate,
  slowest,
  type Lanes,
  type Link,
  type PcieGeneration,
} from './index';

const pcie = fc.record({
  kind: fc.constant('pcie' as const),
  generation: fc.constantFrom<PcieGeneration>(1, 2, 3, 4, 5),
  lanes: fc.constantFrom<Lanes>(1, 2, 4),
});

describe('links', () => {
  it.each<[Link, number]>([
    [{ kind: 'sata', generation: 3 }, 600],
    [{ kind: 'pcie', generation: 3, lanes: 2 }, 1969],
    [{ kind: 'pcie', generation: 3, lanes: 4 }, 3938],
    [{ kind: 'pcie', generation: 4, lanes: 4 }, 7877],
    [{ kind: 'pcie', generation: 5, lanes: 4 }, 15754],
    [{ kind: 'usb', mode: '2.0' }, 53],
  ])('ceiling of %j', (link, ceiling) => {
    expect(Math.round(linkCeiling(link))).toBe(ceiling);
    expect(linkPractical(link)[1]).toBeLessThan(linkCeiling(link));
  });

  it('agrees on the lower of both ends, whichever is asked first', () => {
    fc.assert(
      fc.property(pcie, pcie, (a, b) => {
        const link = negotiate(a, b);
        expect(link).toEqual(negotiate(b, a));
        expect(link && linkCeiling(link)).toBeLessThanOrEqual(Math.min(linkCeiling(a), linkCeiling(b)));
      }),
    );
    expect(negotiate({ kind: 'sata', generation: 3 }, { kind: 'pcie', generation: 3, lanes: 4 })).toBeNull();
    expect(negotiate({ kind: 'sata', generation: 3 }, { kind: 'sata', generation: 2 })).toEqual({
      kind: 'sata',
      generation: 2,
    });
  });

  it('names what limits a chain', () => {
    expect(
      slowest([
        { name: 'old disk', rate: 104 },
        { name: 'USB', rate: 430 },
      ])?.name,
    ).toBe('old disk');
    expect(slowest([])).toBeNull();
    expect(linkName({ kind: 'pcie', generation: 3, lanes: 4 })).toBe('x4 gen 3');
  });
});
