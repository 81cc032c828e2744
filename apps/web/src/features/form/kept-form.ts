import { factShapes, type Shape } from '@udrel/contract/shapes';
import type { JobView } from '@udrel/contract/types';
import type { EntryKey, JobFacts } from '@udrel/core/facts';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import { useJobChange, type JobChange } from '../job/useJobChange';
import { keepTyped, sending, typedValue, type Typed } from '../typed/typed';
import { keepSeen, seenWhenBegun, typedFact } from '../typed/typed-fact';
import { useShapedForm, type ShapedForm, type ShapedFormOf } from './shaped-form';

type Where = Pick<Typed, 'address' | 'what'>;

/** The shape of each fact. */
const shapeOf: { readonly [K in EntryKey]: Shape<NonNullable<JobFacts[K]>> } = factShapes;

/** What a form begins with, and over it each part that is kept of what was typed. */
export function withTyped<T extends FieldValues>(where: Where, begin: T): T {
  const parts = Object.keys(begin).flatMap((field) => {
    const kept = typedValue<unknown>({ ...where, field });
    return kept === null ? [] : [[field, kept] as const];
  });
  // An earlier page kept a form as a whole.
  const whole = typedValue<unknown>(where);
  return { ...begin, ...(typeof whole === 'object' ? whole : {}), ...Object.fromEntries(parts) };
}

/** A form whose typing is kept. */
export interface KeptForm<T extends FieldValues, B> extends ShapedForm<T, B> {
  /**
   * Says that what was submitted last was taken: it is forgotten. Answers false, and forgets nothing, where it was typed on
   * meanwhile.
   */
  taken: () => boolean;
}

/**
 * A form that outlives its page: a reload, a dead tab, another view. What is typed is kept by the parts of the form, until
 * it is forgotten: it was recorded, or given up.
 *
 * @param of.completed what an earlier page kept, with what the form has by now
 * @param of.leftOut what must not lie in the browser taken out of what is kept
 */
export function useKeptForm<T extends FieldValues, B>(
  where: Where,
  of: ShapedFormOf<T, B> & { completed?: (kept: T) => T; leftOut?: (typed: T) => T; onTyped?: () => void },
  values?: T | undefined,
): KeptForm<T, B> {
  const [begun] = useState(() => {
    const kept = withTyped(where, of.begin);
    return of.completed?.(kept) ?? kept;
  });
  const form = useShapedForm({ ...of, begin: begun }, values);
  const { watch } = form;
  const keep = useEffectEvent((typed: T, name: string) => {
    of.onTyped?.();
    const [part = name] = name.split('.');
    const kept: FieldValues = of.leftOut?.(typed) ?? typed;
    keepTyped({ ...where, field: part }, kept[part]);
  });
  useEffect(() => {
    const { unsubscribe } = watch((typed, { name }) => {
      // A form that begins anew was not typed in.
      if (name !== undefined) keep(typed as T, name);
    });
    return unsubscribe;
  }, [watch]);
  const sent = useRef<() => boolean>(() => true);
  const handleSubmit: ShapedForm<T, B>['handleSubmit'] = (valid, invalid) => {
    const submit = form.handleSubmit(valid, invalid);
    return (event) => {
      sent.current = sending(where);
      return submit(event);
    };
  };
  return { ...form, handleSubmit, taken: () => sent.current() };
}

/** The form of a fact, with recording it. */
export interface FactForm<T extends FieldValues, K extends EntryKey> {
  busy: JobChange['busy'];
  form: ShapedForm<T, NonNullable<JobFacts[K]>>;
  /** Records the fact as it is typed, with what a button says beside it; or says at its field what is wrong. Answers whether it was taken. */
  save: (said?: Partial<NonNullable<JobFacts[K]>>) => Promise<boolean>;
}

/**
 * A fact being typed; it is forgotten when it is recorded. While nothing of it is typed, the form follows what is known:
 * another person, or a file, may have told it meanwhile.
 */
export function useFactForm<T extends FieldValues, K extends EntryKey>(
  job: Pick<JobView, 'tag' | 'version' | 'snapshot'>,
  key: K,
  of: Pick<ShapedFormOf<T, NonNullable<JobFacts[K]>>, 'begin' | 'read' | 'nameOf'>,
): FactForm<T, K> {
  const { record, busy, error } = useJobChange(job);
  const form = useKeptForm(
    typedFact(job, key),
    {
      ...of,
      shape: shapeOf[key],
      within: 'value.',
      error,
      onTyped: () => keepSeen(job, key),
    },
    seenWhenBegun(job, key) === undefined ? of.begin : undefined,
  );
  const save: FactForm<T, K>['save'] = async (said) => {
    let taken = false;
    await form.handleSubmit(async (value) => {
      taken = (await record(key, { ...value, ...said }, form.taken)) !== null;
    })();
    return taken;
  };
  return { form, busy, save };
}
