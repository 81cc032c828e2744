import type { ServerLink } from './agent';

/** The server's agent interface over HTTP, with the agent's token. */
export function httpLink(base: string, token: string): ServerLink {
  async function call<T>(method: 'GET' | 'POST', path: string, body?: unknown): Promise<T> {
    const response = await fetch(`${base}/api/v1/agent${path}`, {
      method,
      headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(10_000),
    });
    if (!response.ok) throw new Error(`${method} ${path} answered ${response.status}`);
    return (await response.json()) as T;
  }
  return {
    hello: async (hello) => void (await call('POST', '/hello', hello)),
    work: () => call('GET', '/work'),
    send: (samples) => call('POST', '/samples', samples),
    answer: async (result) => void (await call('POST', '/looks', result)),
  };
}
