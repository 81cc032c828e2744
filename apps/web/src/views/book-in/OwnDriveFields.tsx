import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useWatch } from 'react-hook-form';
import { M2_LENGTHS } from '@udrel/core/fit';
import { Field, Tick } from '../../features/form/Field';
import type { DeviceFields } from './booking-form';
import { emptyOwn, OWN_SHAPES, type OwnDraft } from './own-drive';
import styles from './book-in.module.css';

/** A drive that the customer brings along, from its label. What is on it is lost: that must be said. */
export function OwnDriveFields({ form, at }: DeviceFields) {
  const name = `${at}.own` as const;
  const own = useWatch({ control: form.control, name });
  const change = (next: OwnDraft | null) => form.setValue(name, next);
  if (!own) {
    return (
      <div className={styles.group}>
        <Button onClick={() => change(emptyOwn())}>The customer brings a drive</Button>
      </div>
    );
  }
  return (
    <fieldset className={styles.own}>
      <legend>The customer’s own drive</legend>
      <Field form={form} name={`${name}.serial`} label="Its serial" serial />
      <Field form={form} name={`${name}.maker`} label="Its maker" />
      <Field form={form} name={`${name}.name`} label="Its model" />
      <Field form={form} name={`${name}.size`} label="Its capacity" />
      <Field form={form} name={`${name}.shape`} label="Its shape" choices={OWN_SHAPES} />
      {own.shape !== '2.5 inch SATA' && (
        <TextField
          select
          label="Length and sides"
          value={`${own.length} ${own.doubleSided ? 'D' : 'S'}`}
          onChange={(event) => {
            const [length, sides] = event.target.value.split(' ');
            change({ ...own, length: Number(length) as OwnDraft['length'], doubleSided: sides === 'D' });
          }}
          slotProps={{ select: { native: true } }}
        >
          {M2_LENGTHS.flatMap((length) => [
            <option key={`${length}S`} value={`${length} S`}>
              22{length}, one side
            </option>,
            <option key={`${length}D`} value={`${length} D`}>
              22{length}, both sides
            </option>,
          ])}
        </TextField>
      )}
      <Tick
        form={form}
        name={`${name}.mayBeOverwritten`}
        label="The customer agrees that everything on it is lost"
        className={styles.line}
      />
      <div className={styles.line}>
        <Button onClick={() => change(null)}>No own drive</Button>
      </div>
    </fieldset>
  );
}
