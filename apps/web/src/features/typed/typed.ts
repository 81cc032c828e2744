import { dequal } from 'dequal';
import { useRef, useState, useSyncExternalStore } from 'react';
import { keepText } from '../../browser/keep-text';
import { notify } from '../notices/notify';
import { storedChanges } from '../stored/stored-changes';

const PREFIX = 'udrel.typed.';
const CHANGED = 'udrel-typed';
const subscribe = storedChanges(CHANGED);

/** Something typed and not recorded yet: the address of its page, what it is, and which part of it. */
export interface Typed {
  address: string;
  what: string;
  field?: string;
}

const keyOf = ({ address, what, field = '' }: Typed) => `${PREFIX}${address}|${what}|${field}`;

function keys(): string[] {
  return Array.from({ length: localStorage.length }, (_none, n) => localStorage.key(n) ?? '').filter((key) =>
    key.startsWith(PREFIX),
  );
}

function read<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

function write(key: string, value: unknown): void {
  if (value === null || value === '') localStorage.removeItem(key);
  else if (!keepText(key, JSON.stringify(value))) sayNoRoom();
  window.dispatchEvent(new Event(CHANGED));
}

let said = false;

/** Says once what it means that there is no room: what is typed stands on the screen, and nowhere else. */
function sayNoRoom(): void {
  if (said) return;
  said = true;
  const text = 'This browser has no room left: what you type now is lost if this page is closed before it is recorded.';
  notify({ kind: 'refused', text });
}

/** What is kept of something typed, or null. */
export function typedValue<T>(typed: Typed): T | null {
  return read<T>(keyOf(typed));
}

/** Keeps something beside what is typed. */
export function keepTyped(typed: Typed, value: unknown): void {
  write(keyOf(typed), value);
}

type Where = Pick<Typed, 'address' | 'what'>;

const partsOf = ({ address, what }: Where) => keys().filter((key) => key.startsWith(`${PREFIX}${address}|${what}|`));

/** Forgets every part of what was typed: it was recorded, or given up. */
export function forgetTyped(where: Where): void {
  for (const key of partsOf(where)) localStorage.removeItem(key);
  window.dispatchEvent(new Event(CHANGED));
}

/**
 * Marks what is typed by now, before it is sent. Forgets it once that was taken and answers true; what was typed on
 * meanwhile was not sent: nothing is forgotten then, and false is answered.
 */
export function sending(where: Where): () => boolean {
  const typed = () => JSON.stringify(partsOf(where).map((key) => [key, localStorage.getItem(key)]));
  const sent = typed();
  return () => {
    if (typed() !== sent) return false;
    forgetTyped(where);
    return true;
  };
}

/** A text that outlives the page where no form is loaded for it. `taken` is told what was recorded: what was typed on since stays. */
export function useTypedText(typed: Typed): [text: string, set: (text: string) => void, taken: (text: string) => void] {
  const [text, setText] = useState(() => typedValue<string>(typed) ?? '');
  const now = useRef(text);
  const set = (next: string) => {
    now.current = next;
    setText(next);
    keepTyped(typed, next);
  };
  const taken = (recorded: string) => {
    if (now.current === recorded) set('');
  };
  return [text, set, taken];
}

/** What a field holds once something of it was taken: what it begins with, or what was typed on since. */
export const onceTaken =
  <T>(taken: T, begin: T) =>
  (now: T): T =>
    now === taken ? begin : now;

let listed: Typed[] = [];

/** Everything typed in this browser and not recorded yet, each once. */
export function useBegun(): readonly Typed[] {
  return useSyncExternalStore(subscribe, () => {
    const names = [...new Set(keys().map((key) => key.slice(PREFIX.length).split('|').slice(0, 2).join('|')))].sort();
    const now = names.map((name) => {
      const [address = '', what = ''] = name.split('|');
      return { address, what };
    });
    if (!dequal(now, listed)) listed = now;
    return listed;
  });
}
