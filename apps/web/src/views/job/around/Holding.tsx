import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { toGoBack } from '@udrel/core/strip';
import { useSessionQuery } from '../../../api/api';
import { moment } from '../../../format/time';
import { TroubleNote } from '../../../ui';
import { useTyped } from '../../../features/typed/typed';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

/** Who has the job in hand, or how it was put down; taking it up and putting it down. */
export function Holding({ job }: { job: JobView }) {
  const staff = useSessionQuery().data?.staff;
  const [putting, setPutting] = useState(false);
  const { change, busy, error } = useJobChange(job);
  const { takenUp, putDown } = job.holding;
  const mine = takenUp?.id === staff?.id;
  if (!may(staff?.role, 'work on a job')) return takenUp ? <span className="sub">in hand: {takenUp.name}</span> : null;
  return (
    <>
      {takenUp && !mine && <span className="sub">in hand: {takenUp.name}</span>}
      {mine ? (
        <Button onClick={() => setPutting(true)}>Put down …</Button>
      ) : (
        <Button disabled={busy} onClick={() => void change('takeUp', {})}>
          {takenUp ? 'Take over' : 'Take up'}
        </Button>
      )}
      <TroubleNote error={error} />
      {putting && <PutDownDialog job={job} close={() => setPutting(false)} />}
      {putDown && <span className="unseen">put down by {putDown.by}</span>}
    </>
  );
}

/** The state in which a job was put down, for whoever goes on. */
export function PutDownNote({ job }: { job: JobView }) {
  const { putDown } = job.holding;
  if (!putDown) return null;
  const out = job.snapshot.strip.reduce((total, item) => total + Math.max(0, toGoBack(item) - item.back), 0);
  const words = [
    out > 0 && `${out} pieces out`,
    putDown.batteryOff && 'battery off',
    putDown.tried && `tried so far: ${putDown.tried}`,
    putDown.next && `next: ${putDown.next}`,
  ].filter(Boolean);
  return (
    <p className={styles.notice}>
      <b>Put down</b> by {putDown.by}, {moment(putDown.at)}
      {words.length > 0 && `: ${words.join('; ')}`}
    </p>
  );
}

function PutDownDialog({ job, close }: { job: JobView; close: () => void }) {
  const [state, setState, forget] = useTyped(
    { address: `/jobs/${job.tag}`, what: 'putting down' },
    { batteryOff: false, tried: '', next: '' },
  );
  const { change, busy, error } = useJobChange(job);
  const put = async () => {
    if (!(await change('putDown', state))) return;
    forget();
    close();
  };
  const still = job.snapshot.strip.filter((item) => toGoBack(item) > item.back);
  return (
    <Dialog open onClose={close} maxWidth="sm" fullWidth aria-labelledby="put-down-title">
      <DialogTitle id="put-down-title">Put {job.tag} down</DialogTitle>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void put();
        }}
      >
        <DialogContent>
          <div className={styles.correcting}>
            <p className="sub">
              {still.length > 0
                ? `Out by the sheet: ${still.map((item) => `${item.out - item.back} × ${item.name}`).join(', ')}.`
                : 'Nothing is out by the sheet.'}
            </p>
            <label className={styles.tick}>
              <input
                type="checkbox"
                checked={state.batteryOff}
                onChange={(event) => setState({ ...state, batteryOff: event.target.checked })}
              />
              The battery is unplugged
            </label>
            <TextField
              autoFocus
              label="Tried so far"
              value={state.tried}
              onChange={(event) => setState({ ...state, tried: event.target.value })}
              multiline
            />
            <TextField
              label="Next"
              value={state.next}
              onChange={(event) => setState({ ...state, next: event.target.value })}
            />
            <TroubleNote error={error} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Keep it in hand</Button>
          <Button type="submit" variant="contained" disabled={busy}>
            Put down
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
