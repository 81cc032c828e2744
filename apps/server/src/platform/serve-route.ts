import { MAY, may, ROLES } from '@udrel/contract/roles';
import { validate } from '@udrel/contract/validate';
import type { Shape } from '@udrel/contract/schemas';
import type { NextFunction, Request, Response, Router } from 'express';
import { Refusal } from './errors';
import { answerOnce } from './idempotency';
import { agentMay, staffOf } from './access';
import { parametersOf, STREAMED, type Call, type Route } from './routes';
import type { Serving } from './serving';

/** Puts a declared route on the router: access, input, transaction, answer. */
export function serveRoute(router: Router, one: Route, serving: Serving): void {
  router[one.method](one.path, (request: Request, response: Response, next: NextFunction) => {
    answer(one, request, response, serving)
      .then(({ status, body }) => {
        if (body === STREAMED) return;
        if (body === undefined) response.status(204).end();
        else response.status(status).json(body);
      })
      .catch(next);
  });
}

async function answer(
  one: Route,
  request: Request,
  response: Response,
  serving: Serving,
): Promise<{ status: number; body: unknown }> {
  const { database, clock, masterKey, demo } = serving;
  const actor = admit(one, request, serving);
  const call = {
    manager: database.manager,
    actor,
    now: clock(),
    masterKey,
    demo,
    params: placed(one, request.params),
    body: one.body ? checked(one.body, request.body) : undefined,
    query: one.query ? checked(one.query, request.query) : undefined,
    request,
    response,
  } as unknown as Call<never, never>;
  if (!one.writes) return { status: one.status, body: await one.handle(call) };
  return answerOnce(database, keyOf(request), call, one);
}

function admit(one: Route, request: Request, serving: Serving): Call<never, never>['actor'] {
  if (one.who === 'public') return { id: '', name: '', role: 'counter' };
  if (one.who === 'agent') {
    if (!agentMay(request, serving.agentToken))
      throw new Refusal(401, 'agent-unknown', 'The agent token is not right.');
    return { id: '', name: 'bench agent', role: 'technician' };
  }
  const staff = staffOf(request, serving);
  if (!staff) throw new Refusal(401, 'not-signed-in', 'Sign in first.');
  if (!may(staff.role, one.who)) {
    const allowed = ROLES.filter((role) => (MAY[one.who as keyof typeof MAY] as readonly string[]).includes(role));
    throw new Refusal(403, 'role-may-not', `As ${staff.role} you may not do this. Ask: ${allowed.join(' or ')}.`);
  }
  return staff;
}

/** What stands in the address; what cannot stand there leads nowhere. */
function placed({ path }: Route, params: Record<string, unknown>): Record<string, string> {
  for (const [name, shape] of parametersOf(path)) {
    const read = validate(shape, params[name]);
    if (read.ok) continue;
    const problems = [{ field: name, sentence: read.problems[0]?.sentence ?? 'Check it.' }];
    throw new Refusal(404, 'not-found', 'There is nothing at this address.', { problems });
  }
  return params as Record<string, string>;
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
