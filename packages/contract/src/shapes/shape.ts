/** What a value must look like, as plain data: the Joi schema and the JSON Schema are both made from it. */
export type Node =
  | { kind: 'text'; min: number; max: number; pattern?: RegExp; hint?: string; time?: 'day' | 'moment' }
  | { kind: 'number'; min: number; max: number; whole: boolean }
  | { kind: 'boolean' }
  | { kind: 'oneOf'; values: readonly (string | number)[] }
  | { kind: 'list'; of: Node; min: number; max: number }
  | { kind: 'object'; fields: Readonly<Record<string, Node>> }
  | { kind: 'record'; of: Node; max: number }
  | { kind: 'nullable'; of: Node }
  | { kind: 'optional'; of: Node }
  | { kind: 'anything' }
  | { kind: 'either'; on: string; of: readonly Node[] };

/** A node that knows its TypeScript type. `type` never holds a value. */
export interface Shape<T> {
  node: Node;
  readonly type?: T;
}

/** The TypeScript type that a shape describes. */
export type Infer<S> = S extends Shape<infer T> ? T : never;

type Fields = Readonly<Record<string, Shape<unknown>>>;
type OptionalKeys<F extends Fields> = { [K in keyof F]: undefined extends Infer<F[K]> ? K : never }[keyof F];
type ObjectOf<F extends Fields> = { [K in Exclude<keyof F, OptionalKeys<F>>]: Infer<F[K]> } & {
  [K in OptionalKeys<F>]?: Exclude<Infer<F[K]>, undefined>;
};

/** Text with at least `min` characters after trimming; blanks around are cut off. */
export function text(max: number, min = 1, pattern?: RegExp, hint?: string): Shape<string> {
  return { node: { kind: 'text', min, max, ...(pattern ? { pattern } : {}), ...(hint ? { hint } : {}) } };
}

const DAY = String.raw`\d{4}-\d\d-\d\d`;

/** A day that exists, as `YYYY-MM-DD`. */
export function day(): Shape<string> {
  return { node: { kind: 'text', min: 10, max: 10, pattern: new RegExp(`^${DAY}$`), time: 'day' } };
}

/** A moment that exists, as RFC 3339 has it. */
export function moment(): Shape<string> {
  const pattern = new RegExp(`^${DAY}T\\d\\d:\\d\\d(:\\d\\d(\\.\\d{1,9})?)?(Z|[+-]\\d\\d:?\\d\\d)$`);
  return { node: { kind: 'text', min: 16, max: 40, pattern, time: 'moment' } };
}

/** What rows are known by. */
export const uuid: Shape<string> = text(36, 36, /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i);

/** A number within inclusive limits. */
export function number(min: number, max: number): Shape<number> {
  return { node: { kind: 'number', min, max, whole: false } };
}

/** A whole number within inclusive limits. */
export function whole(min: number, max: number): Shape<number> {
  return { node: { kind: 'number', min, max, whole: true } };
}

/** Yes or no. */
export function boolean(): Shape<boolean> {
  return { node: { kind: 'boolean' } };
}

/** One of the values named. */
export function oneOf<const V extends readonly (string | number)[]>(...values: V): Shape<V[number]> {
  return { node: { kind: 'oneOf', values } };
}

/** A list of `min` to `max` entries. */
export function list<T>(of: Shape<T>, max: number, min = 0): Shape<T[]> {
  return { node: { kind: 'list', of: of.node, min, max } };
}

/** An object with exactly these fields. */
export function object<F extends Fields>(fields: F): Shape<ObjectOf<F>> {
  return { node: { kind: 'object', fields: Object.fromEntries(Object.entries(fields).map(([k, s]) => [k, s.node])) } };
}

/** Values by name, at most `max` of them. */
export function record<T>(of: Shape<T>, max: number): Shape<Record<string, T>> {
  return { node: { kind: 'record', of: of.node, max } };
}

/** The value or null: asked, and not known. */
export function nullable<T>(of: Shape<T>): Shape<T | null> {
  return { node: { kind: 'nullable', of: of.node } };
}

/** Whatever it is: the one who takes it checks it against another shape. */
export function anything(): Shape<NonNullable<unknown> | null> {
  return { node: { kind: 'anything' } };
}

/** A field that may be missing. */
export function optional<T>(of: Shape<T>): Shape<T | undefined> {
  return { node: { kind: 'optional', of: of.node } };
}

/** One of several objects, told apart by the field `on`. */
export function either<const S extends readonly Shape<unknown>[]>(on: string, ...of: S): Shape<Infer<S[number]>> {
  return { node: { kind: 'either', on, of: of.map((shape) => shape.node) } };
}
