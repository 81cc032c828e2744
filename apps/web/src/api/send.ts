import { retry, type BaseQueryFn } from '@reduxjs/toolkit/query';
import { ask, comesBack, type SendError, type Sent } from './ask';
import { lost } from './connection-slice';
import { keyOfWrite } from './pending-keys';

const TRIES = 4;
/** Before the second try, ms; longer with each further one, and never the same for two browsers. */
const PAUSE = 300;
/** The longest that a server may ask to wait, seconds: a person sits before the page. */
const PATIENCE = 3;

/**
 * Sends a request, again while the server is away or asks for patience. Writes carry one idempotency key over all
 * their tries, and over pressing again while no answer has come, so that one that was carried out is not carried out
 * twice.
 */
export const send: BaseQueryFn<Sent, unknown, SendError> = async (sent, api, options) => {
  const { method = 'GET', url, body } = sent;
  const write =
    method === 'GET' ? null : keyOfWrite(method, url, body === undefined ? undefined : JSON.stringify(body));
  let asked = 0;
  const once: typeof send = async () => {
    const { wait, ...answer } = await ask(sent, write?.key ?? null, api.signal);
    asked = Math.min(PATIENCE, wait) * 1000;
    if (!('error' in answer && comesBack(answer.error))) write?.answered();
    return answer;
  };
  const answer = await retry(once, {
    retryCondition: (error, _args, { attempt }) => attempt < TRIES && comesBack(error as SendError),
    backoff: (attempt) => pause(Math.max(PAUSE * attempt, asked)),
  })(sent, api, options);
  const { error } = answer;
  if (error?.status !== 'FETCH_ERROR') return answer;
  if (!api.signal.aborted) api.dispatch(lost(Date.now()));
  return write === null ? { error: { ...error, read: true } } : answer;
};

const pause = (wait: number) => new Promise<void>((go) => setTimeout(go, wait * (1 + Math.random() / 2)));
