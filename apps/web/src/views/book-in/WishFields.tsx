import Button from '@mui/material/Button';
import { useFieldArray, useWatch } from 'react-hook-form';
import { excludeEachOther, WISH_KINDS } from '@udrel/core/steps';
import { Field } from '../../features/form/Field';
import type { DeviceFields } from './booking-form';
import type { WishDraft } from './draft';
import styles from './book-in.module.css';

type Kind = WishDraft['kind'];

const USUAL: Readonly<Record<Kind, string>> = {
  'new drive': '480 GB',
  'new drive beside': '480 GB',
  'added drive': '1 TB',
  'fresh installation': '480 GB',
  memory: '16 GiB',
};
const NAMES: Readonly<Record<Kind, string>> = {
  'new drive': 'new drive, everything comes along',
  'new drive beside': 'new drive to start from, the old one stays in for data',
  'added drive': 'another drive beside it',
  'fresh installation': 'new drive, installed afresh',
  memory: 'more memory',
};
const AND: Readonly<Record<Kind, string>> = {
  'new drive': 'And a new drive',
  'new drive beside': 'And a new drive beside the old one',
  'added drive': 'And another drive',
  'fresh installation': 'And a fresh drive',
  memory: 'And more memory',
};

const taken = (kind: Kind, others: readonly WishDraft[]) => others.some((one) => excludeEachOther(one.kind, kind));

/** What the customer wants, one wish of each kind; all of it is done in one opening. */
export function WishFields({ form, at }: DeviceFields) {
  const name = `${at}.wishes` as const;
  const { fields, append, remove } = useFieldArray({ control: form.control, name, keyName: 'key' });
  const wishes = useWatch({ control: form.control, name });
  const further = (['memory', 'new drive', 'added drive'] as const).filter((kind) => !taken(kind, wishes));
  const others = (index: number) => wishes.filter((_one, n) => n !== index);
  return (
    <>
      {fields.map(({ key }, index) => (
        <div key={key} className={styles.wish}>
          <Field
            form={form}
            name={`${name}.${index}.kind`}
            label="Wish"
            choices={WISH_KINDS.filter((kind) => kind === wishes[index]?.kind || !taken(kind, others(index))).map(
              (kind) => [kind, NAMES[kind]] as const,
            )}
            onChosen={(kind) => form.setValue(`${name}.${index}.least`, USUAL[kind as Kind])}
          />
          <Field
            form={form}
            name={`${name}.${index}.least`}
            label={wishes[index]?.kind === 'memory' ? 'Memory in all, at least' : 'Drive, at least'}
          />
          {fields.length > 1 && <Button onClick={() => remove(index)}>Remove</Button>}
        </div>
      ))}
      {further.length > 0 && (
        <div className={styles.further}>
          {further.map((kind) => (
            <Button key={kind} onClick={() => append({ kind, least: USUAL[kind] })}>
              {AND[kind]}
            </Button>
          ))}
        </div>
      )}
    </>
  );
}
