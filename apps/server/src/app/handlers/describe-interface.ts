import { API_BASE, parametersOf, type AnyEndpoint, type OpenApi } from '@udrel/contract/endpoints';
import answers from '@udrel/contract/answers.json' with { type: 'json' };
import { innerSchemaOf } from '@udrel/contract/json-schema';
import { may, ROLES } from '@udrel/contract/permissions';
import { factShapes } from '@udrel/contract/shapes';
import type { Route } from '../../platform/http/handlers';

type Json = Record<string, unknown>;

/** Describes every endpoint as OpenAPI 3.1, from the declarations that the server serves them by. */
export function describeInterface(routes: readonly Route[]): OpenApi & Json {
  const paths: OpenApi['paths'] = {};
  for (const { name, endpoint } of routes) {
    const path = (endpoint.path as string)
      .split('/')
      .map((part) => (part.startsWith(':') ? `{${part.slice(1)}}` : part))
      .join('/');
    paths[path] = { ...paths[path], [endpoint.method]: operationOf(name, endpoint) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Udrel', version: '1', description: 'Storage and memory upgrade jobs of a repair shop.' },
    servers: [{ url: API_BASE }],
    'x-roles': [...ROLES],
    paths,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'udrel' },
        agent: { type: 'http', scheme: 'bearer' },
      },
      schemas: { Problem: PROBLEM, ...factSchemas(), ...inComponents(answers.definitions) },
    },
  };
}

/** The value that each fact must have, by its key: `PUT /jobs/{tag}/facts/{key}` is checked against it. */
function factSchemas(): Json {
  const entries = Object.entries(factShapes).map(([key, shape]) => [
    `fact-${key.replaceAll(' ', '-')}`,
    innerSchemaOf(shape),
  ]);
  return Object.fromEntries(entries) as Json;
}

function operationOf(name: string, endpoint: AnyEndpoint): OpenApi['paths'][string][string] {
  const { permission, body, status } = endpoint;
  const parameters = [...pathParameters(endpoint), ...queryParameters(endpoint), ...keyHeader(endpoint)];
  const allowed = ROLES.filter((role) => permission === 'public' || (permission !== 'agent' && may(role, permission)));
  return {
    operationId: name,
    'x-needs': needs(endpoint),
    'x-roles': allowed,
    security: permission === 'public' ? [] : [{ [permission === 'agent' ? 'agent' : 'session']: [] }],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body
      ? { requestBody: { required: true, content: { 'application/json': { schema: innerSchemaOf(body) } } } }
      : {}),
    responses: {
      ...(hasAnswer(name) ? { [status]: answered(name) } : { 204: { description: 'done' } }),
      default: {
        description: 'refused or failed (RFC 9457)',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

/** What an endpoint answers, by its name; nothing for one whose answer is empty or a stream. */
const ANSWERS: Readonly<Record<string, Json>> = answers.properties;
const hasAnswer = (name: string) => Object.keys(ANSWERS[name] ?? {}).length > 0 && !('not' in (ANSWERS[name] ?? {}));

function answered(name: string): Json {
  return { description: 'done', content: { 'application/json': { schema: inComponents(ANSWERS[name]) } } };
}

/** The same schema where its definitions are components of a larger document. */
function inComponents(schema: unknown): Json {
  return JSON.parse(JSON.stringify(schema).replaceAll('"#/definitions/', '"#/components/schemas/')) as Json;
}

function needs({ permission }: AnyEndpoint): string {
  if (permission === 'public') return 'nothing';
  return permission === 'agent' ? 'the agent token' : permission;
}

function pathParameters({ path }: AnyEndpoint): Json[] {
  return parametersOf(path as string).map(([name, shape]) => ({
    name,
    in: 'path',
    required: true,
    schema: innerSchemaOf(shape),
  }));
}

function queryParameters({ query }: AnyEndpoint): Json[] {
  if (query?.node.kind !== 'object') return [];
  return Object.entries(query.node.fields).map(([name, node]) => ({
    name,
    in: 'query',
    required: node.kind !== 'optional',
    schema: innerSchemaOf({ node }),
  }));
}

function keyHeader({ idempotency }: AnyEndpoint): Json[] {
  if (idempotency === 'own') return [];
  const schema = { type: 'string', minLength: 8, maxLength: 80 };
  return [{ name: 'Idempotency-Key', in: 'header', required: true, schema }];
}

/** RFC 9457, section 3, with the members that this interface adds. */
const PROBLEM = {
  type: 'object',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    code: { type: 'string' },
    detail: { type: 'string' },
    problems: {
      type: 'array',
      items: { type: 'object', properties: { field: { type: 'string' }, sentence: { type: 'string' } } },
    },
    current: { type: 'object', description: 'on a stale write: the job as it stands now' },
  },
  required: ['type', 'title', 'status', 'code', 'detail'],
};
