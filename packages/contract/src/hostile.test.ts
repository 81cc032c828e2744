import { describe, expect, it } from 'vitest';
import { bookIn, factShapes, orderParts } from './shapes';
import { day, list, moment, object, record, text, uuid, whole } from './shapes/shape';
import { validate } from './validate';

const problemOf = (shape: Parameters<typeof validate>[0], value: unknown) => {
  const result = validate(shape, value);
  return result.ok ? null : result.problems[0];
};

describe('what no database keeps', () => {
  it.each(['a\u0000b', '\ud800', 'x\udfffy'])('%j is refused and the field named', (typed) => {
    expect(problemOf(object({ name: text(40) }), { name: typed })).toMatchObject({ field: 'name' });
    expect(problemOf(object({ sizes: record(whole(0, 9), 5) }), { sizes: { [typed]: 1 } })?.field).toMatch(/^sizes/);
  });

  it('letters beyond the first plane are kept', () => {
    expect(problemOf(text(40), 'a 💾 drive')).toBeNull();
  });
});

describe('days and moments', () => {
  it.each(['2026-02-31', '2026-13-01', '2025-02-29', '0000-01-01', '9999-01-01'])('%s does not exist', (typed) => {
    expect(problemOf(day(), typed)).not.toBeNull();
    expect(problemOf(moment(), `${typed}T09:00:00Z`)).not.toBeNull();
  });

  it.each(['2026-02-28T25:00:00Z', '2026-02-28T09:99:00Z', '2026-02-28', '2026-02-28T09:00'])(
    'nor does %s',
    (typed) => {
      expect(problemOf(moment(), typed)).not.toBeNull();
    },
  );

  it.each(['2028-02-29T09:00:00.000Z', '2026-06-02T15:00:00+02:00', '2026-06-02T15:00Z'])('%s does', (typed) => {
    expect(problemOf(moment(), typed)).toBeNull();
  });

  it('are checked wherever a day is asked for', () => {
    const order = { version: 0, choice: { kind: 'memory', partId: crypto.randomUUID(), count: 1 }, supplier: 'Tarn' };
    expect(problemOf(orderParts, { ...order, expected: '2026-02-30' })).toMatchObject({ field: 'expected' });
    expect(problemOf(factShapes['kept until'], { place: 'rack', until: '2026-04-31' })).toMatchObject({
      field: 'until',
    });
  });
});

describe('what is far too much', () => {
  it('is refused at its outline, with one sentence', () => {
    const many = Object.fromEntries(Array.from({ length: 60_000 }, (_none, n) => [`unknown ${n}`, 1]));
    const result = validate(bookIn, { ...many, customer: many, jobs: [many] });
    expect(result).toEqual({
      ok: false,
      problems: [{ field: '', sentence: expect.stringMatching(/^At most/) as string }],
    });
    expect(problemOf(list(text(9), 3), Array(50_000).fill(''))).toEqual({ field: '', sentence: 'At most 3 of these.' });
  });

  it('a few fields too many are named each, and no more than can be read', () => {
    const few = Object.fromEntries(Array.from({ length: 39 }, (_none, n) => [`unknown ${n}`, 1]));
    const result = validate(object({ name: text(9), rows: list(object({ a: whole(0, 1) }), 99) }), {
      ...few,
      name: 'x',
      rows: Array(99).fill({ a: 'no' }),
    });
    expect(result.ok ? 0 : result.problems.length).toBe(40);
  });
});

describe('ids', () => {
  it.each(['------------------------------------', '0'.repeat(36), 'x'])('%s is none', (typed) => {
    expect(problemOf(uuid, typed)).not.toBeNull();
  });
});
