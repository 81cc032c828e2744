import fc from 'fast-check';
import { expect, it } from 'vitest';
import { asStored } from '../../src/platform/database/as-stored';
import { useShop } from '../harness';

const shop = useShop();

/** Names that JavaScript puts first by itself, numbers of a database's own spelling and halves of letters stay out. */
const name = fc
  .string({ unit: 'grapheme' })
  .filter((text) => !/^\d+$|\0|\p{Surrogate}/u.test(text) && text !== '__proto__');
const leaf = fc.oneof(fc.integer(), fc.boolean(), fc.constant(null), name);
const { value } = fc.letrec((tie) => ({
  value: fc.oneof(
    { depthSize: 'small' },
    leaf,
    fc.array(tie('value'), { maxLength: 4 }),
    fc.dictionary(name, tie('value')),
  ),
}));

it('a value is told as it will be read, to the order of its names', async () => {
  await fc.assert(
    fc.asyncProperty(value, async (given) => {
      const stored = JSON.stringify(given);
      const [row] = (await shop.database.query('select $1::jsonb as value', [stored])) as { value: unknown }[];
      expect(JSON.stringify(asStored(given))).toBe(JSON.stringify(row?.value));
    }),
    { numRuns: 200 },
  );
  expect(JSON.stringify(asStored({ bb: 1, a: undefined, ü: 2, c: [{ zz: 1, y: 2 }] }))).toBe(
    '{"c":[{"y":2,"zz":1}],"bb":1,"ü":2}',
  );
});
