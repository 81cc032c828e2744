import Joi from 'joi';
import type { Node, Shape } from './shapes/shape';

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
      return Joi.object().pattern(Joi.string().max(100).custom(storable), joiOf(node.of)).max(node.max).required();
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
  let schema = Joi.string().trim().max(node.max).custom(storable).required();
  if (node.min === 0) schema = schema.allow('');
  else schema = schema.min(node.min);
  if (node.pattern) schema = schema.pattern(node.pattern);
  return node.time ? schema.custom(existing(node.pattern)) : schema;
}

/** Refuses what no database keeps: NUL, and halves of letters (lone surrogates). */
function storable(text: string, helpers: Joi.CustomHelpers): string | Joi.ErrorReport {
  return text.includes('\u0000') || LONE_SURROGATE.test(text) ? helpers.error('text.unreadable') : text;
}

const LONE_SURROGATE = /\p{Surrogate}/u;

/** Years that a shop can mean. */
const [FIRST_YEAR, LAST_YEAR] = [1970, 2199];

/** Refuses a day or a moment that does not exist, such as 31 February; what is no day at all is told by its pattern. */
const existing = (pattern: RegExp | undefined) => (text: string, helpers: Joi.CustomHelpers) => {
  if (pattern && !pattern.test(text)) return text;
  const day = text.slice(0, 10);
  const midnight = new Date(`${day}T00:00:00Z`);
  const exists = !Number.isNaN(midnight.getTime()) && midnight.toISOString().startsWith(day);
  const year = Number(day.slice(0, 4));
  const known = exists && year >= FIRST_YEAR && year <= LAST_YEAR && !Number.isNaN(Date.parse(text));
  return known ? text : helpers.error('time.absent');
};

/** Problems that are told at the most: who sends more of them is told the first ones. */
const MOST_PROBLEMS = 40;

/**
 * What is wrong with the outline of a value, found without looking at everything in it: far more fields or entries
 * than there can be. Null where nothing is.
 */
function outOfBounds(node: Node, value: unknown, path: string): FieldProblem | null {
  const at = (name: string | number) => (path === '' ? String(name) : `${path}.${name}`);
  switch (node.kind) {
    case 'nullable':
    case 'optional':
      return value === null || value === undefined ? null : outOfBounds(node.of, value, path);
    case 'list': {
      if (!Array.isArray(value)) return null;
      if (value.length > node.max) return { field: path, sentence: `At most ${node.max} of these.` };
      return first(value.map((one, index) => () => outOfBounds(node.of, one, at(index))));
    }
    case 'record':
    case 'object':
    case 'either': {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) return null;
      const names = Object.keys(value);
      const held = value as Record<string, unknown>;
      const fields = node.kind === 'record' ? null : fieldsOf(node, held);
      const most = node.kind === 'record' ? node.max : Object.keys(fields ?? {}).length + MOST_PROBLEMS;
      if (names.length > most) return { field: path, sentence: `At most ${most} fields.` };
      return first(
        Object.entries(fields ?? {}).map(
          ([name, own]) =>
            () =>
              outOfBounds(own, held[name], at(name)),
        ),
      );
    }
    default:
      return null;
  }
}

function first(checks: (() => FieldProblem | null)[]): FieldProblem | null {
  for (const check of checks) {
    const problem = check();
    if (problem) return problem;
  }
  return null;
}

/** The fields that an object may have; of several alternatives, those of the one that it says it is. */
function fieldsOf(
  node: Extract<Node, { kind: 'object' | 'either' }>,
  value: Readonly<Record<string, unknown>>,
): Readonly<Record<string, Node>> | null {
  if (node.kind === 'object') return node.fields;
  const meant = node.of.find((one) => {
    const told = one.kind === 'object' ? one.fields[node.on] : undefined;
    return told?.kind === 'oneOf' && (told.values as readonly unknown[]).includes(value[node.on]);
  });
  return meant?.kind === 'object' ? meant.fields : null;
}

/** Checks a value of unknown origin against a shape; text comes back trimmed. Unknown fields are refused. */
export function validate<T>(shape: Shape<T>, value: unknown): Validated<T> {
  const beyond = outOfBounds(shape.node, value, '');
  if (beyond) return { ok: false, problems: [beyond] };
  const result = joiOf(shape.node).validate(value, { abortEarly: false, convert: true });
  if (!result.error) return { ok: true, value: result.value as T };
  const problems = result.error.details.slice(0, MOST_PROBLEMS).map((detail) => ({
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
    case 'text.unreadable':
      return 'There are signs in this that cannot be kept: type it again.';
    case 'time.absent':
      return 'This day does not exist: check it.';
    case 'number.base':
    case 'number.infinity':
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
