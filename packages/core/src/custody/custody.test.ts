import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeRound, liesHere, STAYS, staysProblem, staysTold, thingOf, type Lying, type Stays } from '.';

const stays = (over: Partial<Stays>): Stays => {
  return { as: 'returned', until: null, place: '', consent: false, note: '', ...over };
};
const thing = (label: string, place: string, over: Partial<Lying> = {}): Lying => {
  return { label, serial: '', name: `thing ${label}`, place, atWork: null, gone: null, ...over };
};

describe('what becomes of what came out', () => {
  it.each([
    [stays({}), null],
    [stays({ as: 'kept as a fallback', until: '2031-05-01' }), 'place'],
    [stays({ as: 'kept as a fallback', place: 'B2' }), 'until'],
    [stays({ as: 'to be wiped', place: 'B2' }), 'consent'],
    [stays({ as: 'for recycling', place: 'B2' }), 'consent'],
    [stays({ as: 'for recycling', place: 'B2', consent: true }), null],
  ])('%j lacks %s', (given, field) => {
    expect(staysProblem(given, true)?.field ?? null).toBe(field);
  });

  it('asks for no consent for what holds no data', () => {
    expect(staysProblem(stays({ as: 'for recycling', place: 'B2' }), false)).toBeNull();
  });

  it('is told with place and day', () => {
    const kept = stays({ as: 'kept as a fallback', until: '2031-05-01', place: 'B2', note: 'in its bag' });
    expect(staysTold(kept, (day) => `<${day}>`)).toBe('kept as a fallback at B2 until <2031-05-01>, in its bag');
    expect(STAYS.filter((as) => liesHere({ as }))).toEqual(['kept as a fallback', 'to be wiped', 'for recycling']);
  });
});

describe('a round over the shelves', () => {
  const drive = thing('U-1-3', 'B2', { serial: 'KD5-9931' });
  const things = [
    drive,
    thing('U-2-0', 'B2'),
    thing('U-3-0', 'B3'),
    thing('U-4-0', 'B2', { atWork: 'with Ilse' }),
    thing('U-5-0', '', { gone: 'returned on 2031-04-02' }),
    thing('U-6-1', ''),
  ];
  const scans = [
    { text: 'u-2-0', at: 'B2' },
    { text: 'U-5-0', at: 'B2' },
    { text: 'XX-1', at: 'B2' },
  ];

  it('says what is missing at a place where somebody was, and does not say so of others', () => {
    const round = judgeRound(things, scans, ['B2'], ['B2', 'B3']);
    expect(round.missing).toEqual([drive]);
    expect(round.notLooked.map(({ label }) => label)).toEqual(['U-3-0', 'U-6-1']);
    expect(round.atWork.map(({ label }) => label)).toEqual(['U-4-0']);
    expect(round.extra.map(({ text, why }) => [text, why])).toEqual([
      ['U-5-0', 'thing U-5-0: returned on 2031-04-02'],
      ['XX-1', 'not known here'],
    ]);
  });

  it('misses what has no noted place once somebody was everywhere, an empty place too', () => {
    const round = judgeRound(things, scans, ['B2', 'b3'], ['B2', 'B3']);
    expect(round.missing.map(({ label }) => label)).toEqual(['U-1-3', 'U-3-0', 'U-6-1']);
  });

  it('knows a drive by its serial, and takes where it was seen last', () => {
    const seen = [
      { text: 'kd5-9931', at: 'B2' },
      { text: 'U-1-3', at: 'B3' },
    ];
    expect(judgeRound(things, seen, [], ['B2', 'B3']).elsewhere).toEqual([{ thing: drive, at: 'B3' }]);
    expect(thingOf(things, ' kd5-9931 ')).toBe(drive);
  });

  it('puts each thing that lies here into one list, and none that does not', () => {
    const place = fc.constantFrom('', 'A1', 'A2', 'A3');
    const one = fc.record({
      place,
      atWork: fc.constantFrom(null, 'at berth 2'),
      gone: fc.constantFrom(null, null, 'returned'),
    });
    const scan = fc.record({ text: fc.nat(24).map((n) => `U-${n}-0`), at: fc.constantFrom('A1', 'A2', 'A3') });
    fc.assert(
      fc.property(
        fc.array(one, { maxLength: 20 }),
        fc.array(scan, { maxLength: 30 }),
        fc.subarray(['A1', 'A2', 'A3']),
        (given, read, visited) => {
          const all = given.map((each, n) => thing(`U-${n}-0`, each.place, each));
          const round = judgeRound(all, read, visited, ['A1', 'A2', 'A3']);
          const { right, elsewhere, missing, notLooked, atWork } = round;
          const told = [...right, ...elsewhere.map((each) => each.thing), ...missing, ...notLooked, ...atWork];
          expect(new Set(told).size).toBe(told.length);
          expect(told.length).toBe(all.filter(({ gone }) => gone === null).length);
          const seen = new Set(read.map(({ text }) => text));
          expect([...missing, ...notLooked, ...atWork].some(({ label }) => seen.has(label))).toBe(false);
          expect(round.extra.every(({ text }) => all.every(({ label, gone }) => label !== text || gone !== null))).toBe(
            true,
          );
        },
      ),
    );
  });
});
