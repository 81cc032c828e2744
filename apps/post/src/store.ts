import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Something that came in. */
export interface Received {
  /** Message-ID of a mail, idempotency key of a text message: what comes again under one is the same. */
  id: string;
  kind: 'mail' | 'text';
  to: string;
  from: string;
  subject: string;
  text: string;
  at: string;
}

export interface Store {
  /** Takes it; answers false where it had come before. */
  take: (one: Received) => boolean;
  all: () => readonly Received[];
}

/** What came in, kept in a file of a folder, a line each. */
export function openStore(folder: string): Store {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'received.jsonl');
  const lines = existsSync(file) ? readFileSync(file, 'utf8').split('\n').filter(Boolean) : [];
  const received = lines.map((line) => JSON.parse(line) as Received);
  const known = new Set(received.map(({ id }) => id));
  return {
    take: (one) => {
      if (known.has(one.id)) return false;
      known.add(one.id);
      received.push(one);
      appendFileSync(file, `${JSON.stringify(one)}\n`);
      return true;
    },
    all: () => received,
  };
}
