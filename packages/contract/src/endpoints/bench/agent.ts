import { agentHello, agentSamples, readBackAnswer, readsAnswer, wipeReadAnswer } from '../../shapes/agent';
import type { AgentWork, ReadBackRequest, ReadsRequest, WipeReadRequest } from '../../views/agent-views';
import { command, query } from '../endpoint';

/** What a bench agent says and asks. Its samples keep their own books: each is taken once by its number. */
export const agentEndpoints = {
  agentHello: command('post /agent/hello', {
    permission: 'agent',
    body: agentHello,
    idempotency: 'own',
  }).answering<{ berths: number; renew: boolean; notYours: number[] }>(),
  /** A new token for the machine that asks; the one before holds until this one is used. */
  agentToken: command('post /agent/token', { permission: 'agent', idempotency: 'own' }).answering<{ token: string }>(),
  agentWork: query('/agent/work', { permission: 'agent' }).answering<{
    runs: AgentWork[];
    readBacks: ReadBackRequest[];
    reads: ReadsRequest[];
    wipeReads: WipeReadRequest[];
  }>(),
  agentSamples: command('post /agent/samples', {
    permission: 'agent',
    body: agentSamples,
    idempotency: 'own',
  }).answering<{ acknowledged: number }>(),
  agentReadBack: command('post /agent/read-backs', {
    permission: 'agent',
    body: readBackAnswer,
    idempotency: 'own',
  }).answering<{ taken: boolean }>(),
  agentReads: command('post /agent/reads', {
    permission: 'agent',
    body: readsAnswer,
    idempotency: 'own',
  }).answering<{ taken: boolean }>(),
  agentWipeRead: command('post /agent/wipe-reads', {
    permission: 'agent',
    body: wipeReadAnswer,
    idempotency: 'own',
  }).answering<{ taken: boolean }>(),
};
