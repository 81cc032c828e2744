import type { FieldPath, FieldValues } from 'react-hook-form';
import { Field } from '../form/Field';
import type { ShapedForm } from '../form/shaped-form';
import { fieldsOf, type ModelSite } from './site-draft';

/** The fields of a site by its form factor, as they are typed; `within` is where they stand in the form. */
export function SiteFields<T extends FieldValues, B>(props: {
  form: ShapedForm<T, B>;
  within: FieldPath<T>;
  factor: ModelSite['form'];
  first?: boolean;
}) {
  const { form, within, factor, first = false } = props;
  return fieldsOf(factor).map(({ name, label, kind, choices }, index) => (
    <Field
      key={name}
      form={form}
      name={`${within}.${name}` as FieldPath<T>}
      label={label}
      autoFocus={first && index === 0}
      shrink
      {...(kind === 'choice' && choices ? { choices } : {})}
    />
  ));
}
