import { useSyncExternalStore } from 'react';
import { keepText } from '../../browser/keep-text';
import { storedChanges } from './stored-changes';

const PREFIX = 'udrel.list.';
const CHANGED = 'udrel-list-kept';
const subscribe = storedChanges(CHANGED);

/** What this browser keeps by itself, such as the columns of a list or a running stopwatch; it stays with the browser. */
export function useKeptHere<T>(name: string, otherwise: T): [T, (value: T) => void] {
  const key = PREFIX + name;
  const text = useSyncExternalStore(subscribe, () => localStorage.getItem(key));
  return [
    parsed(text, otherwise),
    (value) => {
      keepText(key, JSON.stringify(value));
      window.dispatchEvent(new Event(CHANGED));
    },
  ];
}

function parsed<T>(text: string | null, otherwise: T): T {
  try {
    return text === null ? otherwise : (JSON.parse(text) as T);
  } catch {
    return otherwise;
  }
}
