import { agentEndpoints, urlOf, type AnswerOf, type BodyOf } from '@udrel/contract/endpoints';
import type { ServerLink } from './agent';
import { Refused } from './refused';

type Agent = typeof agentEndpoints;

/** Answers after which there is no point in saying the same again. */
const REFUSALS = [403, 409, 413, 422];

/** Where the agent's token is kept. */
export interface TokenKeeper {
  token: () => string;
  /** Whether a new one could be kept: only then it is asked for. */
  canKeep: () => boolean;
  keep: (token: string) => void;
}

/** The server's agent interface over HTTP, with the agent's token; a new one is asked for when the server wants that; `tell` is told what whoever minds the machine should know. */
export function httpLink(base: string, keeper: TokenKeeper, tell: (what: string) => void): ServerLink {
  let told = '';
  async function call<N extends keyof Agent>(name: N, body?: BodyOf<Agent[N]>): Promise<AnswerOf<Agent[N]>> {
    const endpoint = agentEndpoints[name];
    const response = await fetch(base + urlOf(endpoint), {
      method: endpoint.method.toUpperCase(),
      headers: { 'content-type': 'application/json', authorization: `Bearer ${keeper.token()}` },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(10_000),
    });
    if (!response.ok) {
      const told = `${endpoint.method} ${endpoint.path} answered ${response.status}`;
      throw REFUSALS.includes(response.status) ? new Refused(`${told}: ${await response.text()}`) : new Error(told);
    }
    return (await response.json()) as AnswerOf<Agent[N]>;
  }
  return {
    hello: async (hello) => {
      const { renew, notYours } = await call('agentHello', hello);
      const lost = notYours.join(', ');
      if (lost !== told && lost !== '') tell(`berth ${lost} belongs to another machine, and is not watched from here`);
      told = lost;
      // The one until now holds until the new one is used: one that got lost on the way is asked for anew.
      if (renew && keeper.canKeep()) keeper.keep((await call('agentToken')).token);
    },
    work: () => call('agentWork'),
    send: (samples) => call('agentSamples', samples),
    answer: async (result) => void (await call('agentReadBack', result)),
    answerReads: async (result) => void (await call('agentReads', result)),
    answerWipeRead: async (result) => void (await call('agentWipeRead', result)),
  };
}
