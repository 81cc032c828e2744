import { BACKUP_STATES, CONSENTS } from '@udrel/core/facts';
import { useController, useWatch, type FieldPath } from 'react-hook-form';
import { useOwnConsentsQuery } from '../../api/after';
import { ConditionOutline } from '../../features/device/ConditionOutline';
import { Field, Ticks, When } from '../../features/form/Field';
import { ModelField, type ChosenModel } from '../../features/pickers/ModelField';
import type { DeviceFields } from './booking-form';
import type { Draft } from './draft';
import { HonestPromise } from './HonestPromise';
import { OwnDriveFields } from './OwnDriveFields';
import { SecretFields } from './SecretFields';
import { BelongingsFields } from './BelongingsFields';
import { WishFields } from './WishFields';
import columns from '../../ui/columns.module.css';
import styles from './book-in.module.css';

/** Everything noted of one device at the counter, in the order in which it is asked. */
export function DeviceForm({ form, at }: DeviceFields) {
  const { agreed } = useOwnConsentsQuery().data ?? { agreed: [] };
  const [backup, ticked] = useWatch({ control: form.control, name: [`${at}.backup`, `${at}.consents`] });
  // What was ticked in words that the shop has changed since, or that are not there without a connection, stays.
  const consents = [...new Set([...CONSENTS, ...agreed, ...ticked])];
  return (
    <div className={styles.form}>
      <div className={columns.half}>
        <Model form={form} at={at} />
      </div>
      <div className={columns.third}>
        <Field form={form} name={`${at}.serial`} label="Serial of the device" serial />
      </div>
      <div className={columns.one}>
        <Field form={form} name={`${at}.place`} label="Put at" />
      </div>
      <WishFields form={form} at={at} />
      <div className={columns.third}>
        <When form={form} name={`${at}.promised`} label="Promised" width="100%" time />
      </div>
      <div className={columns.third}>
        <Field form={form} name={`${at}.price`} label="Price told, tax included" />
      </div>
      <div className={columns.third}>
        <Field form={form} name={`${at}.limit`} label="Go ahead up to" />
      </div>
      <HonestPromise form={form} at={at} />
      <div className={columns.full}>
        <Field form={form} name={`${at}.complaint`} label="Complaint, in the customer’s words" multiline minRows={2} />
      </div>
      <div className={columns.third}>
        <Field
          form={form}
          name={`${at}.backup`}
          label="The customer’s own backup"
          choices={[['', 'not asked'], ...BACKUP_STATES]}
        />
      </div>
      <div className={columns['two-thirds']}>
        <Field form={form} name={`${at}.irreplaceable`} label="What is irreplaceable on it" disabled={backup === ''} />
      </div>
      <div className={columns.full}>
        <Field
          form={form}
          name={`${at}.condition`}
          label="Condition on arrival: cracks, marks, missing screws"
          multiline
        />
      </div>
      <div className={columns.full}>
        <Marks form={form} at={at} />
      </div>
      <BelongingsFields form={form} at={at} />
      <OwnDriveFields form={form} at={at} />
      <SecretFields form={form} at={at} />
      <fieldset className={styles.consents}>
        <legend>The customer agrees that</legend>
        <Ticks form={form} name={`${at}.consents`} options={consents} />
      </fieldset>
    </div>
  );
}

function Model({ form, at }: DeviceFields) {
  const name = `${at}.model` as const;
  const { field, fieldState } = useController({ control: form.control, name });
  const stub = useWatch({ control: form.control, name: `${at}.stub` });
  const wrong = fieldState.error?.message;
  const change = (part: Partial<ChosenModel>) => {
    for (const [key, value] of Object.entries(part)) form.setValue(`${at}.${key}` as FieldPath<Draft>, value as never);
    if (wrong) form.clearErrors(name);
  };
  return <ModelField device={{ model: field.value, stub }} change={change} trouble={wrong} inputRef={field.ref} />;
}

function Marks({ form, at }: DeviceFields) {
  const { field } = useController({ control: form.control, name: `${at}.marks` });
  return <ConditionOutline marks={field.value} change={field.onChange} />;
}
