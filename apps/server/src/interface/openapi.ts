import { innerSchemaOf } from '@udrel/contract/json-schema';
import { may, ROLES } from '@udrel/contract/roles';
import { factShapes, type Node } from '@udrel/contract/schemas';
import type { Route } from '../platform/routes';

type Json = Record<string, unknown>;

/** Describes every route as OpenAPI 3.1, from the same declarations and schemas that the server checks by. */
export function openApiOf(routes: readonly Route[]): Json {
  const paths: Record<string, Json> = {};
  for (const route of routes) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method]: operationOf(route) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Udrel', version: '1', description: 'Storage and memory upgrade jobs of a repair shop.' },
    servers: [{ url: '/api/v1' }],
    'x-roles': ROLES,
    paths,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'udrel' },
        agent: { type: 'http', scheme: 'bearer' },
      },
      schemas: { Problem: PROBLEM, ...factSchemas() },
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

function operationOf(route: Route): Json {
  const parameters = [...pathParameters(route), ...queryParameters(route), ...keyHeader(route)];
  return {
    operationId: `${route.method} ${route.path}`,
    'x-needs': needs(route),
    'x-roles': ROLES.filter((role) => route.who === 'public' || (route.who !== 'agent' && may(role, route.who))),
    security: route.who === 'public' ? [] : [{ [route.who === 'agent' ? 'agent' : 'session']: [] }],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(route.body
      ? { requestBody: { required: true, content: { 'application/json': { schema: innerSchemaOf(route.body) } } } }
      : {}),
    responses: {
      [route.status]: { description: 'done' },
      default: {
        description: 'refused or failed (RFC 9457)',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

function needs({ who }: Route): string {
  if (who === 'public') return 'nothing';
  return who === 'agent' ? 'the agent token' : who;
}

function pathParameters({ path }: Route): Json[] {
  return [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
}

function queryParameters({ query }: Route): Json[] {
  if (query?.node.kind !== 'object') return [];
  return Object.entries(query.node.fields).map(([name, node]: [string, Node]) => ({
    name,
    in: 'query',
    required: node.kind !== 'optional',
    schema: innerSchemaOf({ node }),
  }));
}

function keyHeader({ writes }: Route): Json[] {
  if (!writes) return [];
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
