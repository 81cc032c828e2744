import type { Hint } from '@udrel/contract/endpoints';
import type { Positioned } from '@udrel/contract/hint-order';

/** What a page hears: the stream is open, it is lost, the server refused it, or something was said. */
export type Heard = { kind: 'open' } | { kind: 'lost' } | { kind: 'refused' } | ({ kind: 'said' } & Positioned<Hint>);

/** How long after the server refused the stream it is asked again: nobody may be signed in meanwhile. */
const AGAIN = 4000;

/**
 * Keeps a stream of hints open from a position on and tells of it. A stream that breaks is taken up again where it was left,
 * by the browser; one that was refused is asked for again after a while. Answers how to begin anew at once, as after
 * signing in.
 */
export function openStream(address: string, since: string, tell: (heard: Heard) => void): { anew: () => void } {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let position = since;

  function open(): void {
    if (timer) clearTimeout(timer);
    source?.close();
    const stream = new EventSource(`${address}?since=${encodeURIComponent(position)}`);
    source = stream;
    stream.addEventListener('open', () => tell({ kind: 'open' }));
    stream.addEventListener('message', ({ data, lastEventId }: MessageEvent<string>) => {
      position = lastEventId;
      tell({ kind: 'said', at: lastEventId, hint: JSON.parse(data) as Hint });
    });
    stream.addEventListener('error', () => {
      if (source !== stream) return;
      tell({ kind: 'lost' });
      if (stream.readyState !== EventSource.CLOSED) return;
      tell({ kind: 'refused' });
      timer = setTimeout(open, AGAIN);
    });
  }

  open();
  return { anew: open };
}
