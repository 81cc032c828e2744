import { beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyStorage } from '../../testing/browser/empty-storage';
import { forgetTyped, keepTyped, sending, typedValue } from './typed';
import { seenWhenBegun, typedFact } from './typed-fact';

const changed = vi.fn();

beforeEach(() => {
  changed.mockClear();
  vi.stubGlobal('localStorage', emptyStorage());
  vi.stubGlobal('window', { dispatchEvent: changed });
});

describe('what is typed', () => {
  const health = { address: '/jobs/U-1/assess', what: 'health' };

  it('is kept by part until it is forgotten as a whole, and says so', () => {
    keepTyped({ ...health, field: 'grade' }, 'watch');
    keepTyped({ ...health, field: 'note' }, '300 h');
    keepTyped({ address: '/jobs/U-10/assess', what: 'health', field: 'note' }, 'another job');
    expect(typedValue({ ...health, field: 'note' })).toBe('300 h');
    forgetTyped(health);
    expect(typedValue({ ...health, field: 'grade' })).toBeNull();
    expect(typedValue({ address: '/jobs/U-10/assess', what: 'health', field: 'note' })).toBe('another job');
    expect(changed).toHaveBeenCalledTimes(4);
  });

  it('is forgotten once it was taken, but not where it was typed on meanwhile', () => {
    keepTyped({ ...health, field: 'note' }, '300 h');
    const first = sending(health);
    keepTyped({ ...health, field: 'note' }, '300 h, noisy');
    expect(first()).toBe(false);
    expect(typedValue({ ...health, field: 'note' })).toBe('300 h, noisy');
    expect(sending(health)()).toBe(true);
    expect(localStorage.length).toBe(0);
  });

  it('is typed on where there is no room to keep it, and that is said once', () => {
    vi.spyOn(localStorage, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    keepTyped(health, 'x');
    keepTyped(health, 'xy');
    const said = changed.mock.calls.filter(([event]) => event instanceof CustomEvent);
    expect(said.map(([event]) => (event as CustomEvent<{ text: string }>).detail.text)).toEqual([
      expect.stringContaining('no room left'),
    ]);
  });

  it('is nothing once the field is empty, and nothing where what lies there cannot be read', () => {
    keepTyped(health, 'x');
    keepTyped(health, '');
    expect(localStorage.length).toBe(0);
    localStorage.setItem('udrel.typed./jobs/U-1/assess|health|', '{');
    expect(typedValue(health)).toBeNull();
  });

  it('of a fact stands at its station, with how the fact stood when it was begun', () => {
    const job = { tag: 'U-1' };
    expect(typedFact(job, 'functions')).toEqual({ address: '/jobs/U-1/prove', what: 'functions' });
    expect(typedFact(job, 'old drive').address).toBe('/jobs/U-1/assess');
    expect(seenWhenBegun(job, 'health')).toBeUndefined();
    keepTyped({ ...typedFact(job, 'health'), field: 'seen' }, 'null');
    expect(seenWhenBegun(job, 'health')).toBe('null');
  });
});
