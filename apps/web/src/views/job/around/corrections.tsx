import type { Station } from '@udrel/core/stations';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Correction, JobView, ModelView } from '@udrel/contract/types';
import { ENDS, type End } from '@udrel/core/steps';
import { fieldMoment } from '../../../format/time';
import { CustomerField, type CustomerDraft } from '../../../features/pickers/CustomerField';
import { Field, When } from '../../../features/form/Field';
import { ModelChoice } from '../../../features/pickers/ModelField';
import { SerialField } from '../../../ui/SerialField';
import { CorrectionDialog } from './CorrectionDialog';
import styles from '../../../features/job/job.module.css';
import { fromShopClock } from '../../../format/shop-formats';
import { fieldAmount, minorOf } from '../../../format/units';

interface Props {
  job: JobView;
  close: () => void;
}

const none = () => undefined;

/** The order belongs to somebody else. */
export function CorrectCustomer({ job, close }: Props) {
  const [draft, setDraft] = useState<CustomerDraft>({ customer: null, name: '', phone: '' });
  const { customer, name, phone } = draft;
  const given = customer
    ? { id: customer.id, name: customer.name, phone: '', email: '' }
    : { id: null, name, phone, email: '' };
  const correction: Correction | null = given.name.trim() === '' ? null : { what: 'customer', customer: given };
  return (
    <CorrectionDialog
      {...{ job, close, correction }}
      kind="booking"
      title={`${job.tag}: another customer`}
      deed="Correct the customer"
    >
      <div className={styles.fields}>
        <CustomerField draft={draft} change={(part) => setDraft({ ...draft, ...part })} trouble={none} />
      </div>
    </CorrectionDialog>
  );
}

/** Name, phone or mail of this customer was typed wrong. */
export function CorrectDetails({ job, close }: Props) {
  const { name, phone, email } = job.customer;
  const form = useForm({ defaultValues: { name, phone, email } });
  const given = useWatch({ control: form.control }) as Record<'name' | 'phone' | 'email', string>;
  const correction: Correction | null =
    form.formState.isDirty && given.name.trim() ? { what: 'customer details', ...given } : null;
  return (
    <CorrectionDialog
      {...{ job, close, correction }}
      kind="booking"
      title={`${name}: how they are called and reached`}
      deed="Correct the details"
    >
      <Field form={form} name="name" label="Name" />
      <Field form={form} name="phone" label="Phone" />
      <Field form={form} name="email" label="Mail" />
    </CorrectionDialog>
  );
}

/** The serial was read wrong. */
export function CorrectSerial({ job, close }: Props) {
  const [serial, setSerial] = useState('');
  const correction: Correction | null = serial.trim().length < 3 ? null : { what: 'serial', serial };
  return (
    <CorrectionDialog
      {...{ job, close, correction }}
      kind="booking"
      title={`${job.tag}: the serial is not ${job.device.serial}`}
      deed="Correct the serial"
    >
      <SerialField autoFocus label="Serial of the device" value={serial} set={setSerial} />
    </CorrectionDialog>
  );
}

/** The device is another model, or the stub from the counter turns out to be a known one. */
export function CorrectModel({ job, close }: Props) {
  const [model, setModel] = useState<ModelView | null>(null);
  const [typed, setTyped] = useState('');
  const correction: Correction | null = model ? { what: 'model', modelId: model.id } : null;
  const { maker, name } = job.device.model;
  return (
    <CorrectionDialog
      {...{ job, close, correction }}
      kind="work"
      title={`${job.tag}: it is not a ${maker} ${name}`}
      deed="Correct the model"
    >
      <ModelChoice model={model} choose={setModel} typed={typed} type={setTyped} trouble={undefined} />
    </CorrectionDialog>
  );
}

/** What was written down at the counter. */
export function CorrectBooking({ job, close }: Props) {
  const opened = {
    complaint: job.complaint,
    condition: job.condition,
    promised: job.promisedAt ? fieldMoment(new Date(job.promisedAt)) : '',
    price: job.price === null ? '' : fieldAmount(job.price),
  };
  const form = useForm({ defaultValues: opened });
  const given = useWatch({ control: form.control }) as typeof opened;
  const price = minorOf(given.price);
  const promised = given.promised === '' ? null : fromShopClock(given.promised);
  const sound = price !== undefined && (promised === null || !Number.isNaN(promised.getTime()));
  // A moment that was not touched keeps its seconds.
  const promisedAt = !form.formState.dirtyFields.promised ? job.promisedAt : (promised?.toISOString() ?? null);
  const correction: Correction | null =
    sound && form.formState.isDirty && given.complaint.trim()
      ? { what: 'booking', complaint: given.complaint, condition: given.condition, promisedAt, price }
      : null;
  return (
    <CorrectionDialog
      {...{ job, close, correction }}
      kind="booking"
      title={`${job.tag}: what was booked in`}
      deed="Correct the booking"
    >
      <Field form={form} name="complaint" label="Complaint, in the customer’s words" multiline />
      <Field form={form} name="condition" label="Condition on arrival" multiline />
      <When form={form} name="promised" label="Promised" time />
      <Field
        form={form}
        name="price"
        label="Price told, tax included"
        help={price === undefined ? 'Type an amount such as 129.00.' : undefined}
        wrong={price === undefined}
      />
    </CorrectionDialog>
  );
}

/** Back to a station: its stamps and those after it fall. */
export function GoBack({ job, close, station }: Props & { station: Station }) {
  return (
    <CorrectionDialog
      {...{ job, close }}
      kind="work"
      correction={{ what: 'station', station }}
      title={`${job.tag}: back to ${station}`}
      deed={`Back to ${station}`}
    />
  );
}

const MEANS: Readonly<Record<End['kind'], string>> = {
  declined: 'the customer does not want it at this price',
  'not worth it': 'we advise against it',
  withdrawn: 'the customer wants it back as it is',
  'not collected': 'nobody fetches it',
};

/** The job ends without its work. */
export function EndWithoutWork({ job, close }: Props) {
  const [kind, setKind] = useState<End['kind']>('declined');
  return (
    <CorrectionDialog
      {...{ job, close }}
      kind="end"
      correction={{ what: 'end', kind }}
      title={`${job.tag}: end without work`}
      deed="End it so"
    >
      <div role="radiogroup" aria-label="How it ends" className={styles.ends}>
        {ENDS.map((one) => (
          <label key={one}>
            <input type="radio" name="end" checked={one === kind} onChange={() => setKind(one)} />
            <b>{one}</b> <span className="sub">{MEANS[one]}</span>
          </label>
        ))}
      </div>
    </CorrectionDialog>
  );
}

/** The customer wants it done after all. */
export function GoOn({ job, close }: Props) {
  return (
    <CorrectionDialog
      {...{ job, close }}
      kind="end"
      correction={{ what: 'go on' }}
      title={`${job.tag}: go on after all`}
      deed="Go on with it"
    />
  );
}
