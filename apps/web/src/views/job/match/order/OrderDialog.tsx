import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { DayField, MomentField } from '../../../../ui/days/DayField';
import { isWhole } from '../../../../ui/days/half';
import { useState } from 'react';
import type { JobView, OrderParts } from '@udrel/contract/types';
import { fieldTrouble } from '../../../../api/problem';
import { afterDelivery, fieldMoment, moment } from '../../../../format/time';
import { TroubleNote } from '../../../../ui';
import { useSupplierNames } from '../../../../features/pickers/SupplierNames';
import { useJobChange } from '../../../../features/job/useJobChange';
import { fromShopClock } from '../../../../format/shop-formats';

/** Ordering for the job what the shelf lacks: from whom, for when, and what that does to the promise. */
export function OrderDialog(props: { job: JobView; what: string; choice: OrderParts['choice']; close: () => void }) {
  const { job, what, choice, close } = props;
  const { change, busy, error } = useJobChange(job);
  const suppliers = useSupplierNames();
  const [supplier, setSupplier] = useState('');
  const [expected, setExpected] = useState('');
  const [moved, setMoved] = useState<string | null>(null);
  const [moves, setMoves] = useState(true);
  const ready = isWhole(expected) ? afterDelivery(expected, job.readyIn) : null;
  const late = ready !== null && (job.promisedAt === null || ready.getTime() > Date.parse(job.promisedAt));
  const promise = moved ?? (ready ? fieldMoment(ready) : '');
  // A promise that is typed half is no reason to move none.
  const whole = isWhole(expected) && (!late || !moves || promise === '' || isWhole(promise));
  const save = async () => {
    const promisedAt = late && moves && promise ? { promisedAt: fromShopClock(promise).toISOString() } : {};
    if (await change('orderParts', { choice, supplier, expected, ...promisedAt })) close();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs" aria-labelledby="order-title">
      <DialogTitle id="order-title">Order for {job.tag}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <p>{what}. What the shelf has of it is kept for this job.</p>
        <TextField
          label="Supplier"
          value={supplier}
          autoFocus
          onChange={({ target }) => {
            setSupplier(target.value);
            const usual = suppliers.dayOf(target.value);
            if (usual !== null) setExpected(usual);
          }}
          slotProps={{ htmlInput: { list: suppliers.list } }}
          error={fieldTrouble(error, 'supplier') !== undefined}
          helperText={fieldTrouble(error, 'supplier') ?? suppliers.noteOf(supplier)}
        />
        {suppliers.names}
        <DayField label="Expected on" value={expected} onChange={setExpected} wrong={fieldTrouble(error, 'expected')} />
        {ready && (
          <p role="status">
            Ready {moment(ready.toISOString())} at the earliest;{' '}
            {job.promisedAt ? `promised ${moment(job.promisedAt)}` : 'nothing is promised'}.
          </p>
        )}
        {late && (
          <>
            <FormControlLabel
              control={<Checkbox checked={moves} onChange={(event) => setMoves(event.target.checked)} />}
              label="Move the promise: the customer is told"
            />
            {moves && <MomentField label="Promised for" value={promise} onChange={setMoved} />}
          </>
        )}
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={busy || !supplier.trim() || !whole} onClick={() => void save()}>
          Order it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
