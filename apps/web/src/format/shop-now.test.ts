import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { heardTime, shopNow } from './shop-now';
import { moment, today } from './time';

const HERE = Date.parse('2026-06-01T08:00:00Z');
const HOUR = 3_600_000;
beforeEach(() => vi.useFakeTimers({ now: HERE }));
afterEach(() => {
  heardTime(new Date(Date.now()).toUTCString(), Date.now(), Date.now());
  vi.useRealTimers();
});
/** An answer of a server whose clock is so far ahead of this one's, after so long a wait. */
function heard(ahead: number, wait = 0) {
  const asked = Date.now();
  vi.advanceTimersByTime(wait);
  heardTime(new Date(asked + wait / 2 + ahead).toUTCString(), asked, Date.now());
}

it('is this browser’s time as long as that may be right', () => {
  for (const ahead of [0, 900, -900, 1900]) heard(ahead);
  heard(30_000, 60_000);
  expect(shopNow()).toBe(Date.now());
  heardTime(null, 0, 0);
  heardTime('soon', 0, 0);
  expect(shopNow()).toBe(Date.now());
});

it.each([-300 * 24 * HOUR, -14 * 60_000, 26 * HOUR])('is the server’s where this one is off by %i ms', (ahead) => {
  heard(ahead, 80);
  expect(Math.abs(shopNow() - Date.now() - ahead)).toBeLessThan(1100);
  const first = shopNow() - Date.now();
  // A slow answer says less; it changes nothing.
  heard(ahead, 20_000);
  expect(shopNow() - Date.now()).toBe(first);
  expect(moment(new Date(Date.now() + ahead).toISOString())).toMatch(/^today /);
  expect(today()).toBe(new Date(Date.now() + ahead).toISOString().slice(0, 10));
});

it('is this browser’s again once its clock was put right', () => {
  heard(26 * HOUR);
  vi.setSystemTime(Date.now() + 26 * HOUR);
  heard(0);
  expect(shopNow()).toBe(Date.now());
});
