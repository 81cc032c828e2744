import type { Subject } from '@udrel/contract/endpoints';
import type { JobView } from '@udrel/contract/types';
import { dequal } from 'dequal';
import { keepText } from '../browser/keep-text';
import { shopNow } from '../format/shop-now';
import type { JobCommand } from '../api/job-command';

/** A change kept in this browser until the server has it. */
export interface Entry {
  /** Its idempotency key: however often it is sent, it is carried out once. */
  id: string;
  at: number;
  /** Who made it; it is sent in that person's name only. */
  staffId: string;
  tag: string;
  /** The command of the contract, what its address says besides the tag, and its body without a version. */
  command: JobCommand;
  params: Readonly<Record<string, unknown>>;
  body: Readonly<Record<string, unknown>>;
  subject: Subject;
  /** The version of the job that was on the screen, and the subject as it stood there, as JSON. */
  version: number;
  seen: string;
  state: 'waiting' | 'refused' | 'conflict';
  /** Why the server did not take it. */
  sentence?: string;
  /** In a conflict: the version that the job has now, and the subject as it stands there, as JSON. */
  theirs?: { version: number; value: string; by: string };
}

const PREFIX = 'udrel.outbox.';

/** One entry a key, so that two tabs never write over each other's. */
const keyOf = (entry: Pick<Entry, 'at' | 'id'>) => `${PREFIX}${String(entry.at).padStart(15, '0')}.${entry.id}`;

/** Everything kept in this browser, oldest first. What cannot be read is left alone. */
export function keptEntries(): Entry[] {
  const keys = Array.from({ length: localStorage.length }, (_none, n) => localStorage.key(n) ?? '');
  return keys
    .filter((key) => key.startsWith(PREFIX))
    .sort()
    .flatMap((key) => read(key) ?? []);
}

/** What was read of each key last: all of them are looked through with each one that is sent. */
const lastRead = new Map<string, { text: string; entry: Entry | null }>();

function read(key: string): Entry | null {
  const text = localStorage.getItem(key) ?? '';
  const last = lastRead.get(key);
  if (last?.text === text) return last.entry;
  const entry = parsed(text);
  lastRead.set(key, { text, entry });
  return entry;
}

function parsed(text: string): Entry | null {
  try {
    return asCommand(renamed(JSON.parse(text) as Entry | Earlier));
  } catch {
    return null;
  }
}

/** What commands and subjects were called by an earlier version of this application. */
const NAMES: Readonly<Record<string, string>> = {
  moveStripItem: 'moveDisassemblyItem',
  moveWholeStrip: 'moveWholeDisassembly',
  strip: 'disassembly',
  'whole strip': 'whole disassembly',
};

const nameOf = <N extends string>(name: N): N => (NAMES[name] ?? name) as N;

function renamed(kept: (Entry | Earlier) & { places?: Entry['params'] }): Entry | Earlier {
  const { places, ...rest } = kept;
  const entry = places ? { ...rest, params: places } : rest;
  const subject = { ...entry.subject, kind: nameOf(entry.subject.kind) } as Subject;
  return 'command' in entry ? { ...entry, subject, command: nameOf(entry.command) } : { ...entry, subject };
}

/** An entry as an earlier version of this application kept it: by address instead of by command. */
type Earlier = Omit<Entry, 'command' | 'params'> & { path: string };

function asCommand(entry: Entry | Earlier): Entry {
  if ('command' in entry) return entry;
  const { path, ...rest } = entry;
  const { subject } = rest;
  switch (subject.kind) {
    case 'note':
      return { ...rest, command: 'addNote', params: {} };
    case 'disassembly':
      return { ...rest, command: 'moveDisassemblyItem', params: { item: subject.item } };
    case 'whole disassembly':
      return { ...rest, command: 'moveWholeDisassembly', params: {} };
    case 'fact':
      return path.startsWith('/counter/')
        ? { ...rest, command: 'recordAtCounter', params: { counterKey: subject.key } }
        : { ...rest, command: 'recordFact', params: { key: subject.key } };
  }
}

/** A time for a new entry, later than every kept one whatever the clock says: they are sent in its order. */
export function timeOfNext(): number {
  return Math.max(shopNow(), (keptEntries().at(-1)?.at ?? 0) + 1);
}

/** An entry as it is kept now; null when it is gone. */
export function keptNow(entry: Pick<Entry, 'at' | 'id'>): Entry | null {
  return read(keyOf(entry));
}

/**
 * Keeps an entry, or its new state; false where this browser has no room for it. Written before anything is sent: a tab
 * that dies loses nothing.
 */
export const keep = (entry: Entry): boolean => keepText(keyOf(entry), JSON.stringify(entry));

export function drop(entry: Pick<Entry, 'at' | 'id'>): void {
  const key = keyOf(entry);
  localStorage.removeItem(key);
  lastRead.delete(key);
}

/** Whether a subject stands the same in both, each as JSON. */
export const standsSame = (one: string, other: string): boolean =>
  one === other || dequal(JSON.parse(one), JSON.parse(other));

/** Whether what was done to one subject may change how the other stands. */
export function touches(one: Subject, other: Subject): boolean {
  if (one.kind === 'note' || other.kind === 'note') return false;
  if (one.kind === 'fact' || other.kind === 'fact') {
    return one.kind === 'fact' && other.kind === 'fact' && one.key === other.key;
  }
  return one.kind !== 'disassembly' || other.kind !== 'disassembly' || one.item === other.item;
}

/** How the subject of an entry stands in a job, as JSON. A note is added whatever stands there. */
export function standing({ snapshot }: Pick<JobView, 'snapshot'>, subject: Subject): string {
  if (subject.kind === 'note') return 'null';
  if (subject.kind === 'fact') return JSON.stringify(snapshot.facts[subject.key] ?? null);
  // By its counts: where on the picture its pieces are is tapped with a connection only.
  const counts = snapshot.disassembly.map(({ id, out, back, missing, left, replaced }) => {
    return { id, out, back, missing, left, replaced };
  });
  if (subject.kind === 'whole disassembly') return JSON.stringify(counts);
  return JSON.stringify(counts.find((one) => one.id === subject.item) ?? null);
}
