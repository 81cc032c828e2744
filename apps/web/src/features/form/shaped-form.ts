import type { Shape } from '@udrel/contract/shapes';
import type { Problem } from '@udrel/contract/types';
import { useEffect, useEffectEvent, useRef } from 'react';
import {
  set,
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldPath,
  type FieldValues,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form';
import { troubleOf, type Trouble } from '../../api/problem';
import { refused } from '../../api/refused';

export type FieldProblem = NonNullable<Problem['problems']>[number];

/** What was typed, read: as it is sent, or what cannot be read of it; fields are named as in what is sent. */
export type Read<B> = { ok: true; body: B } | { ok: false; problems: readonly FieldProblem[] };

/** A form over a shape of the contract. `T` is what is typed, `B` what is sent. */
export interface ShapedFormOf<T extends FieldValues, B> {
  /** What the form begins with. */
  begin: T;
  read: (typed: T) => Read<B>;
  shape: Shape<B> | null;
  /** Where the value stands in what is sent, such as `value.`. */
  within?: string;
  /** The field of the form that holds a field of what is sent; the same name without it. */
  nameOf?: (field: string, typed: T) => string;
  /** What sending met: the fields that the server names wear it. */
  error: unknown;
}

export type ShapedForm<T extends FieldValues, B> = UseFormReturn<T, unknown, B>;

/** What is wrong with what was typed: what cannot be read of it, then what the server would refuse by the same shape. */
export function wrongIn<T extends FieldValues, B>(
  { read, shape, within = '' }: Pick<ShapedFormOf<T, B>, 'read' | 'shape' | 'within'>,
  typed: T,
): { problems: readonly FieldProblem[]; body?: B } {
  const told = read(typed);
  if (!told.ok) return told;
  const trouble = shape && troubleOf(refused(shape, told.body, within));
  return { problems: trouble?.problem?.problems ?? [], body: told.body };
}

/** Reads and checks what was typed as the server does; each problem stands at its field. */
export function resolverOf<T extends FieldValues, B>(
  form: Pick<ShapedFormOf<T, B>, 'read' | 'shape' | 'within' | 'nameOf'>,
): Resolver<T, unknown, B> {
  return (typed) => {
    const { problems, body } = wrongIn(form, typed);
    if (problems.length === 0 && body !== undefined) return { values: body as B & FieldValues, errors: {} };
    const errors: FieldErrors<T> = {};
    for (const { field, sentence } of problems) {
      set(errors, namedBy(form, field, typed), { type: 'shape', message: sentence });
    }
    return { values: {}, errors };
  };
}

function namedBy<T extends FieldValues, B>(
  { within = '', nameOf }: Pick<ShapedFormOf<T, B>, 'within' | 'nameOf'>,
  field: string,
  typed: T,
): string {
  const own = field.startsWith(within) ? field.slice(within.length) : field;
  return nameOf?.(own, typed) ?? own;
}

/** Where a form has what was wrong and stands at none of its fields. */
export const UNTOLD = 'root.server';

/** Everything that stands at a field of a form, each with the name of its field. */
export function problemsIn(errors: object, within = ''): FieldProblem[] {
  return Object.entries(errors).flatMap(([name, value]: [string, unknown]) => {
    const field = within + name;
    if (typeof value !== 'object' || value === null || name === 'ref' || field === 'root') return [];
    const { message } = value as { message?: unknown };
    return typeof message === 'string' ? [{ field, sentence: message }] : problemsIn(value, `${field}.`);
  });
}

/**
 * A form whose fields are checked with the shape that the server checks with: at first when it is sent, then as it is
 * mended. What the server finds wrong stands at its field too, or below the form where none holds it.
 */
export function useShapedForm<T extends FieldValues, B>(
  of: ShapedFormOf<T, B>,
  values?: T | undefined,
): ShapedForm<T, B> {
  const { begin, error } = of;
  const form = useForm<T, unknown, B>({
    defaultValues: begin as DefaultValues<T>,
    resolver: resolverOf(of),
    ...(values === undefined ? {} : { values }),
  });
  const { setError, getValues, control } = form;
  const tell = useEffectEvent(({ sentence, problem }: Trouble) => {
    const problems = problem?.problems ?? [];
    const named = problems.map((one) => ({ ...one, name: namedBy(of, one.field, getValues()) as FieldPath<T> }));
    const told = named.filter(({ name }) => control._names.mount.has(name));
    for (const [index, one] of told.entries()) {
      setError(one.name, { type: 'server', message: one.sentence }, { shouldFocus: index === 0 });
    }
    if (problems.length === 0 || told.length < problems.length) setError(UNTOLD, { message: sentence });
  });
  useEffect(() => {
    const trouble = troubleOf(error);
    if (trouble) tell(trouble);
  }, [error]);
  const sending = useRef(false);
  // Reading what was typed takes a moment: a second press within it is the same one.
  const handleSubmit: ShapedForm<T, B>['handleSubmit'] = (valid, invalid) => async (event) => {
    event?.preventDefault();
    if (sending.current) return;
    sending.current = true;
    try {
      await form.handleSubmit(valid, invalid)(event);
    } finally {
      sending.current = false;
    }
  };
  return { ...form, handleSubmit };
}
