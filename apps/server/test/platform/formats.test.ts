import pino from 'pino';
import { afterAll, expect, inject, it, vi } from 'vitest';
import { amount, writeAmountsAs } from '@udrel/core/money';
import { openHints } from '../../src/hints/hub';
import { followFormats } from '../../src/shop/formats';
import { useShop } from '../harness';

const shop = useShop();
// Amounts are written by all of a server: the tests beside these have no currency.
afterAll(() => writeAmountsAs());

it('amounts are written as the shop does, also where another server was told so', async () => {
  const log = pino({ level: 'silent' });
  const name = shop.database.options.type === 'postgres' ? String(shop.database.driver.database) : '';
  const hints = await openHints(inject('appUrl').replace(/postgres$/, name), log);
  const leave = await followFormats(shop.database.manager, hints, log);
  expect(amount(1250)).not.toContain('€');
  const formats = { locale: 'en-GB', currency: 'EUR', timeZone: 'Europe/Dublin', paper: 'A4' };
  await shop.database.query(
    `insert into setting (key, value) values ('shop', $1)
     on conflict (key) do update set value = setting.value || excluded.value`,
    [JSON.stringify({ formats })],
  );
  await vi.waitFor(() => expect(amount(1250)).toBe('€12.50'), { timeout: 10_000 });
  leave();
  await hints.close();
});
