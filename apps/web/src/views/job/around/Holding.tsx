import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { toGoBack } from '@udrel/core/disassembly';
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
  const { claimed, handOff } = job.holding;
  const mine = claimed?.id === staff?.id;
  if (!may(staff?.role, 'work on a job')) return claimed ? <span className="sub">in hand: {claimed.name}</span> : null;
  return (
    <>
      {claimed && !mine && <span className="sub">in hand: {claimed.name}</span>}
      {mine ? (
        <Button onClick={() => setPutting(true)}>Put down …</Button>
      ) : (
        <Button disabled={busy} onClick={() => void change('claim', {})}>
          {claimed ? 'Take over' : 'Take up'}
        </Button>
      )}
      <TroubleNote error={error} />
      {putting && <HandOffDialog job={job} close={() => setPutting(false)} />}
      {handOff && <span className="unseen">put down by {handOff.by}</span>}
    </>
  );
}

/** The state in which a job was put down, for whoever goes on. */
export function HandOffNote({ job }: { job: JobView }) {
  const { handOff } = job.holding;
  if (!handOff) return null;
  const out = job.snapshot.disassembly.reduce((total, item) => total + Math.max(0, toGoBack(item) - item.back), 0);
  const words = [
    out > 0 && `${out} pieces out`,
    handOff.batteryOff && 'battery off',
    handOff.tried && `tried so far: ${handOff.tried}`,
    handOff.next && `next: ${handOff.next}`,
  ].filter(Boolean);
  return (
    <p className={styles.notice}>
      <b>Put down</b> by {handOff.by}, {moment(handOff.at)}
      {words.length > 0 && `: ${words.join('; ')}`}
    </p>
  );
}

function HandOffDialog({ job, close }: { job: JobView; close: () => void }) {
  const [state, setState, forget] = useTyped(
    { address: `/jobs/${job.tag}`, what: 'putting down' },
    { batteryOff: false, tried: '', next: '' },
  );
  const { change, busy, error } = useJobChange(job);
  const put = async () => {
    if (!(await change('handOff', state))) return;
    forget();
    close();
  };
  const still = job.snapshot.disassembly.filter((item) => toGoBack(item) > item.back);
  return (
    <Dialog open onClose={close} maxWidth="sm" fullWidth aria-labelledby="hand-off-title">
      <DialogTitle id="hand-off-title">Put {job.tag} down</DialogTitle>
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
