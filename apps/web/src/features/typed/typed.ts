import { dequal } from 'dequal';
import { useCallback, useState, useSyncExternalStore } from 'react';
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
  else localStorage.setItem(key, JSON.stringify(value));
  window.dispatchEvent(new Event(CHANGED));
}

/** What is kept of something typed, or null. */
export function typedValue<T>(typed: Typed): T | null {
  return read<T>(keyOf(typed));
}

/** Keeps something beside what is typed. */
export function keepTyped(typed: Typed, value: unknown): void {
  write(keyOf(typed), value);
}

/** Forgets every part of what was typed: it was recorded, or given up. */
export function forgetTyped({ address, what }: Pick<Typed, 'address' | 'what'>): void {
  for (const key of keys().filter((one) => one.startsWith(`${PREFIX}${address}|${what}|`)))
    localStorage.removeItem(key);
  window.dispatchEvent(new Event(CHANGED));
}

/** What a form begins with. */
export const begun = <T>(initial: T | (() => T)): T =>
  typeof initial === 'function' ? (initial as () => T)() : initial;

/**
 * State of a form that outlives the page: a reload, a dead tab, another view. `forget` is for when it was recorded
 * or given up; `show` puts something else into the form that nobody typed. What was typed in a shape that the form no
 * longer has is left out.
 */
export function useTyped<T>(
  typed: Typed,
  initial: T | (() => T),
): [value: T, set: (value: T) => void, forget: () => void, show: (value: T) => void] {
  const key = keyOf(typed);
  const [value, setValue] = useState<T>(() => {
    const blank = begun(initial);
    const kept = read<T>(key);
    if (kept === null) return blank;
    const record = typeof blank === 'object' && blank !== null && !Array.isArray(blank);
    return record ? { ...blank, ...kept } : kept;
  });
  const set = useCallback(
    (next: T) => {
      setValue(next);
      write(key, next);
    },
    [key],
  );
  const forget = useCallback(() => write(key, null), [key]);
  return [value, set, forget, setValue];
}

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
