import Button from '@mui/material/Button';
import { useState } from 'react';
import { useController, useFieldArray, useWatch, type FieldPath } from 'react-hook-form';
import { useLocation, useNavigate } from 'react-router';
import { orderEndpoints } from '@udrel/contract/endpoints';
import type { KnownDevice, VisitView } from '@udrel/contract/types';
import { useBookInMutation } from '../../api/api';
import { troubleOf } from '../../api/problem';
import { Foot, Key, Sheet } from '../../ui';
import { FormTrouble } from '../../features/form/Field';
import { useKeptForm } from '../../features/form/kept-form';
import { forgetTyped } from '../../features/typed/typed';
import { CustomerField, type CustomerDraft } from '../../features/pickers/CustomerField';
import { Alike } from './Alike';
import type { BookingForm } from './booking-form';
import { DeviceForm } from './DeviceForm';
import { bookingOf, emptyDevice, emptyDraft, completed, draftOf, fieldOf, withoutSecrets, type Draft } from './draft';
import { Glance } from './Glance';
import styles from './book-in.module.css';

const BOOKING = { address: '/book-in', what: 'Booking' };

/** Booking in on one page, by keyboard alone. What is typed stays when the page is left; secrets do not. */
export default function BookInPage() {
  const [bookIn, { isLoading, error, reset }] = useBookInMutation();
  const visit = (useLocation().state as { visit?: VisitView } | null)?.visit ?? null;
  const form = useKeptForm(BOOKING, {
    begin: draftOf(visit),
    read: bookingOf,
    shape: orderEndpoints.bookIn.body,
    nameOf: fieldOf,
    error,
    completed,
    leftOut: withoutSecrets,
  });
  const { control, formState } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'devices', keyName: 'key' });
  const [at, setAt] = useState(0);
  const [alike, setAlike] = useState(false);
  const navigate = useNavigate();
  const here = Math.min(at, fields.length - 1);

  const begin = () => {
    reset();
    form.reset(emptyDraft());
    setAt(0);
    forgetTyped(BOOKING);
  };
  const submit = form.handleSubmit(
    async (body) => {
      const answer = await bookIn({ body });
      const wrong = troubleOf(answer.error)?.problem?.problems?.map(({ field }) => /^jobs\.(\d+)/.exec(field)?.[1]);
      const [index] = wrong ?? [];
      if (index) setAt(Number(index));
      const [job] = answer.data?.jobs ?? [];
      if (!job) return;
      forgetTyped(BOOKING);
      void navigate(`/jobs/${job.tag}/book-in`);
    },
    ({ devices }) => {
      const [index] = Object.keys(devices ?? {});
      if (index) setAt(Number(index));
    },
  );

  return (
    <form noValidate onSubmit={(event) => void submit(event)}>
      <title>Book in, Udrel</title>
      <h1 style={{ padding: '6px 0 10px' }}>Book in</h1>
      {visit && (
        <p role="status" className="sub">
          {visit.tag} {visit.customer} came: {[visit.wishes.join(', '), visit.note].filter(Boolean).join('. ')}
        </p>
      )}
      <div className={styles.grid}>
        <Sheet>
          <div className={styles.form}>
            <Customer form={form} />
          </div>
          <Devices
            form={form}
            here={here}
            go={setAt}
            remove={() => {
              remove(here);
              setAt(Math.max(0, here - 1));
            }}
          />
          <DeviceForm key={fields[here]?.key} form={form} at={`devices.${here}`} />
        </Sheet>
        <div className={styles.side}>
          <Seen form={form} here={here} />
          <FormTrouble form={form} />
          {Object.keys(formState.errors).length > 0 && <p className="danger">Fill in what is marked.</p>}
          <Foot note="Did they bring more than one?">
            <Button onClick={() => setAlike(true)}>More like this one …</Button>
            <Button
              onClick={() => {
                append(emptyDevice());
                setAt(fields.length);
              }}
            >
              Another device
            </Button>
          </Foot>
          <Foot note={<Key>Ctrl+Enter</Key>}>
            <Button onClick={begin}>Clear</Button>
            <Button type="submit" variant="contained" disabled={isLoading}>
              Book in
            </Button>
          </Foot>
        </div>
      </div>
      {alike && (
        <Alike
          device={form.getValues(`devices.${here}`)}
          there={form.getValues('devices').map(({ serial }) => serial)}
          take={(devices) => append(devices, { shouldFocus: false })}
          close={() => setAlike(false)}
        />
      )}
    </form>
  );
}

function setAll(form: BookingForm, part: Partial<Draft>): void {
  for (const [name, value] of Object.entries(part)) {
    form.setValue(name as FieldPath<Draft>, value as never);
    form.clearErrors(name as FieldPath<Draft>);
  }
}

function Customer({ form }: { form: BookingForm }) {
  const { control } = form;
  const customer = useWatch({ control, name: 'customer' });
  const name = useController({ control, name: 'name' });
  const phone = useController({ control, name: 'phone' });
  const draft: CustomerDraft = { customer, name: name.field.value, phone: phone.field.value };
  return (
    <CustomerField
      draft={draft}
      change={(part) => setAll(form, part)}
      trouble={(field) => (field === 'customer.name' ? name : phone).fieldState.error?.message}
      refs={{ name: name.field.ref, phone: phone.field.ref }}
    />
  );
}

/** What is known of the device that is open; a device that was here before is taken with its customer. */
function Seen({ form, here }: { form: BookingForm; here: number }) {
  const device = useWatch({ control: form.control, name: `devices.${here}` });
  const take = ({ customer, model }: KnownDevice) => {
    const booked = form.getValues();
    if (!booked.customer && !booked.name) {
      setAll(form, { customer: { ...customer, email: '', openJobs: 0 }, name: customer.name, phone: customer.phone });
    }
    form.setValue(`devices.${here}`, { ...device, model, stub: null });
  };
  const back = (tag: string) => form.setValue(`devices.${here}.returnOf`, tag, { shouldDirty: true });
  return <Glance device={device} take={take} back={back} />;
}

/** The devices of an order of several: one of them is open. */
function Devices(props: { form: BookingForm; here: number; go: (index: number) => void; remove: () => void }) {
  const { form, here, go, remove } = props;
  const devices = useWatch({ control: form.control, name: 'devices' });
  if (devices.length === 1) return null;
  return (
    <div className={styles.devices} role="group" aria-label="Devices of this order">
      {devices.map((one, index) => (
        <button key={index} type="button" aria-pressed={index === here} onClick={() => go(index)}>
          {one.model?.name || one.stub?.name || `Device ${index + 1}`}
          {one.serial && <span className="mono"> {one.serial.slice(-4)}</span>}
        </button>
      ))}
      <Button size="small" onClick={remove}>
        Remove this one
      </Button>
    </div>
  );
}
