import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { erasureOf, type Ties } from '.';

const NOTHING: Ties = { openJobs: 0, owed: 0, here: 0, lastBill: null, orders: 0 };

describe('erasing a customer', () => {
  it('leaves nothing of whom no bill names', () => {
    expect(erasureOf(NOTHING, '2031-05-01', 10)).toMatchObject({ refused: [], namedUntil: null, stays: [] });
  });

  it('leaves the name on bills for as long as they are kept', () => {
    const billed = { ...NOTHING, lastBill: '2024-02-29', orders: 1 };
    expect(erasureOf(billed, '2031-05-01', 10).namedUntil).toBe('2034-02-28');
    expect(erasureOf(billed, '2031-05-01', 4).namedUntil).toBeNull();
    expect(erasureOf(billed, '2034-02-28', 10).namedUntil).toBeNull();
    expect(erasureOf(billed, '2031-05-01', 10).stays[0]).toContain('2034-02-28');
  });

  it('is refused while anything is open between them and the shop, whatever else', () => {
    const ties = fc.record({
      ...{ openJobs: fc.nat(3), owed: fc.integer({ min: -5000, max: 5000 }), here: fc.nat(2) },
      ...{ lastBill: fc.constantFrom(null, '2030-01-01'), orders: fc.nat(3) },
    });
    fc.assert(
      fc.property(ties, (of) => {
        const open = of.openJobs > 0 || of.owed !== 0 || of.here > 0;
        expect(erasureOf(of, '2031-05-01', 10).refused.length > 0).toBe(open);
      }),
    );
  });
});
