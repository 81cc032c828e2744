import type { Hint } from '@udrel/contract/endpoints';

/** What a page hears: the stream is open, it is lost, or a hint came. */
export type Heard = { kind: 'open' } | { kind: 'lost' } | Hint;

/** How long after the server refused the stream it is asked again: nobody may be signed in meanwhile. */
const AGAIN = 4000;

/**
 * Keeps a stream of hints open and tells of it. A stream that breaks is taken up again by the browser; one that
 * was refused is asked for again after a while. Answers how to begin anew at once, as after signing in.
 */
export function openStream(address: string, tell: (heard: Heard) => void): { anew: () => void } {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;

  function open(): void {
    if (timer) clearTimeout(timer);
    source?.close();
    const stream = new EventSource(address);
    source = stream;
    stream.addEventListener('open', () => tell({ kind: 'open' }));
    stream.addEventListener('message', ({ data }: MessageEvent<string>) => tell(JSON.parse(data) as Hint));
    stream.addEventListener('error', () => {
      if (source !== stream) return;
      tell({ kind: 'lost' });
      if (stream.readyState === EventSource.CLOSED) timer = setTimeout(open, AGAIN);
    });
  }

  open();
  return { anew: open };
}
