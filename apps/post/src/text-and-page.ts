import express, { type Express } from 'express';
import type { Received, Store } from './store';

/** The gateway for text messages (docs/messages.md), and a page that shows what came in, mail too. */
export function textAndPage(store: Store): Express {
  const app = express();
  app.disable('x-powered-by');
  app.post('/messages', express.json({ limit: '16kb' }), (request, response) => {
    const { to, text } = (request.body ?? {}) as Record<string, unknown>;
    const id = request.get('idempotency-key');
    if (typeof to !== 'string' || typeof text !== 'string' || !id || to.replace(/\D/g, '').length < 5) {
      response.status(422).json({ detail: 'to, text and an Idempotency-Key are needed' });
      return;
    }
    const at = new Date().toISOString();
    const fresh = store.take({ id, kind: 'text', to, from: '', subject: '', text, at });
    response.status(fresh ? 202 : 200).json({ id });
  });
  app.get('/received', (_request, response) => {
    response.json(store.all());
  });
  app.get('/', (_request, response) => {
    response.setHeader('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'");
    response.type('html').send(pageOf(store.all()));
  });
  return app;
}

const STYLE = `body{margin:24px auto;max-width:760px;padding:0 16px;background:#f6f3ec;color:#14312f;font:16px/1.5 system-ui,sans-serif}
article{background:#fdfcf8;border:1px solid #d9d3c5;border-radius:4px;padding:12px 14px;margin:0 0 14px}
h2{font-size:17px;margin:0 0 4px}p{margin:0;color:#4b605d}pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit;margin:10px 0 0}`;

function pageOf(received: readonly Received[]): string {
  const shown = [...received].reverse().map(({ kind, to, from, subject, text, at }) => {
    const title = kind === 'mail' ? subject : 'Text message';
    return `<article><h2>${safe(title)}</h2><p>${safe(`to ${to}${from ? `, from ${from}` : ''}, ${at}`)}</p><pre>${safe(text)}</pre></article>`;
  });
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Post that was received</title><style>${STYLE}</style>
<h1>Post that was received</h1><p>What the demo’s stand-in for a mail server and a text gateway took. Nothing leaves this computer.</p>
${shown.join('') || '<p>Nothing yet.</p>'}</html>`;
}

const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const safe = (text: string) => text.replace(/[&<>"]/g, (sign) => SIGNS[sign] ?? sign);
