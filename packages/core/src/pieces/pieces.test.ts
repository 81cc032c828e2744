import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { doubted, recordsOf, samePiece, tellRecord, unused, type PassedRun, type PieceRecord } from '.';

const record = (over: Partial<PieceRecord>): PieceRecord => {
  return {
    kind: 'lead',
    name: 'L3',
    runs: 10,
    failed: 0,
    usb2: 0,
    slow: 0,
    troubled: 0,
    rate: 412.4,
    besides: null,
    ...over,
  };
};

describe('what a copy goes through', () => {
  it('is one piece however its name is written, and another where it is of another kind', () => {
    expect(samePiece({ kind: 'lead', name: 'L3 ' }, { kind: 'lead', name: 'l3' })).toBe(true);
    expect(samePiece({ kind: 'lead', name: 'L3' }, { kind: 'hub', name: 'L3' })).toBe(false);
  });

  it('says what its runs came to, and when to take another one', () => {
    expect(tellRecord(record({ usb2: 3, failed: 1 }))).toBe('10 runs, 412 MB/s, fell to USB 2 in 3, 1 failed');
    expect(tellRecord(unused({ kind: 'hub', name: 'hub' }))).toBe('no run yet');
    expect(tellRecord(record({ runs: 1, rate: null, slow: 1, troubled: 1 }))).toBe(
      '1 run, slow in 1, errors or a standstill in 1',
    );
    expect([record({ usb2: 3 }), record({ usb2: 2 }), record({ runs: 2, failed: 2 })].map(doubted)).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('blames the lead that was there each time, not the box it was plugged into', () => {
    const run = (lead: string, sign: PassedRun['sign'], rate: number): PassedRun => {
      return { through: [box, { kind: 'lead', name: lead }], failed: false, sign, rate };
    };
    const box = { kind: 'enclosure', name: 'Brine box' } as const;
    const runs = [run('L2', 'usb2', 38), run('l2 ', 'usb2', 36), run('L2', null, 380), run('L4', null, 400)];
    const [ofBox, lead2, lead4] = recordsOf(runs);
    expect(ofBox).toMatchObject({ name: 'Brine box', runs: 4, usb2: 2, besides: 'L2' });
    expect(lead2).toMatchObject({ name: 'L2', runs: 3, usb2: 2, rate: 38, besides: null });
    expect(lead4).toMatchObject({ name: 'L4', runs: 1, usb2: 0 });
    expect([ofBox, lead2].map((one) => one && doubted(one))).toEqual([false, true]);
    // Where both went wrong together and never apart nobody can tell which it was.
    expect(recordsOf(runs.slice(0, 2)).map(({ besides }) => besides)).toEqual([null, null]);
  });

  it('counts each run once with each piece (property)', () => {
    const piece = fc.record({ kind: fc.constantFrom('lead', 'hub'), name: fc.constantFrom('a', 'A ', 'b', 'c') });
    const sign = fc.constantFrom('usb2', 'slow', 'troubled', null);
    const run = fc.record({
      through: fc.array(piece, { maxLength: 4 }),
      failed: fc.boolean(),
      sign,
      rate: fc.double(),
    });
    fc.assert(
      fc.property(fc.array(run as fc.Arbitrary<PassedRun>, { maxLength: 30 }), (runs) => {
        for (const one of recordsOf(runs)) {
          expect(one.runs).toBe(runs.filter(({ through }) => through.some((other) => samePiece(one, other))).length);
          expect(one.usb2 + one.slow + one.troubled).toBeLessThanOrEqual(one.runs);
        }
      }),
    );
  });

  it('is doubted no less when more of its runs went wrong (property)', () => {
    const count = fc.nat(40);
    fc.assert(
      fc.property(count, count, count, count, (runs, failed, usb2, troubled) => {
        const one = record({ runs, failed, usb2, troubled });
        if (doubted(one)) expect(doubted({ ...one, failed: failed + 1 })).toBe(true);
      }),
    );
  });
});
