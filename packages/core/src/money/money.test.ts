import { afterEach, expect, it } from 'vitest';
import { amount, writeAmountsAs } from './index';

afterEach(() => writeAmountsAs());

it('is written as the shop does, once that is told', () => {
  expect(amount(129_000)).toBe('1,290.00');
  writeAmountsAs({ locale: 'en-IE', currency: 'EUR' });
  expect(amount(129_000)).toBe('€1,290.00');
  writeAmountsAs({ locale: 'de-DE', currency: '' });
  expect(amount(129_000)).toBe('1.290,00');
  expect(amount(-5)).toBe('-0,05');
});
