import { parametersOf, type AnyEndpoint } from '@udrel/contract/endpoints';
import { PERMISSIONS, may, ROLES } from '@udrel/contract/permissions';
import { validate } from '@udrel/contract/validate';
import type { Shape } from '@udrel/contract/shapes';
import express, { type NextFunction, type Request, type Response, type Router } from 'express';
import { Refusal } from '../errors';
import { answerOnce } from './idempotency';
import { agentMay, staffOf } from './access';
import { STREAMED, type Call, type Route } from './handlers';
import type { Serving } from './serving';

/**
 * Puts declared routes on a router of their own: access, input, transaction, answer. What begins alike is looked through
 * together, so that a request is held against the few addresses of its kind and not against all of them.
 */
export function serveRoutes(routes: readonly Route[], serving: Serving): Router {
  const every = express.Router();
  const kinds = new Map<string, Router>();
  for (const one of routes) {
    const [, kind = '', ...rest] = (one.endpoint.path as string).split('/');
    const known = kinds.get(kind);
    const router = known ?? express.Router();
    if (!known) every.use(`/${kind}`, router);
    kinds.set(kind, router);
    router[one.endpoint.method](`/${rest.join('/')}`, (request: Request, response: Response, next: NextFunction) => {
      answer(one, request, response, serving)
        .then(({ status, body }) => {
          if (body === STREAMED) return;
          if (body === undefined) response.status(204).end();
          else response.status(status).json(body);
        })
        .catch(next);
    });
  }
  return every;
}

async function answer(
  one: Route,
  request: Request,
  response: Response,
  serving: Serving,
): Promise<{ status: number; body: unknown }> {
  const { database, clock, masterKey, demo } = serving;
  const { endpoint } = one;
  const call = {
    manager: database.manager,
    actor: admit(endpoint, request, serving),
    now: clock(),
    masterKey,
    demo,
    params: placed(endpoint, request.params),
    body: endpoint.body ? checked(endpoint.body, request.body) : undefined,
    query: endpoint.query ? checked(endpoint.query, request.query) : undefined,
    request,
    response,
  } as unknown as Call<never, never, never>;
  if (endpoint.idempotency === 'own') return { status: endpoint.status, body: await one.handle(call) };
  return answerOnce(database, keyOf(request), call, one);
}

/** Who asks, if the endpoint lets them. */
function admit({ permission }: AnyEndpoint, request: Request, serving: Serving): Call['actor'] {
  if (permission === 'public') return { id: '', name: '', role: 'counter' };
  if (permission === 'agent') {
    if (!agentMay(request, serving.agentToken))
      throw new Refusal(401, 'agent-unknown', 'The agent token is not right.');
    return { id: '', name: 'bench agent', role: 'technician' };
  }
  const staff = staffOf(request, serving);
  if (!staff) throw new Refusal(401, 'not-signed-in', 'Sign in first.');
  if (!may(staff.role, permission)) {
    const allowed = ROLES.filter((role) => (PERMISSIONS[permission] as readonly string[]).includes(role));
    throw new Refusal(403, 'role-may-not', `As ${staff.role} you may not do this. Ask: ${allowed.join(' or ')}.`);
  }
  return staff;
}

/** What stands in the address; what cannot stand there leads nowhere. */
function placed({ path }: AnyEndpoint, params: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const places = parametersOf(path as string).map(([name, shape]): [string, unknown] => {
    const read = validate(shape, params[name]);
    if (read.ok) return [name, read.value];
    const problems = [{ field: name, sentence: read.problems[0]?.sentence ?? 'Check it.' }];
    throw new Refusal(404, 'not-found', 'There is nothing at this address.', { problems });
  });
  return Object.fromEntries(places);
}

function checked(shape: Shape<unknown>, value: unknown): unknown {
  const result = validate(shape, value);
  if (result.ok) return result.value;
  const first = result.problems[0];
  throw new Refusal(422, 'invalid-input', first?.sentence ?? 'Check what was sent.', {
    problems: result.problems,
  });
}

function keyOf(request: Request): string {
  const key = request.get('idempotency-key') ?? '';
  if (!/^[\w-]{8,80}$/.test(key)) {
    throw new Refusal(400, 'idempotency-key-missing', 'Every write needs an Idempotency-Key of 8 to 80 characters.');
  }
  return key;
}
