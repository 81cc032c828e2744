import { describe, expect, it } from 'vitest';
import type { HandsView } from '@udrel/contract/types';
import { isPressing, type Planned } from './planned';

const row = (calls: boolean, inMinutes = 0) => ({ tag: 'U-1', inMinutes, step: { calls } }) as HandsView;
const planned = (presses: boolean) => ({ hands: new Map([['U-1', { presses }]]) }) as unknown as Planned;

describe('a row of the Floor', () => {
  it('wants hands now where its promise presses, or where something calls for them, whatever was promised', () => {
    expect(isPressing(row(false), planned(true))).toBe(true);
    expect(isPressing(row(false), planned(false))).toBe(false);
    expect(isPressing(row(true), planned(false))).toBe(true);
    expect(isPressing(row(true, 12), planned(true))).toBe(false);
    // Until the schedule is there everything that can be gone on with is.
    expect(isPressing(row(false), null)).toBe(true);
  });
});
