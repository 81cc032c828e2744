import Button from '@mui/material/Button';
import { useFieldArray } from 'react-hook-form';
import { Field } from '../../features/form/Field';
import type { DeviceFields } from './booking-form';
import styles from './book-in.module.css';

/** Things left with us, each with a storage place. */
export function BelongingsFields({ form, at }: DeviceFields) {
  const name = `${at}.belongings` as const;
  const { fields, append, remove } = useFieldArray({ control: form.control, name, keyName: 'key' });
  return fields.map(({ key }, index) => (
    <div key={key} className={styles.belongings}>
      <Field
        form={form}
        name={`${name}.${index}.name`}
        label={index === 0 ? 'Left with us: charger, dock …' : 'Left with us'}
      />
      <Field form={form} name={`${name}.${index}.place`} label="Storage place" />
      {index === fields.length - 1 ? (
        <Button onClick={() => append({ name: '', place: '' })}>Another</Button>
      ) : (
        <Button onClick={() => remove(index)}>Remove</Button>
      )}
    </div>
  ));
}
