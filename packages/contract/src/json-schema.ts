import type { Node, Shape } from './shapes/shape';

export type JsonSchema = Record<string, unknown>;

/** The bare JSON Schema of a shape, for use inside a larger document. */
export function innerSchemaOf(shape: Shape<unknown>): JsonSchema {
  return schemaOf(shape.node);
}

/** The JSON Schema (2020-12) of a shape, for describing files and interfaces. */
export function jsonSchemaOf(shape: Shape<unknown>): JsonSchema {
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', ...schemaOf(shape.node) };
}

function schemaOf(node: Node): JsonSchema {
  switch (node.kind) {
    case 'text':
      return {
        type: 'string',
        minLength: node.min,
        maxLength: node.max,
        ...(node.pattern ? { pattern: node.pattern.source } : {}),
        ...(node.time ? { format: node.time === 'day' ? 'date' : 'date-time' } : {}),
      };
    case 'number':
      return { type: node.whole ? 'integer' : 'number', minimum: node.min, maximum: node.max };
    case 'boolean':
      return { type: 'boolean' };
    case 'oneOf':
      return { enum: node.values };
    case 'list':
      return { type: 'array', items: schemaOf(node.of), minItems: node.min, maxItems: node.max };
    case 'object':
      return objectSchema(node.fields);
    case 'record':
      return { type: 'object', additionalProperties: schemaOf(node.of), maxProperties: node.max };
    case 'nullable':
      return { anyOf: [schemaOf(node.of), { type: 'null' }] };
    case 'optional':
      return schemaOf(node.of);
    case 'anything':
      return {};
    case 'either':
      return { oneOf: node.of.map(schemaOf) };
  }
}

function objectSchema(fields: Readonly<Record<string, Node>>): JsonSchema {
  const names = Object.keys(fields);
  return {
    type: 'object',
    properties: Object.fromEntries(names.map((name) => [name, schemaOf(fields[name] as Node)])),
    required: names.filter((name) => fields[name]?.kind !== 'optional'),
    additionalProperties: false,
  };
}
