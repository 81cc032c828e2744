import { openStream, type Heard } from './hints';

/** One stream of hints for all pages of this browser: each page would else take one of its six connections. */
const pages = new Set<MessagePort>();
let last: Heard | null = null;

const stream = openStream(self.name, (heard) => {
  if (heard.kind === 'open' || heard.kind === 'lost') last = heard;
  for (const page of pages) page.postMessage(heard);
});

self.addEventListener('connect', (event) => {
  const page = (event as MessageEvent).ports[0];
  if (!page) return;
  pages.add(page);
  page.onmessage = ({ data }) => {
    if (data === 'anew') stream.anew();
    else pages.delete(page);
  };
  if (last) page.postMessage(last);
});
