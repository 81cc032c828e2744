import { agentEndpoints, urlOf, type AnswerOf, type BodyOf } from '@udrel/contract/endpoints';
import type { ServerLink } from './agent';

type Agent = typeof agentEndpoints;

/** The server's agent interface over HTTP, with the agent's token. */
export function httpLink(base: string, token: string): ServerLink {
  async function call<N extends keyof Agent>(name: N, body?: BodyOf<Agent[N]>): Promise<AnswerOf<Agent[N]>> {
    const endpoint = agentEndpoints[name];
    const response = await fetch(base + urlOf(endpoint), {
      method: endpoint.method.toUpperCase(),
      headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(10_000),
    });
    if (!response.ok) throw new Error(`${endpoint.method} ${endpoint.path} answered ${response.status}`);
    return (await response.json()) as AnswerOf<Agent[N]>;
  }
  return {
    hello: async (hello) => void (await call('agentHello', hello)),
    work: () => call('agentWork'),
    send: (samples) => call('agentSamples', samples),
    answer: async (result) => void (await call('agentReadBack', result)),
    answerReads: async (result) => void (await call('agentReads', result)),
    answerWipeRead: async (result) => void (await call('agentWipeRead', result)),
  };
}
