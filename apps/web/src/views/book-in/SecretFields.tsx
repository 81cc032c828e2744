import Button from '@mui/material/Button';
import { useFieldArray, useWatch } from 'react-hook-form';
import { Field } from '../../features/form/Field';
import type { DeviceFields } from './booking-form';
import styles from './book-in.module.css';

const SECRET = { className: 'mono', autoComplete: 'off', spellCheck: false } as const;

/** Passwords needed while the job lasts. They are encrypted when sent and erased at the end. */
export function SecretFields({ form, at }: DeviceFields) {
  const name = `${at}.secrets` as const;
  const { fields, append, remove } = useFieldArray({ control: form.control, name, keyName: 'key' });
  const secrets = useWatch({ control: form.control, name });
  return (
    <div className={styles.group}>
      {fields.map(({ key }, index) => (
        <div key={key} className={styles.belongings}>
          <Field
            form={form}
            name={`${name}.${index}.label`}
            label="Secret: what it opens"
            placeholder="start-up password"
          />
          <Field
            form={form}
            name={`${name}.${index}.text`}
            label="The secret itself"
            help={secrets[index]?.text ? undefined : 'not kept in this browser: type it before booking in'}
            html={SECRET}
          />
          <Button onClick={() => remove(index)}>Remove</Button>
        </div>
      ))}
      <Button onClick={() => append({ label: '', text: '' })}>
        {fields.length === 0 ? 'A password is needed' : 'Another secret'}
      </Button>
    </div>
  );
}
