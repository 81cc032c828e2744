import { describe, expect, it } from 'vitest';
import type { PurchaseView } from '@udrel/contract/types';
import { NOTHING, scanned, type Came } from './scanned';

const line = (partId: string, partNumber: string, serialised: boolean): PurchaseView['lines'][number] => ({
  ...{ partId, partNumber, serialised, name: partNumber, price: 100, jobs: [], count: 2, came: 0 },
});
const lines = [line('a', 'PW-480', true), line('b', 'PW-960', true), line('c', 'PW-PAD', false)];
const all = (texts: string[]) =>
  texts.reduce<{ came: Came; told: string; wrong: boolean }>((now, text) => scanned(now.came, lines, text), {
    ...{ came: NOTHING, told: '', wrong: false },
  });

describe('a delivery that is scanned', () => {
  it('has serials of the part whose number came before them, and counts what has none', () => {
    const { came } = all(['PW-480', 'SN-1001', 'SN-1002', 'pw-pad', 'PW-PAD', 'PW-960', 'SN-2001']);
    expect(came.serials).toEqual({ a: ['SN-1001', 'SN-1002'], b: ['SN-2001'] });
    expect(came.counts).toEqual({ c: 2 });
  });

  it('says what is scanned twice, and what belongs to nothing', () => {
    expect(all(['PW-480', 'SN-1001', 'SN-1001'])).toMatchObject({ wrong: true, told: 'SN-1001 was scanned already.' });
    expect(all(['SN-1001']).wrong).toBe(true);
    const only = [line('a', 'PW-480', true), line('c', 'PW-PAD', false)];
    expect(scanned(NOTHING, only, 'SN-1001').came.serials).toEqual({ a: ['SN-1001'] });
  });
});
