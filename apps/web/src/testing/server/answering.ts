import { vi } from 'vitest';

/** What was sent to the server. */
export interface Sent {
  method: string;
  url: string;
  body: unknown;
  /** Its idempotency key; null for what is only read. */
  key: string | null;
}

/** An answer in JSON. */
export interface Answered {
  status: number;
  data: unknown;
}

type Answer = Response | Error | Answered;

/**
 * A server that answers like that, with an error where it is not reached. Addresses are those of its own place, as in a
 * browser.
 */
export function answering(answer: (sent: Sent) => Answer | Promise<Answer>): void {
  const Plain = globalThis.Request;
  class Placed extends Plain {
    constructor(input: string, init?: RequestInit) {
      super(new URL(input, 'http://shop.test'), init);
    }
  }
  vi.stubGlobal('Request', Placed);
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = await request.text();
    const { pathname, search } = new URL(request.url);
    const sent = {
      method: request.method,
      url: pathname + search,
      body: request.headers.get('content-type') === 'application/json' ? (JSON.parse(text) as unknown) : undefined,
      key: request.headers.get('idempotency-key'),
    };
    const answered = await answer(sent);
    if (answered instanceof Error) throw answered;
    if (answered instanceof Response) return answered;
    return new Response(JSON.stringify(answered.data), { status: answered.status });
  });
}
