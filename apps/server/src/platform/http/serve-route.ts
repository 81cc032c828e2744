import { parametersOf, type AnyEndpoint } from '@udrel/contract/endpoints';
import { PERMISSIONS, may, ROLES, type Permission, type Role } from '@udrel/contract/permissions';
import { validate } from '@udrel/contract/validate';
import type { Shape } from '@udrel/contract/shapes';
import express, { type NextFunction, type Request, type RequestHandler, type Response, type Router } from 'express';
import { Refusal } from '../errors';
import { inWords, isShared } from '../words';
import { answerOnce, type Answer } from './idempotency';
import { staffOf } from './access';
import { sessionKnown } from './who-asks';
import { STREAMED, type AgentIdentity, type Call, type Route } from './handlers';
import { pressedOnce } from './pressed-once';
import type { Serving } from './serving';

/**
 * Serves declared routes: access, input, transaction, answer. What begins alike and is as long is looked through
 * together, so that a request is held against the few addresses of its kind and not against all of them.
 */
export function serveRoutes(routes: readonly Route[], serving: Serving): RequestHandler {
  const kinds = new Map<string, Router>();
  for (const one of routes) {
    const { method, path } = one.endpoint;
    const kind = kindOf(method.toUpperCase(), path as string);
    const router = kinds.get(kind) ?? express.Router();
    kinds.set(kind, router);
    const readParams = paramsOf(path as string);
    const named = method.toUpperCase();
    router[method](path as string, (request: Request, response: Response, next: NextFunction) => {
      serving.metrics.time(named, path as string, response);
      answer(one, readParams, request, response, serving)
        .then(({ status, body, text = inWords(body) }) => {
          if (body === STREAMED) return;
          response.statusCode = text === undefined ? 204 : status;
          if (text !== undefined) response.setHeader('content-type', 'application/json; charset=utf-8');
          if (text === undefined || !isShared(body)) return response.end(text);
          return pressedOnce(body, text, request, response).then((bytes) => response.end(bytes));
        })
        .catch(next);
    });
  }
  return (request, response, next) => {
    const method = request.method === 'HEAD' ? 'GET' : request.method;
    const router = kinds.get(kindOf(method, request.path));
    if (router) router(request, response, next);
    else next();
  };
}

/** By what an address is found: the method, its first part, and how many parts it has. */
function kindOf(method: string, path: string): string {
  const [, first = '', ...rest] = path.split('/');
  return `${method} ${first} ${rest.length - (rest.at(-1) === '' ? 1 : 0)}`;
}

/**
 * Answers a command that came within another request, under its own key: checked as if it had come alone, whoever sent
 * that. Throws what it would be refused with.
 */
export async function answerWithin(
  { endpoint, ...route }: Route,
  key: string,
  given: { params: Readonly<Record<string, unknown>>; body: unknown },
  call: Call<unknown, unknown, unknown>,
): Promise<unknown> {
  const { permission } = endpoint;
  if (permission === 'public' || permission === 'agent') throw new Error(`${endpoint.path} is nothing for staff alone`);
  requirePermission(permission, call.actor.role);
  const input = {
    params: paramsOf(endpoint.path as string)(given.params),
    body: endpoint.body ? checked(endpoint.body, given.body) : undefined,
    query: undefined,
  };
  const within = { ...call, ...input } as unknown as Call<never, never, never>;
  const { body, text } = await answerOnce(call.manager.connection, key, within, { endpoint, ...route });
  return body ?? (text === undefined ? undefined : JSON.parse(text));
}

async function answer(
  one: Route,
  readParams: ReadParams,
  request: Request,
  response: Response,
  serving: Serving,
): Promise<Answer> {
  const { database, reporting, clock, masterKey, demo } = serving;
  const { endpoint } = one;
  // Checked while the session is looked up; whoever may not ask is not told what is wrong with it.
  const input = attempted(() => ({
    params: readParams(request.params),
    body: endpoint.body ? checked(endpoint.body, request.body) : undefined,
    query: endpoint.query ? checked(endpoint.query, request.query) : undefined,
  }));
  await sessionKnown(request);
  const agent = endpoint.permission === 'agent' ? await agentOf(request, serving) : null;
  const actor = admit(endpoint, request, serving);
  const call = {
    reports: { manager: reporting.manager(), behind: reporting.behind() },
    ...{ manager: database.manager, actor, agent, now: clock(), masterKey, demo, request, response },
    ...input(),
  } as unknown as Call<never, never, never>;
  if (endpoint.idempotency === 'own') return { status: endpoint.status, body: await one.handle(call) };
  return answerOnce(database, keyOf(request), call, one);
}

/** Does it now; what came of it, or what it threw, comes when it is asked for. */
function attempted<T>(work: () => T): () => T {
  try {
    const done = work();
    return () => done;
  } catch (error) {
    return () => {
      throw error;
    };
  }
}

/** Which machine of the bench asks. */
async function agentOf(request: Request, serving: Serving): Promise<AgentIdentity> {
  const agent = await serving.agentOf(request);
  if (!agent) throw new Refusal(401, 'agent-unknown', 'The agent token is not right.');
  return agent;
}

/** Who asks, if the endpoint lets them. */
function admit({ permission }: AnyEndpoint, request: Request, serving: Serving): Call['actor'] {
  if (permission === 'public') return { id: '', name: '', role: 'counter' };
  if (permission === 'agent') return { id: '', name: 'bench agent', role: 'technician' };
  const staff = staffOf(request, serving);
  if (!staff && request.session.locked) throw new Refusal(401, 'locked', 'This screen is locked: unlock it first.');
  if (!staff) throw new Refusal(401, 'not-signed-in', 'Sign in first.');
  requirePermission(permission, staff.role);
  return staff;
}

function requirePermission(permission: Permission, role: Role): void {
  if (may(role, permission)) return;
  const allowed = ROLES.filter((one) => (PERMISSIONS[permission] as readonly string[]).includes(one));
  throw new Refusal(403, 'role-may-not', `As ${role} you may not do this. Ask: ${allowed.join(' or ')}.`);
}

type ReadParams = (params: Readonly<Record<string, unknown>>) => Record<string, unknown>;

/** Most that is remembered of what stands in one address. */
const REMEMBERED = 1000;

/** What stands in an address; what cannot stand there leads nowhere. The same is asked for again and again: what was right is known. */
function paramsOf(path: string): ReadParams {
  const known = readers.get(path) ?? readerOf(path);
  readers.set(path, known);
  return known;
}

const readers = new Map<string, ReadParams>();

function readerOf(path: string): ReadParams {
  const shaped = parametersOf(path).map(([name, shape]) => ({ name, shape, right: new Map<unknown, unknown>() }));
  return (params) => {
    const read: Record<string, unknown> = {};
    for (const { name, shape, right } of shaped) {
      const given = params[name];
      if (!right.has(given)) {
        if (right.size >= REMEMBERED) right.clear();
        right.set(given, readParam(name, shape, given));
      }
      read[name] = right.get(given);
    }
    return read;
  };
}

function readParam(name: string, shape: Shape<unknown>, given: unknown): unknown {
  const read = validate(shape, given);
  if (read.ok) return read.value;
  const problems = [{ field: name, sentence: read.problems[0]?.sentence ?? 'Check it.' }];
  throw new Refusal(404, 'not-found', 'There is nothing at this address.', { problems });
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
