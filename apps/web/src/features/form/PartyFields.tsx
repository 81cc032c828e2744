import type { FieldPath, FieldValues } from 'react-hook-form';
import { Field } from './Field';
import type { ShapedForm } from './shaped-form';

/**
 * Where somebody is, and by which number for tax: of the shop, of a customer, on a bill.
 *
 * @param props.within where it stands in the form, such as `buyer.`
 * @param props.wide the class of the fields that want room
 */
export function PartyFields<T extends FieldValues, B>(props: {
  form: ShapedForm<T, B>;
  within?: string;
  wide?: string | undefined;
}) {
  const { form, within = '', wide = '' } = props;
  const named = (field: string) => `${within}${field}` as FieldPath<T>;
  return (
    <>
      <Field
        form={form}
        name={named('taxId')}
        label="Number for tax"
        help="with the letters of its country"
        className={wide}
      />
      <Field form={form} name={named('street')} label="Street" className={wide} />
      <Field form={form} name={named('town')} label="Town" className={wide} />
      <Field form={form} name={named('postcode')} label="Postcode" />
      <Field form={form} name={named('country')} label="Country, two letters" help="ISO 3166, such as EE" />
    </>
  );
}
