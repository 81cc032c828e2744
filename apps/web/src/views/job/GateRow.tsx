import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import type { Gate } from '@udrel/core/steps';
import { useSessionQuery } from '../../api/api';
import { OutcomeMark, TroubleNote } from '../../ui';
import { useJobChange } from '../../features/job/useJobChange';
import styles from '../../features/job/job.module.css';

/** One gate: holds, or what is missing; whoever may can pass it with a reason, which is kept. */
export function GateRow({ job, gate }: { job: JobView; gate: Gate }) {
  const [asking, setAsking] = useState(false);
  const { data: session } = useSessionQuery();
  const role = session?.staff?.role;
  const deed = gate.overridableBy === 'owner' ? 'pass a gate about data' : 'pass a gate';
  const mayPass = gate.overridableBy !== null && may(role, deed);
  const open = !gate.holds && !gate.overridden;
  return (
    <div className={styles.gate} data-gate={gate.id} data-holds={!open}>
      <OutcomeMark outcome={gate.holds ? 'pass' : gate.overridden ? 'limit' : 'unknown'} />
      <span>
        {gate.title}
        {gate.overridden && (
          <span className={styles.why}>
            passed by {gate.overridden.by}: {gate.overridden.reason}
          </span>
        )}
        {open &&
          gate.missing.map((sentence) => (
            <span key={sentence} className={styles.why}>
              {sentence}
            </span>
          ))}
        {open && gate.overridableBy === 'owner' && !mayPass && (
          <span className={styles.why}>About data: only the owner may pass it.</span>
        )}
        {open && gate.overridableBy === null && (
          <span className={styles.why}>Nobody may pass this without evidence.</span>
        )}
      </span>
      {open && mayPass && !job.closedAt && (
        <Button onClick={() => setAsking(true)} aria-label={`Pass “${gate.title}” with a reason`}>
          Pass …
        </Button>
      )}
      {asking && <ReasonDialog job={job} gate={gate} close={() => setAsking(false)} />}
    </div>
  );
}

function ReasonDialog({ job, gate, close }: { job: JobView; gate: Gate; close: () => void }) {
  const [reason, setReason] = useState('');
  const { change, busy, error } = useJobChange(job);
  const pass = async () => {
    if (await change('overrideGate', { gate: gate.id, reason })) close();
  };
  return (
    <Dialog open onClose={close} aria-labelledby="pass-title">
      <DialogTitle id="pass-title">Pass “{gate.title}” without evidence</DialogTitle>
      <DialogContent>
        <p className="sub">The reason is kept in the history and stands beside the gate.</p>
        <TextField
          label="Reason"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          multiline
          autoFocus
          sx={{ mt: 2 }}
        />
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={busy || reason.trim().length < 5} onClick={() => void pass()}>
          Pass the gate
        </Button>
      </DialogActions>
    </Dialog>
  );
}
