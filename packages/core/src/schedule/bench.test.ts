import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  beginBy,
  beforeClosing,
  bestOrder,
  closingOf,
  delaysOf,
  overBy,
  overloadOf,
  rescheduled,
  scheduleOf,
  simulate,
  standing,
  workedBack,
  type Work,
} from '.';
import { alone, bench, berths, DAY, hands, HOUR, MINUTE, OPEN, people, person, work } from './samples.test-data';

const byTag = ({ placed }: ReturnType<typeof simulate>, tag: string, piece = 0) =>
  placed.find((one) => one.tag === tag && one.piece === piece);

describe('people', () => {
  it('work while they are there: not on a day off', () => {
    const off = person('p0', { there: OPEN.slice(1) });
    expect(simulate([work('A', [hands(60)])], ['A'], bench({ people: [off] })).ready.get('A')).toBe(DAY + 10 * HOUR);
    const both = bench({ people: [off, person('p1')] });
    expect(byTag(simulate([work('A', [hands(60)])], ['A'], both), 'A')?.by).toBe('p1');
  });

  it('do what they are able to; what nobody is able to do is done late rather than never', () => {
    const opens = person('p1', { abilities: ['opening devices'] });
    const copies = person('p0', { abilities: ['copying'] });
    const open = work('A', [hands(60, { asks: 'opening devices' })]);
    expect(byTag(simulate([open], ['A'], bench({ people: [copies, opens] })), 'A')?.by).toBe('p1');
    expect(simulate([open], ['A'], bench({ people: [copies] })).ready.get('A')).toBe(10 * HOUR);
  });

  it('go on with what they have in hand; what somebody has who is not at the bench is done by another', () => {
    const own = bench({ people: people(2) });
    const works = [work('A', [hands(60)], null, { by: 'p1' }), work('B', [hands(60)], null, { by: 'p1' })];
    expect(simulate(works, ['A', 'B'], own).ready.get('B')).toBe(11 * HOUR);
    const away = [work('A', [hands(60)], null, { by: 'elsewhere' })];
    expect(simulate(away, ['A'], own).ready.get('A')).toBe(10 * HOUR);
  });
});

describe('berths and equipment', () => {
  it('are named, and what runs already stays where it is', () => {
    const running = work('A', [{ ...alone(120), running: { berth: 2 } }, hands(10)]);
    const works = [running, work('B', [alone(60)]), work('C', [alone(60)])];
    const found = simulate(works, ['B', 'C', 'A'], bench({ berths: berths(2) }));
    expect(byTag(found, 'A')).toMatchObject({ berth: 2, spans: [{ from: 9 * HOUR, until: 11 * HOUR }] });
    expect(byTag(found, 'B')).toMatchObject({ berth: 1 });
    // The other berth is free at ten again.
    expect(byTag(found, 'C')).toMatchObject({ berth: 1, spans: [{ from: 10 * HOUR, until: 11 * HOUR }] });
  });

  it('are taken as often as a run needs them; of what nobody counted there is enough', () => {
    const works = ['A', 'B'].map((tag) => work(tag, [alone(60, ['enclosure', 'enclosure'])]));
    const ready = (enclosure: number) => simulate(works, ['A', 'B'], bench({ has: { enclosure } })).ready.get('B');
    expect([ready(4), ready(3), ready(0)]).toEqual([10 * HOUR, 11 * HOUR, 10 * HOUR]);
  });

  it('hold never more than there are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ minutes: fc.integer({ min: 1, max: 600 }), dock: fc.boolean() }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 3 }),
        (runs, count) => {
          const works = runs.map(({ minutes, dock }, n) =>
            work(`J${n}`, [alone(minutes, dock ? ['dock'] : ['enclosure'])]),
          );
          const own = bench({ has: { dock: count, enclosure: 1 } });
          const { placed } = simulate(works, bestOrder(works, own), own);
          for (const { spans, tag } of placed) {
            const kind = works.find((one) => one.tag === tag)?.pieces[0]?.needs[0];
            const at = spans[0]?.from ?? 0;
            const beside = placed.filter(
              (one) =>
                works.find((other) => other.tag === one.tag)?.pieces[0]?.needs[0] === kind &&
                (one.spans[0]?.from ?? 0) <= at &&
                (one.spans[0]?.until ?? 0) > at,
            );
            expect(beside.length).toBeLessThanOrEqual(kind === 'dock' ? count : 1);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('an overload', () => {
  it('is what is late, by how much, and who has no hour free until when', () => {
    const works = [work('A', [hands(540)], 9), work('B', [hands(540)], 9), work('C', [hands(60)])];
    const own = bench();
    const found = overloadOf(works, simulate(works, ['A', 'B', 'C'], own), own);
    expect(found).toEqual({
      ...{ late: 1, most: { tag: 'B', by: 24 * 60 }, minutes: 24 * 60 },
      full: [{ id: 'p0', until: DAY + 18 * HOUR }],
    });
    expect(overloadOf([], simulate([], [], own), own)).toEqual({ late: 0, most: null, minutes: 0, full: [] });
  });
});

describe('when it must be begun', () => {
  it('is back from the promise over nights and the room that is usual', () => {
    expect(workedBack(OPEN, DAY + 10 * HOUR, 90)).toBe(17.5 * HOUR);
    expect(workedBack(OPEN, 10 * HOUR, 90)).toBeNull();
    // An hour of hands due at noon tomorrow: half an hour of room.
    expect(beginBy(work('A', [hands(60)], 27), bench())).toBe(DAY + 10.5 * HOUR);
    // What runs for ten hours is set going before closing.
    const sure = { ...alone(600), takes: { low: 600, middle: 600, high: 600 } };
    expect(beginBy(work('A', [sure], 25), bench())).toBe(18 * HOUR - MINUTE);
    expect(beginBy(work('A', [hands(60)]), bench())).toBeNull();
    expect(beginBy(work('A', [hands(60)], 1), bench())).toBeLessThan(9 * HOUR);
  });

  it('makes it ready as promised, if it is begun then and takes what is usual', () => {
    const pieces = fc.array(fc.record({ alone: fc.boolean(), minutes: fc.integer({ min: 1, max: 700 }) }), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(pieces, fc.integer({ min: 1, max: 300 }), (given, due) => {
        const job = work(
          'A',
          given.map((one) => (one.alone ? alone(one.minutes, []) : hands(one.minutes))),
          due,
        );
        const by = beginBy(job, bench());
        if (by === null || by < 9 * HOUR) return;
        const { ready } = simulate([{ ...job, from: by }], ['A'], bench());
        expect(ready.get('A')).toBeLessThanOrEqual((job.promisedAt ?? 0) + MINUTE);
      }),
    );
  });
});

describe('before closing', () => {
  const evening = (over: Parameters<typeof bench>[0] = {}) => bench({ now: 16 * HOUR, berths: berths(2), ...over });

  it('begins what takes longest at each free berth, and says until when hands must be at it', () => {
    const works = [
      work('A', [hands(10), alone(40), hands(5)]),
      work('B', [hands(20), alone(500), hands(5)]),
      work('C', [hands(30), alone(700), hands(5)]),
    ];
    const night = beforeClosing(works, evening());
    expect(night).toMatchObject({ closesAt: 18 * HOUR, opensAt: DAY + 9 * HOUR, there: 120, taken: 50, idle: [] });
    expect(night.begin.map(({ tag, berth, beginBy: by }) => [tag, berth, by])).toEqual([
      ['B', 2, 18 * HOUR - 50 * MINUTE],
      ['C', 1, 18 * HOUR - 30 * MINUTE],
    ]);
    expect(night.not).toEqual([{ tag: 'A', run: 'copy', why: 'no berth or equipment is free' }]);
  });

  it('puts first what would be late, and leaves what cannot be begun with its reason', () => {
    const works = [
      work('A', [hands(10), alone(40), hands(5)], 24.5),
      work('B', [hands(10), alone(500), hands(5)]),
      work('C', [hands(10), alone(500), hands(5)], null, { from: 2 * DAY }),
      work('D', [hands(500), alone(600), hands(5)]),
    ];
    const night = beforeClosing(works, evening());
    expect(night.begin.map(({ tag }) => tag)).toEqual(['A', 'B']);
    expect(night.not).toEqual([
      { tag: 'D', run: 'copy', why: 'no hands are left' },
      { tag: 'C', run: 'copy', why: 'a part is on its way' },
    ]);
  });

  it('counts hands of those who are able to: with nobody who opens devices but one, as much as that one has', () => {
    const [opens, copies] = [person('p0'), person('p1', { abilities: ['copying'] })];
    const opened = hands(40, { asks: 'opening devices' });
    const works = ['A', 'B'].map((tag) => work(tag, [opened, alone(500), hands(5)]));
    const late = evening({ people: [opens, copies], berths: berths(4) });
    const night = beforeClosing(works, late);
    expect(night.there).toBe(240);
    expect(
      beforeClosing([...works, work('C', [opened, alone(400)]), work('D', [opened, alone(300)])], late).not,
    ).toEqual([{ tag: 'D', run: 'copy', why: 'no hands are left' }]);
  });

  it('leaves each at the berth that is settled for it; the others have what is left', () => {
    const settled = { ...alone(60), berth: 1 };
    const works = [
      work('A', [hands(20), alone(500)]),
      work('B', [hands(3), settled]),
      work('C', [hands(5), alone(90)]),
    ];
    const night = beforeClosing(works, evening({ berths: berths(3) }));
    expect(night.begin.map(({ tag, berth }) => [tag, berth])).toEqual([
      ['B', 1],
      ['C', 3],
      ['A', 2],
    ]);
    const placed = simulate([work('D', [alone(60)]), work('B', [settled])], ['D', 'B'], bench({ berths: berths(2) }));
    expect(placed.ready.size).toBe(2);
    expect(
      byTag(simulate([work('B', [{ ...settled, berth: 2 }])], ['B'], bench({ berths: berths(2) })), 'B')?.berth,
    ).toBe(2);
  });

  it('leaves berths alone that are busy until after closing, and says which stay empty', () => {
    const running = { ...alone(600), running: { berth: 1 } };
    const night = beforeClosing([work('A', [running])], evening());
    expect(night.goesOn).toMatchObject([{ tag: 'A', berth: 1 }]);
    expect(night.idle).toEqual([2]);
    expect(overBy({ low: 1, middle: 5, high: 9 }, 5)).toBe('likely over');
    expect(closingOf(OPEN, 20 * HOUR)).toEqual({ closesAt: DAY + 18 * HOUR, opensAt: 2 * DAY + 9 * HOUR });
  });

  it('takes no more hands than there are, and one run for each berth', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ hands: fc.integer({ min: 1, max: 90 }), alone: fc.integer({ min: 1, max: 900 }) }), {
          maxLength: 15,
        }),
        fc.integer({ min: 1, max: 4 }),
        (given, count) => {
          const works = given.map((one, n) => work(`J${n}`, [hands(one.hands), alone(one.alone)]));
          const night = beforeClosing(works, evening({ berths: berths(count) }));
          expect(night.taken).toBeLessThanOrEqual(night.there);
          expect(new Set(night.begin.map(({ berth }) => berth)).size).toBe(night.begin.length);
          expect(night.begin.length + night.not.length).toBe(works.length);
          for (const { beginBy: by } of night.begin) expect(by).toBeLessThanOrEqual(18 * HOUR);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a change of one job', () => {
  const many = Array.from({ length: 40 }, (_none, n) => work(`J${n}`, [hands(20 + n), alone(60), hands(10)], 5 + n));

  it('leaves the order of the others, and moves ranges with what usually happens', () => {
    const own = bench({ people: people(2), berths: berths(4) });
    const before = scheduleOf(many, own);
    const late = { ...work('J3', many[3]?.pieces ?? [], 8), from: 2 * DAY };
    const after = rescheduled(before, 'J3', late, own);
    expect(after.order).toEqual(before.order);
    expect(after.forecast.get('J3')?.low).toBeGreaterThan(2 * DAY);
    expect(delaysOf(after.works, before, after)[0]?.tag).toBe('J3');
    const gone = rescheduled(before, 'J3', null, own);
    expect(gone.forecast.has('J3')).toBe(false);
    expect(gone.forecast.size).toBe(39);
    // It comes to the same as all of it anew, where that takes the same order.
    const anew = simulate(after.works, after.order, own);
    expect(after.ready).toEqual(anew.ready);
  });

  it('names whatever a later promise makes ready later', () => {
    fc.assert(
      fc.property(fc.nat(39), fc.integer({ min: 1, max: 80 }), (which, later) => {
        const own = bench({ people: people(2), berths: berths(4) });
        const before = scheduleOf(many, own);
        const one = many[which];
        if (!one) return;
        const moved = { ...one, promisedAt: (one.promisedAt ?? 0) + later * HOUR };
        const after = rescheduled(before, one.tag, moved, own);
        const named = new Set(delaysOf(after.works, before, after).map(({ tag }) => tag));
        for (const { tag } of many) {
          const by = (after.ready.get(tag) ?? 0) - (before.ready.get(tag) ?? 0);
          expect(named.has(tag)).toBe(Math.round(by / MINUTE) >= 15);
        }
      }),
      { numRuns: 20 },
    );
  });

  it('is put into what stands: nothing moves while nothing changed, and all of it is put anew every minute', () => {
    const own = bench({ people: people(2), berths: berths(4) });
    const first = standing(null, many, own);
    const [one] = many;
    if (!one) throw new Error('no work');
    expect(standing(first, [...many], { ...own, now: own.now + 1000 })).toBe(first);
    const late = { ...one, from: 2 * DAY };
    const next = standing(first, [late, ...many.slice(1)], own);
    expect(next.whole).toEqual(rescheduled(first.whole, one.tag, late, own));
    expect(standing(next, many.slice(1), own).whole.forecast.has(one.tag)).toBe(false);
    const running = (left: number): Work => ({
      ...one,
      pieces: [{ ...alone(left), running: { berth: 1 } }, hands(10)],
    });
    const runs = standing(first, [running(100), ...many.slice(1)], own);
    expect(standing(runs, [running(20), ...many.slice(1)], own)).toBe(runs);
    const minute = { ...own, now: own.now + MINUTE };
    const later = [running(20), ...many.slice(1)];
    expect(standing(runs, later, minute).whole).toEqual(scheduleOf(later, minute));
    expect(standing(first, many, minute).whole).toEqual(scheduleOf(many, minute));
    const others = { ...own, people: people(3) };
    expect(standing(first, many, others).whole).toEqual(scheduleOf(many, others));
  });

  it('has every job in what stands, whatever came, went and changed', () => {
    const own = bench({ people: people(2), berths: berths(4) });
    fc.assert(
      fc.property(fc.array(fc.array(fc.nat(39), { maxLength: 8 }), { minLength: 1, maxLength: 4 }), (turns) => {
        let now = standing(null, many, own);
        for (const turn of turns) {
          const works = many.flatMap((one, n) =>
            turn.includes(n) ? (n % 2 === 0 ? [] : [{ ...one, promisedAt: n * HOUR }]) : [one],
          );
          now = standing(now, works, own);
          expect([...now.whole.ready.keys()].sort()).toEqual(works.map(({ tag }) => tag).sort());
          expect(now.whole.ready).toEqual(simulate(now.whole.works, now.whole.order, own).ready);
        }
      }),
      { numRuns: 25 },
    );
  });
});
