import { serialIn } from '@udrel/core/identity';
import { useCallback, useLayoutEffect, useRef } from 'react';

/** A scanner types faster than anybody: the time from one key to the next, milliseconds. */
const GAP = 70;
/** One key of a burst may come late, over a radio or on a busy tablet, while the burst as a whole stays quick. */
const LATE = 3 * GAP;
/** Keys from which on a burst is a scan under way, and no shortcut any more. */
const UNDER_WAY = 3;
const SHORTEST = 4;
/** So much later than it was due, ms, a moment comes to its end only on a page that is busy. */
const BUSY = 25;

interface Burst {
  text: string;
  /** Times of the first and of the latest key, milliseconds. */
  since: number;
  at: number;
  /** The field that was being typed in, and what stood in it before. */
  field: HTMLInputElement | HTMLTextAreaElement | null;
  before: string;
}

const NONE: Burst = { text: '', since: 0, at: 0, field: null, before: '' };

function continues({ text, since, at }: Burst, now: number): boolean {
  if (now - at < GAP) return true;
  return text.length >= UNDER_WAY && now - at < LATE && (now - since) / text.length < GAP;
}

const fieldOf = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement ? target : null;

/** What a key does, once it is certain that no scanner pressed it. */
interface Waiting {
  act: () => void;
  timer: ReturnType<typeof setTimeout>;
}

/** Takes back what waits, and answers it. */
function drop(waiting: { current: Waiting | null }): Waiting | null {
  const { current } = waiting;
  if (current) clearTimeout(current.timer);
  waiting.current = null;
  return current;
}

/** Puts back what stood in a field before a scan was typed into it. */
function restore(field: HTMLInputElement | HTMLTextAreaElement, value: string): void {
  const own = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field) as object, 'value');
  own?.set?.call(field, value);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

/**
 * Recognises a scan anywhere: a burst of keys ended by Enter. In a field that takes scans itself (data-scan="here")
 * it stays, of a code with several fields its serial; in any other field what stood there before is put back. It is never taken for shortcuts: what a single key
 * does goes through `quiet`, which waits a moment and does nothing when another key follows at once.
 */
export function useScanBurst(take: (text: string) => void): { quiet: (act: () => void) => void } {
  const burst = useRef<Burst>(NONE);
  const waiting = useRef<Waiting | null>(null);

  // With the drawing itself, as the keys: nothing that is pressed or scanned at once is lost.
  useLayoutEffect(() => {
    function press(event: KeyboardEvent): void {
      const now = event.timeStamp;
      const { current } = burst;
      const quick = continues(current, now);
      if (event.key === 'Enter') {
        const scanned = quick && current.text.length >= SHORTEST && !event.ctrlKey;
        if (scanned) end(event, current);
        burst.current = NONE;
        return;
      }
      if (event.key.length !== 1 || event.ctrlKey || event.metaKey || event.altKey) return;
      // A second key at once: the first one was no shortcut. One that came later finds it done, on a busy page too.
      const before = drop(waiting);
      if (!quick) before?.act();
      const field = fieldOf(event.target);
      burst.current = quick
        ? { ...current, text: current.text + event.key, at: now }
        : { text: event.key, since: now, at: now, field, before: field?.value ?? '' };
    }

    function end(event: KeyboardEvent, { text, field, before }: Burst): void {
      if (field?.dataset['scan'] === 'here') {
        const serial = serialIn(text);
        if (serial === text.trim()) return;
        // The Enter that ends the scan would send the code as it stands.
        event.preventDefault();
        event.stopImmediatePropagation();
        restore(field, before + serial);
        return;
      }
      event.preventDefault();
      event.stopImmediatePropagation();
      if (field) restore(field, before);
      take(text);
    }

    document.addEventListener('keydown', press, { capture: true });
    return () => document.removeEventListener('keydown', press, { capture: true });
  }, [take]);

  const quiet = useCallback((act: () => void) => {
    drop(waiting);
    if (burst.current.text.length >= UNDER_WAY) return;
    /** Once more where the page was too busy to come to it in time: keys that were pressed meanwhile are heard first. */
    const wait = (again: boolean) => {
      const due = performance.now() + GAP + 5;
      const timer = setTimeout(() => {
        if (again && performance.now() - due > BUSY) wait(false);
        else drop(waiting)?.act();
      }, GAP + 5);
      waiting.current = { act, timer };
    };
    wait(true);
  }, []);
  return { quiet };
}
