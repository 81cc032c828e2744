import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useBookInMutation } from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { Foot, Key, Sheet, TroubleNote } from '../../ui';
import { CustomerField } from './CustomerField';
import { bookingOf, emptyDraft, keepDraft, keptDraft, type Draft } from './draft';
import { Glance } from './Glance';
import { ModelField } from './ModelField';
import { ThingsFields } from './ThingsFields';
import styles from './book-in.module.css';

/** Booking in on one page, by keyboard alone. What is typed stays when the page is left. */
export default function BookInPage() {
  const [draft, setDraft] = useState<Draft>(keptDraft);
  const [missing, setMissing] = useState<Record<string, string>>({});
  const [bookIn, { isLoading, error }] = useBookInMutation();
  const navigate = useNavigate();

  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    keepDraft(next);
  };
  const trouble = (field: string) => missing[field] ?? fieldTrouble(error, field);

  async function submit(): Promise<void> {
    const booking = bookingOf(draft);
    setMissing(booking.ok ? {} : booking.problems);
    if (!booking.ok) return;
    const answer = await bookIn(booking.body);
    if (!answer.data) return;
    keepDraft(null);
    void navigate(`/jobs/${answer.data.tag}/book-in`);
  }

  const field = (
    key: 'serial' | 'complaint' | 'condition' | 'price' | 'least',
    label: string,
    at: string,
    more = {},
  ) => (
    <TextField
      label={label}
      value={draft[key]}
      onChange={(event) => change({ [key]: event.target.value })}
      error={trouble(at) !== undefined}
      helperText={trouble(at)}
      {...more}
    />
  );

  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <h1 style={{ padding: '6px 0 10px' }}>Book in</h1>
      <div className={styles.grid}>
        <Sheet>
          <div className={styles.form}>
            <CustomerField draft={draft} change={change} trouble={trouble} />
            <div className={styles.half}>
              <ModelField
                model={draft.model}
                choose={(model) => change({ model })}
                trouble={trouble('device.modelId')}
              />
            </div>
            <div className={styles.half}>
              {field('serial', 'Serial of the device', 'device.serial', {
                slotProps: { htmlInput: { className: 'mono' } },
              })}
            </div>
            <div className={styles.third}>
              <TextField
                select
                label="Wish"
                value={draft.wish}
                onChange={(event) => {
                  const wish = event.target.value as Draft['wish'];
                  change({ wish, least: wish === 'memory' ? '16 GiB' : '480 GB' });
                }}
                slotProps={{ select: { native: true } }}
                error={trouble('wish.kind') !== undefined}
                helperText={trouble('wish.kind')}
              >
                <option value="new drive">new drive</option>
                <option value="memory">more memory</option>
              </TextField>
            </div>
            <div className={styles.third}>
              {field('least', draft.wish === 'memory' ? 'Memory in all, at least' : 'Drive, at least', 'wish.least')}
            </div>
            <div className={styles.third}>
              <TextField
                type="datetime-local"
                label="Promised"
                value={draft.promised}
                onChange={(event) => change({ promised: event.target.value })}
                error={trouble('promisedAt') !== undefined}
                helperText={trouble('promisedAt')}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            </div>
            <div className={styles.full}>
              {field('complaint', 'Complaint, in the customer’s words', 'complaint', { multiline: true, minRows: 2 })}
            </div>
            <div className={styles.full}>
              {field('condition', 'Condition on arrival: cracks, marks, missing screws', 'condition', {
                multiline: true,
              })}
            </div>
            <ThingsFields things={draft.things} change={(things) => change({ things })} />
            <div className={styles.third}>{field('price', 'Price agreed', 'price')}</div>
          </div>
        </Sheet>
        <div style={{ display: 'grid', gap: 14 }}>
          <Glance model={draft.model} />
          <TroubleNote error={error} />
          {Object.keys(missing).length > 0 && <p className="danger">Fill in what is marked.</p>}
          <Foot note={<Key>Ctrl+Enter</Key>}>
            <Button
              onClick={() => {
                setMissing({});
                setDraft(emptyDraft());
                keepDraft(null);
              }}
            >
              Clear
            </Button>
            <Button type="submit" variant="contained" disabled={isLoading}>
              Book in
            </Button>
          </Foot>
        </div>
      </div>
    </form>
  );
}
