import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useBookInMutation } from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { Foot, Key, Sheet, TroubleNote } from '../../ui';
import { useTyped } from '../../features/typed/typed';
import { CustomerField } from '../../features/pickers/CustomerField';
import { DeviceForm } from './DeviceForm';
import { bookingOf, emptyDevice, emptyDraft, completed, withoutSecrets, type DeviceDraft, type Draft } from './draft';
import { Glance } from './Glance';
import styles from './book-in.module.css';

/** Booking in on one page, by keyboard alone. What is typed stays when the page is left; secrets do not. */
export default function BookInPage() {
  const [kept, setKept, forget] = useTyped<Draft>({ address: '/book-in', what: 'Booking' }, emptyDraft);
  const [draft, setDraft] = useState(() => completed(kept));
  const [at, setAt] = useState(0);
  const [missing, setMissing] = useState<Record<string, string>>({});
  const [bookIn, { isLoading, error, reset }] = useBookInMutation();
  const navigate = useNavigate();
  const here = Math.min(at, draft.devices.length - 1);
  const device = draft.devices[here] ?? emptyDevice();

  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    setKept(withoutSecrets(next));
  };
  const changeDevice = (part: Partial<DeviceDraft>) =>
    change({ devices: draft.devices.map((one, n) => (n === here ? { ...one, ...part } : one)) });
  const trouble = (field: string) => missing[field] ?? fieldTrouble(error, field);
  const begin = () => {
    setMissing({});
    reset();
    setDraft(emptyDraft());
    setAt(0);
    forget();
  };

  async function submit(): Promise<void> {
    const booking = bookingOf(draft);
    setMissing(booking.ok ? {} : booking.problems);
    const first = booking.ok ? undefined : Object.keys(booking.problems).find((field) => field.startsWith('jobs.'));
    if (first) setAt(Number(first.split('.')[1]));
    if (!booking.ok) return;
    const { data } = await bookIn({ body: booking.body });
    const [job] = data?.jobs ?? [];
    if (!job) return;
    forget();
    void navigate(`/jobs/${job.tag}/book-in`);
  }

  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <title>Book in, Udrel</title>
      <h1 style={{ padding: '6px 0 10px' }}>Book in</h1>
      <div className={styles.grid}>
        <Sheet>
          <div className={styles.form}>
            <CustomerField draft={draft} change={change} trouble={trouble} />
          </div>
          <Devices
            devices={draft.devices}
            here={here}
            go={setAt}
            remove={() => {
              change({ devices: draft.devices.filter((_one, n) => n !== here) });
              setAt(Math.max(0, here - 1));
            }}
          />
          <DeviceForm
            key={here}
            device={device}
            change={changeDevice}
            trouble={(field) => trouble(`jobs.${here}.${field}`)}
          />
        </Sheet>
        <div className={styles.side}>
          <Glance
            device={device}
            take={(known) =>
              change({
                ...(draft.customer || draft.name
                  ? {}
                  : {
                      customer: { ...known.customer, email: '', openJobs: 0 },
                      name: known.customer.name,
                      phone: known.customer.phone,
                    }),
                devices: draft.devices.map((one, n) => (n === here ? { ...one, model: known.model, stub: null } : one)),
              })
            }
          />
          <TroubleNote error={error} />
          {Object.keys(missing).length > 0 && <p className="danger">Fill in what is marked.</p>}
          <Foot note="Did they bring more than one?">
            <Button
              onClick={() => {
                change({ devices: [...draft.devices, emptyDevice()] });
                setAt(draft.devices.length);
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
    </form>
  );
}

/** The devices of an order of several: one of them is open. */
function Devices({
  devices,
  here,
  go,
  remove,
}: {
  devices: readonly DeviceDraft[];
  here: number;
  go: (index: number) => void;
  remove: () => void;
}) {
  if (devices.length === 1) return null;
  return (
    <div className={styles.devices} role="group" aria-label="Devices of this order">
      {devices.map((one, index) => (
        <button key={index} type="button" aria-pressed={index === here} onClick={() => go(index)}>
          {one.model?.name || one.stub?.name || `Device ${index + 1}`}
        </button>
      ))}
      <Button size="small" onClick={remove}>
        Remove this one
      </Button>
    </div>
  );
}
