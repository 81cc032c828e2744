import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState, type ReactNode } from 'react';
import type { Correction, JobView } from '@udrel/contract/types';
import {
  useConsiderBookingCorrectionQuery,
  useConsiderEndQuery,
  useConsiderWorkCorrectionQuery,
} from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import { Consequences } from './Consequences';
import styles from '../../../features/job/job.module.css';

export type CorrectionKind = 'work' | 'booking' | 'end';

interface Props {
  job: JobView;
  kind: CorrectionKind;
  title: string;
  /** What the button says that makes it. */
  deed: string;
  /** Null while what is typed is no correction yet. */
  correction: Correction | null;
  close: () => void;
  children?: ReactNode;
}

/** For each kind of correction: what it would lead to, and making it. */
const CORRECTING = {
  work: { useConsidered: useConsiderWorkCorrectionQuery, make: 'correctWork' },
  booking: { useConsidered: useConsiderBookingCorrectionQuery, make: 'correctBooking' },
  end: { useConsidered: useConsiderEndQuery, make: 'correctEnd' },
} as const;

/** A correction before it is made: what it means is said first, and a reason is kept with it. */
export function CorrectionDialog({ job, kind, title, deed, correction, close, children }: Props) {
  const [reason, setReason] = useState('');
  const { change, busy, error } = useJobChange(job);
  const asked = useDeferredValue(correction);
  // A dialog is of one kind as long as it is open.
  const { useConsidered, make: command } = CORRECTING[kind];
  const considered = useConsidered(
    { tag: job.tag, body: { version: job.version, correction: asked } as never },
    { skip: asked === null },
  );
  const make = async () => {
    if (correction && (await change(command, { correction, reason } as never))) close();
  };
  const wrongReason = fieldTrouble(error, 'reason');
  return (
    <Dialog open onClose={close} maxWidth="sm" fullWidth aria-labelledby="correction-title">
      <DialogTitle id="correction-title">{title}</DialogTitle>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <DialogContent>
          <div className={styles.correcting}>
            {children}
            {asked && <Consequences considered={considered.currentData} error={considered.error} />}
            <TextField
              autoFocus={!children}
              label="Reason, kept in the history"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              error={wrongReason !== undefined}
              helperText={wrongReason}
            />
            <TroubleNote error={error} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Leave it</Button>
          <Button
            type="submit"
            variant="contained"
            disabled={busy || !correction || considered.currentData === undefined || reason.trim().length < 3}
          >
            {deed}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
