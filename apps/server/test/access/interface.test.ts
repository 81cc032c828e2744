import { describe, expect, it } from 'vitest';
import type { AnyEndpoint } from '@udrel/contract/endpoints';
import { may, ROLES } from '@udrel/contract/permissions';
import { ENTRY_KEYS } from '@udrel/core/facts';
import { everyRoute, useShop } from '../harness';

const shop = useShop();
const every = everyRoute().map(({ endpoint }) => endpoint as AnyEndpoint & { path: string });

interface Operation {
  'x-roles': string[];
  parameters?: { name: string; in: string; required: boolean }[];
  requestBody?: { content: Record<string, { schema: { type?: string; oneOf?: unknown[] } }> };
}
interface Described {
  openapi: string;
  paths: Record<string, Record<string, Operation>>;
}

describe('the interface describing itself', () => {
  it('names every route that is served, and no other', async () => {
    const { body } = await shop.nobody.get<Described>('/openapi.json');
    expect(body.openapi).toBe('3.1.0');
    const described = Object.entries(body.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method} ${path.replace(/\{(\w+)\}/g, ':$1')}`),
    );
    expect(described.sort()).toEqual(every.map((one) => `${one.method} ${one.path}`).sort());
  });

  it('says of each who may call it, what it takes and that writes need a key', async () => {
    const { body } = await shop.nobody.get<Described>('/openapi.json');
    for (const one of every) {
      const operation = body.paths[one.path.replace(/:(\w+)/g, '{$1}')]?.[one.method];
      const who = one.permission;
      const allowed = ROLES.filter((role) => who === 'public' || (who !== 'agent' && may(role, who)));
      expect(operation?.['x-roles'], one.path).toEqual(allowed);
      expect(operation?.requestBody !== undefined, one.path).toBe(one.body !== null);
      const key = operation?.parameters?.some((parameter) => parameter.name === 'Idempotency-Key') ?? false;
      expect(key, one.path).toBe(one.idempotency === 'key');
      const named = operation?.parameters?.filter((parameter) => parameter.in === 'path').length ?? 0;
      expect(named, one.path).toBe(one.path.split(':').length - 1);
    }
  });

  it('has the shape of every fact', async () => {
    const { body } = await shop.nobody.get<{ components: { schemas: Record<string, object> } }>('/openapi.json');
    for (const key of ENTRY_KEYS)
      expect(body.components.schemas[`fact-${key.replaceAll(' ', '-')}`], key).toBeDefined();
  });

  it('describes a body by the schema that checks it', async () => {
    const { body } = await shop.nobody.get<Described>('/openapi.json');
    const schema =
      body.paths['/jobs/{tag}/corrections/end']?.['post']?.requestBody?.content['application/json']?.schema;
    expect(schema).toMatchObject({
      type: 'object',
      required: ['version', 'correction', 'reason'],
      properties: {
        reason: { minLength: 3 },
        correction: { oneOf: [{ properties: { kind: { enum: expect.arrayContaining(['declined']) } } }, {}] },
      },
    });
  });
});
