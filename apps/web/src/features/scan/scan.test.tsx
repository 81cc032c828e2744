// @vitest-environment jsdom
import { act, fireEvent } from '@testing-library/react';
import type { Found } from '@udrel/contract/types';
import { useCallback, useState } from 'react';
import { useLocation } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { show } from '../../testing/show';
import { OFFER, useScanned, useTakeScan } from './scan';
import { useScanBurst } from './useScanBurst';

const found = (over: Partial<Found>): Found => ({ kind: 'job', title: 'U-7', detail: '', tag: 'U-7', id: '', ...over });

/** A page with a field of its own, one that takes scans, and something that may claim one. */
function Page({ claims = '' }: { claims?: string }) {
  const [text, setText] = useState('kept');
  const [claimed, setClaimed] = useState('');
  const take = useTakeScan();
  const { quiet } = useScanBurst(take);
  const claim = useCallback(
    (scan: string) => {
      if (scan !== claims) return false;
      setClaimed(scan);
      return true;
    },
    [claims],
  );
  useScanned(claim);
  return (
    <main onKeyDown={(event) => event.key === 'f' && quiet(() => setText('a shortcut'))}>
      <input aria-label="note" value={text} onChange={(event) => setText(event.target.value)} />
      <input aria-label="serial" data-scan="here" />
      <output aria-label="claimed">{claimed}</output>
      <output aria-label="at">{useLocation().pathname}</output>
      <button>Elsewhere</button>
    </main>
  );
}

/** Keys as a scanner or a person presses them, each so many ms after the one before. */
function press(keys: string, target: Element, gap: number, enter = true): void {
  for (const key of [...keys, ...(enter ? ['Enter'] : [])]) {
    vi.advanceTimersByTime(gap);
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: Date.now() });
    fireEvent(target, event);
    if (key.length === 1 && target instanceof HTMLInputElement)
      fireEvent.change(target, { target: { value: target.value + key } });
  }
}

const offered = vi.fn();
beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  offered.mockReset();
  window.addEventListener(OFFER, offered);
});
afterEach(() => {
  window.removeEventListener(OFFER, offered);
  vi.useRealTimers();
});

const open = (answer: Found[], claims?: string) =>
  show(claims === undefined ? <Page /> : <Page claims={claims} />, () => ({ status: 200, data: answer }));
const shown = (name: string, { screen }: ReturnType<typeof open>) => screen.getByLabelText(name).textContent;

describe('a scan', () => {
  it('is a burst of keys ended by Enter: it opens the one thing that it names', async () => {
    const page = open([found({})]);
    press('U-7-X', page.screen.getByRole('button'), 12);
    await vi.waitFor(() => expect(shown('at', page)).toBe('/jobs/U-7'));
    expect(page.sent.map(({ url }) => url)).toEqual([expect.stringContaining('U-7-X')]);
  });

  it('is taken first by what is on the screen', async () => {
    const page = open([found({})], 'PW-0001');
    press('PW-0001', page.screen.getByRole('button'), 12);
    await vi.waitFor(() => expect(shown('claimed', page)).toBe('PW-0001'));
    expect(page.sent).toEqual([]);
    expect(shown('at', page)).toBe('/');
  });

  it('leaves a field of words as it stood, and stays in a field that takes scans', async () => {
    const page = open([found({})]);
    const note = page.screen.getByLabelText<HTMLInputElement>('note');
    press('U-7-X', note, 12);
    await vi.waitFor(() => expect(shown('at', page)).toBe('/jobs/U-7'));
    expect(note.value).toBe('kept');
    const serial = page.screen.getByLabelText<HTMLInputElement>('serial');
    press('KD7-55', serial, 12);
    expect(serial.value).toBe('KD7-55');
    expect(page.sent).toHaveLength(1);
  });

  it('is none when a person types, however they end it', () => {
    const page = open([found({})]);
    press('U-7-X', page.screen.getByRole('button'), 160);
    expect([page.sent.length, shown('at', page)]).toEqual([0, '/']);
  });

  it('is never a shortcut where the page was too busy to hear its next key in time', async () => {
    const page = open([found({})]);
    const button = page.screen.getByRole('button');
    press('f', button, 12, false);
    // The moment is over late, since nothing was heard for a while: the next key, which was pressed at once, comes right after.
    const now = performance.now();
    const clock = vi.spyOn(performance, 'now').mockImplementation(() => now + 300);
    act(() => void vi.advanceTimersByTime(76));
    clock.mockRestore();
    const event = new KeyboardEvent('keydown', { key: '7', bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: Date.now() - 60 });
    fireEvent(button, event);
    await act(() => vi.advanceTimersByTimeAsync(400));
    expect(page.screen.getByLabelText('note')).toHaveProperty('value', 'kept');
  });

  it('is never a shortcut, and a single key is one after a moment', () => {
    const page = open([found({})]);
    const note = page.screen.getByLabelText<HTMLInputElement>('note');
    press('f7-xx', page.screen.getByRole('button'), 12);
    vi.advanceTimersByTime(200);
    expect(note.value).toBe('kept');
    press('f', page.screen.getByRole('button'), 300, false);
    fireEvent.focus(note);
    vi.advanceTimersByTime(200);
    return vi.waitFor(() => expect(note.value).toBe('a shortcut'));
  });

  it.each([
    ['names nothing', []],
    ['names several', [found({ kind: 'customer', tag: null }), found({ kind: 'customer', tag: null })]],
  ])('that %s is offered in the scan field', async (_words, answer) => {
    const page = open(answer);
    press('U-7-X', page.screen.getByRole('button'), 12);
    await vi.waitFor(() => expect(offered).toHaveBeenCalledTimes(1));
    expect(shown('at', page)).toBe('/');
  });
});
