import Joi from 'joi';
import type { Node, Shape } from './shape';

/** One thing wrong with what was sent: where, and what to do. */
export interface FieldProblem {
  field: string;
  sentence: string;
}

export type Validated<T> = { ok: true; value: T } | { ok: false; problems: FieldProblem[] };

const made = new WeakMap<Node, Joi.Schema>();

/** The Joi schema of a shape; made once. */
export function joiOf(node: Node): Joi.Schema {
  const known = made.get(node);
  if (known) return known;
  const schema = build(node);
  made.set(node, schema);
  return schema;
}

function build(node: Node): Joi.Schema {
  switch (node.kind) {
    case 'text':
      return textSchema(node);
    case 'number': {
      const schema = Joi.number().min(node.min).max(node.max).required().unsafe();
      return node.whole ? schema.integer() : schema;
    }
    case 'boolean':
      return Joi.boolean().strict().required();
    case 'oneOf':
      return Joi.valid(...node.values).required();
    case 'list':
      return Joi.array().items(joiOf(node.of).optional()).min(node.min).max(node.max).required();
    case 'object':
      return Joi.object(Object.fromEntries(Object.entries(node.fields).map(([k, n]) => [k, joiOf(n)]))).required();
    case 'record':
      return Joi.object().pattern(Joi.string().max(100), joiOf(node.of)).max(node.max).required();
    case 'nullable':
      return joiOf(node.of).allow(null);
    case 'optional':
      return joiOf(node.of).optional();
    case 'anything':
      return Joi.any().required();
    case 'either':
      return eitherSchema(node).required();
  }
}

/** The alternative is chosen by its telling field alone, so that what is wrong is named where it is. */
function eitherSchema({ on, of }: Extract<Node, { kind: 'either' }>): Joi.AlternativesSchema {
  return of.reduce((schema, node) => {
    const told = node.kind === 'object' ? node.fields[on] : undefined;
    const is = Joi.object({ [on]: told ? joiOf(told) : Joi.forbidden() })
      .required()
      .unknown();
    return schema.conditional(is, { then: joiOf(node) });
  }, Joi.alternatives());
}

function textSchema(node: Extract<Node, { kind: 'text' }>): Joi.Schema {
  let schema = Joi.string().trim().max(node.max).required();
  if (node.min === 0) schema = schema.allow('');
  else schema = schema.min(node.min);
  return node.pattern ? schema.pattern(node.pattern) : schema;
}

/** Checks a value of unknown origin against a shape; text comes back trimmed. Unknown fields are refused. */
export function validate<T>(shape: Shape<T>, value: unknown): Validated<T> {
  const result = joiOf(shape.node).validate(value, { abortEarly: false, convert: true });
  if (!result.error) return { ok: true, value: result.value as T };
  const problems = result.error.details.map((detail) => ({
    field: detail.path.join('.'),
    sentence: sentenceOf(detail),
  }));
  return { ok: false, problems };
}

function sentenceOf(detail: Joi.ValidationErrorItem): string {
  const limit = String(detail.context?.['limit'] ?? '');
  switch (detail.type) {
    case 'any.required':
    case 'string.empty':
      return 'Fill this in.';
    case 'string.max':
      return `Use at most ${limit} characters.`;
    case 'string.min':
      return `Use at least ${limit} characters.`;
    case 'array.min':
      return `At least ${limit} of these.`;
    case 'string.pattern.base':
      return 'This does not look right: check it.';
    case 'number.base':
      return 'Type a number.';
    case 'number.min':
      return `At least ${limit}.`;
    case 'number.max':
      return `At most ${limit}.`;
    case 'number.integer':
      return 'Type a whole number.';
    case 'any.only':
      return `Choose one of: ${(detail.context?.['valids'] as unknown[] | undefined)?.join(', ') ?? ''}.`;
    case 'string.base':
    case 'boolean.base':
    case 'array.base':
    case 'object.base':
      return 'This is missing or of another kind.';
    case 'alternatives.any':
      return 'This is of a kind that is not known here.';
    case 'object.unknown':
      return 'This is not known here: leave it out.';
    default:
      return detail.message;
  }
}
