import type { FieldValues } from 'react-hook-form';
import type { OpeningHours } from '@udrel/contract/types';
import { Field } from '../../features/form/Field';
import type { ShapedForm } from '../../features/form/shaped-form';
import styles from './shop.module.css';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** A week of hours as it is typed. */
export type TypedWeek = { from: string; until: string }[];

export const typedWeek = (week: OpeningHours['week']): TypedWeek =>
  week.map((one) => ({ from: one?.from ?? '', until: one?.until ?? '' }));

/** As it is kept: a day on which nothing is typed has no hours. */
export const weekOf = (typed: TypedWeek): OpeningHours['week'] =>
  typed.map(({ from, until }) =>
    from.trim() === '' && until.trim() === '' ? null : { from: from.trim(), until: until.trim() },
  );

/** From when until when on each day of the week. */
export function WeekFields<T extends FieldValues & { week: TypedWeek }, B>(props: {
  form: ShapedForm<T, B>;
  /** What stands where nothing is typed. */
  without: string;
}) {
  const { form, without } = props;
  return DAYS.map((name, day) => (
    <div key={name} className={styles.day} role="group" aria-label={name}>
      <span>{name}</span>
      <Field form={form} name={`week.${day}.from` as never} label="From" placeholder={without} shrink />
      <Field form={form} name={`week.${day}.until` as never} label="Until" placeholder={without} shrink />
    </div>
  ));
}
