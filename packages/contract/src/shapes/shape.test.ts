import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { jsonSchemaOf } from '../json-schema';
import {
  anything,
  boolean,
  either,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
} from './shape';
import type { Infer, Shape } from './shape';
import { validate } from '../validate';

const sentence = (shape: Shape<unknown>, value: unknown) => {
  const checked = validate(shape, value);
  return checked.ok ? 'taken' : checked.problems[0]?.sentence;
};

describe('each kind of shape', () => {
  it.each<[string, Shape<unknown>, unknown, string]>([
    ['text', text(5), 'abc', 'taken'],
    ['text too long', text(5), 'abcdef', 'Use at most 5 characters.'],
    ['text too short', text(9, 3), 'ab', 'Use at least 3 characters.'],
    ['empty text where some is needed', text(5), '  ', 'Fill this in.'],
    ['empty text where none is needed', text(5, 0), '', 'taken'],
    ['text of another pattern', text(9, 1, /^\d+$/), 'abc', 'This does not look right: check it.'],
    ['number', number(0, 9), 4.5, 'taken'],
    ['number too small', number(1, 9), 0, 'At least 1.'],
    ['number too large', number(1, 9), 10, 'At most 9.'],
    ['no number', number(1, 9), 'many', 'Type a number.'],
    ['no whole number', whole(1, 9), 1.5, 'Type a whole number.'],
    ['an exact byte count', whole(0, Number.MAX_SAFE_INTEGER), Number.MAX_SAFE_INTEGER, 'taken'],
    ['yes', boolean(), true, 'taken'],
    ['one of', oneOf('a', 'b'), 'a', 'taken'],
    ['none of', oneOf('a', 'b'), 'c', 'Choose one of: a, b.'],
    ['a list', list(whole(1, 3), 2), [1, 2], 'taken'],
    ['an empty list', list(whole(1, 3), 2), [], 'taken'],
    ['values by name', record(number(0, 9), 2), { a: 1 }, 'taken'],
    ['null where it may be', nullable(text(5)), null, 'taken'],
    ['null where it may not', text(5), null, 'This is missing or of another kind.'],
    ['anything', anything(), { a: [1] }, 'taken'],
    ['a missing field that may', object({ a: optional(text(5)) }), {}, 'taken'],
    ['a missing field that may not', object({ a: text(5) }), {}, 'Fill this in.'],
    ['an unknown field', object({ a: text(5) }), { a: 'x', b: 1 }, 'This is not known here: leave it out.'],
  ])('%s', (_name, shape, value, outcome) => {
    expect(sentence(shape, value)).toBe(outcome);
  });

  it('tells alternatives apart by their field', () => {
    const shape = either(
      'kind',
      object({ kind: oneOf('a'), x: whole(0, 9) }),
      object({ kind: oneOf('b'), y: text(9) }),
    );
    const taken: Infer<typeof shape> = { kind: 'b', y: 'z' };
    expect(validate(shape, taken)).toEqual({ ok: true, value: taken });
    expect(validate(shape, { kind: 'a', y: 'z' }).ok).toBe(false);
  });

  it('never throws, whatever comes', () => {
    const shape = object({ a: list(object({ b: nullable(whole(0, 9)) }), 3), c: record(text(3), 2) });
    fc.assert(fc.property(fc.jsonValue(), (value) => void validate(shape, value)));
  });
});

describe('as JSON Schema', () => {
  it('says the same', () => {
    const shape = object({
      name: text(9),
      size: nullable(whole(1, 5)),
      tags: optional(list(oneOf('a', 'b'), 4)),
      sizes: record(number(0, 1), 3),
      on: boolean(),
      any: anything(),
    });
    expect(jsonSchemaOf(shape)).toMatchObject({
      required: ['name', 'size', 'sizes', 'on', 'any'],
      properties: {
        name: { type: 'string', maxLength: 9 },
        size: { anyOf: [{ type: 'integer', minimum: 1, maximum: 5 }, { type: 'null' }] },
        tags: { type: 'array', items: { enum: ['a', 'b'] }, maxItems: 4 },
        sizes: { additionalProperties: { type: 'number' } },
      },
    });
  });
});
