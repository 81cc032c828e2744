import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useId, useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import type { SwitchedBesides as Besides } from '@udrel/core/facts';
import { OFTEN_SWITCHED } from '@udrel/core/steps';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { useJobChange } from '../../../features/job/useJobChange';
import { Foot, TroubleNote } from '../../../ui';
import styles from '../../../features/job/job.module.css';

interface Props {
  job: JobView;
  /** What it was switched for, where that is plain. */
  why?: string;
}

/** Whatever is switched, taken out or put on where nothing asks for it is noted as it is done, and is owed back. */
export function SwitchedBesides({ label = 'Something was switched for it …', ...props }: Props & { label?: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>{label}</Button>
      {open && <SwitchedDialog {...props} close={() => setOpen(false)} />}
    </>
  );
}

function SwitchedDialog({ job, why = '', close }: Props & { close: () => void }) {
  const titleId = useId();
  const namesId = useId();
  const known = job.snapshot.facts['switched besides']?.items ?? [];
  const { form, busy, save } = useFactForm(job, 'switched besides', {
    begin: { what: '', why, before: '' },
    read: (typed) => ({ ok: true, body: { items: [...known, typed] } }),
    nameOf: (field) => field.replace(/^items\.\d+\./, ''),
  });
  return (
    <Dialog open onClose={close} maxWidth="sm" fullWidth aria-labelledby={titleId}>
      <DialogTitle id={titleId}>Switched, taken out or put on</DialogTitle>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save().then((done) => done && close());
        }}
      >
        <DialogContent>
          <div className={styles.correcting}>
            <p className="sub">It is owed back before the device goes home.</p>
            <NotedSoFar job={job} items={known} />
            <Field
              form={form}
              name="what"
              label="What is owed back"
              placeholder="as Secure Boot, fast start, a lead outside"
              autoFocus
              html={{ list: namesId }}
            />
            <datalist id={namesId}>
              {OFTEN_SWITCHED.map((one) => (
                <option key={one} value={one} />
              ))}
            </datalist>
            <Field form={form} name="why" label="What it was switched for" />
            <Field form={form} name="before" label="How it stood before" />
            <FormTrouble form={form} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy}>
            Note it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** What is on the list already; what was noted by mistake comes off it. */
function NotedSoFar({ job, items }: { job: JobView; items: readonly Besides[] }) {
  const { record, busy, error } = useJobChange(job);
  return (
    <>
      {items.map((item, at) => (
        <Foot key={at} note={`${item.what}: ${item.why}; before: ${item.before || 'not noted'}`}>
          <Button
            size="small"
            disabled={busy}
            onClick={() => void record('switched besides', { items: items.filter((one) => one !== item) })}
          >
            Not switched after all
          </Button>
        </Foot>
      ))}
      <TroubleNote error={error} />
    </>
  );
}
