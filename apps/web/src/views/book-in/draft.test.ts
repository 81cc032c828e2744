import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { CustomerView, ModelView } from '@udrel/contract/types';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import { bookingOf, emptyDraft, keepDraft, keptDraft, type Draft } from './draft';

const filled: Draft = {
  ...emptyDraft(),
  name: 'Ferry office',
  phone: '01555 010 114',
  model: { id: 'model-1' } as ModelView,
  serial: 'T15-4820-77',
  complaint: 'slow',
  things: [
    { name: 'charger', place: 'rack B2' },
    { name: ' ', place: '' },
  ],
  promised: '2026-06-02T17:00',
  price: '129,50',
};
const bodyOf = (draft: Draft) => {
  const booking = bookingOf(draft);
  if (!booking.ok) throw new Error(JSON.stringify(booking.problems));
  return booking.body;
};

describe('a booking from what was typed', () => {
  it('leaves out empty rows, reads a comma in the price, makes the promise a moment', () => {
    expect(bodyOf(filled)).toMatchObject({
      customer: { id: null, name: 'Ferry office' },
      device: { modelId: 'model-1' },
      leftWithUs: [{ name: 'charger', place: 'rack B2' }],
      price: 12_950,
      promisedAt: new Date('2026-06-02T17:00').toISOString(),
    });
  });

  it('takes a chosen customer for who he is, whatever was typed before', () => {
    const customer = { id: 'c1', name: 'Slipway Pottery' } as CustomerView;
    expect(bodyOf({ ...filled, customer }).customer).toMatchObject({ id: 'c1', name: 'Slipway Pottery' });
  });

  it.each<[Draft['wish'], string, number]>([
    ['new drive', '480 GB', bytesOfNominal(480)],
    ['new drive', '1 TB', bytesOfNominal(1000)],
    ['new drive', '512', bytesOfNominal(512)],
    ['memory', '16', 16 * GIB],
    ['memory', '32 GiB', 32 * GIB],
  ])('a wish for %s of %s', (wish, least, bytes) => {
    expect(bodyOf({ ...filled, wish, least }).wish).toEqual({ kind: wish, least: bytes });
  });

  it('allows no promise and no price', () => {
    expect(bodyOf({ ...filled, promised: '', price: '' })).toMatchObject({ promisedAt: null, price: null });
  });

  it('names every field that is missing or wrong', () => {
    const wrong = bookingOf({ ...emptyDraft(), least: 'much', price: 'cheap', promised: 'soon' });
    expect(wrong.ok).toBe(false);
    if (!wrong.ok) {
      expect(Object.keys(wrong.problems).sort()).toEqual(
        ['complaint', 'customer.name', 'device.modelId', 'device.serial', 'price', 'promisedAt', 'wish.least'].sort(),
      );
    }
  });
});

describe('what was typed and not sent', () => {
  beforeEach(() => {
    const kept = new Map<string, string>();
    vi.stubGlobal('sessionStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    });
  });

  it('is there again until it is sent or cleared', () => {
    keepDraft(filled);
    expect(keptDraft()).toEqual(filled);
    keepDraft(null);
    expect(keptDraft().name).toBe('');
  });

  it('does not break on what an older version kept', () => {
    sessionStorage.setItem('udrel.booking', JSON.stringify({ name: 'Kept' }));
    expect(keptDraft()).toMatchObject({ name: 'Kept', wish: 'new drive' });
  });
});
