import type { Hint } from '@udrel/contract/endpoints';
import { saidAfter, type Positioned } from '@udrel/contract/hint-order';
import { openStream, type Heard } from './hints';

/** What a page asks of the worker: to hear what was said after a position, to begin the stream anew, or no more. */
export type Asked = { kind: 'join'; since: string } | { kind: 'anew' | 'leave' };

/** Hints that are kept for a page that opens a moment after another. */
const KEPT = 200;

/** One stream of hints for all pages of this browser: each page would else take one of its six connections. */
const pages = new Set<MessagePort>();
const kept: Positioned<Hint>[] = [];
let stream: ReturnType<typeof openStream> | null = null;
/** The position that the stream has reached. */
let position = '';
let state: Heard | null = null;

function take(heard: Heard): void {
  if (heard.kind === 'said') {
    position = heard.at;
    kept.push({ at: heard.at, hint: heard.hint });
    if (kept.length > KEPT) kept.shift();
  } else if (heard.kind !== 'refused') state = heard;
  for (const page of pages) page.postMessage(heard);
}

function join(page: MessagePort, since: string): void {
  pages.add(page);
  if (!stream) {
    position = since;
    stream = openStream(self.name, since, take);
    return;
  }
  if (state) page.postMessage(state);
  const missed = saidAfter(since, kept, position) ?? [{ at: position, hint: { kind: 'everything' } as const }];
  for (const said of missed) page.postMessage({ kind: 'said', ...said } satisfies Heard);
}

self.addEventListener('connect', (event) => {
  const page = (event as MessageEvent).ports[0];
  if (!page) return;
  page.onmessage = ({ data }: MessageEvent<Asked>) => {
    if (data.kind === 'join') join(page, data.since);
    else if (data.kind === 'leave') pages.delete(page);
    else stream?.anew();
  };
});
