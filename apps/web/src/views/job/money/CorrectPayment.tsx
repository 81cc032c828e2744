import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PaymentView } from '@udrel/contract/types';
import { PAYMENT_WAYS, type PaymentWay } from '@udrel/core/quote';
import { useCorrectPaymentMutation } from '../../../api/api';
import { fieldTrouble } from '../../../api/problem';
import { fullMoment } from '../../../format/time';
import { fieldAmount, minorOf, money } from '../../../format/units';
import { TroubleNote } from '../../../ui';
import styles from './money.module.css';

const WAYS = [
  ['corrected', 'It was written down wrong'],
  ['refunded', 'Money goes back to the customer'],
] as const;

/** A payment put right, or money of it given back, with a reason that is kept. The owner's alone. */
export function CorrectPayment(props: { order: number; payment: PaymentView; close: () => void }) {
  const { order, payment, close } = props;
  const [send, { error, isLoading }] = useCorrectPaymentMutation();
  const [what, setWhat] = useState<'corrected' | 'refunded'>('corrected');
  const [typed, setTyped] = useState(fieldAmount(payment.left));
  const [how, setHow] = useState<PaymentWay>(payment.how);
  const [reason, setReason] = useState('');
  const amount = minorOf(typed);
  const wrong = typeof amount !== 'number' ? 'An amount such as 40.00' : fieldTrouble(error, 'amount');
  const save = async () => {
    if (typeof amount !== 'number') return;
    const done = await send({ number: order, id: payment.id, body: { what, amount, how, reason } });
    if (!done.error) close();
  };
  return (
    <Dialog open onClose={close} aria-labelledby="correct-payment" fullWidth maxWidth="sm">
      <DialogTitle id="correct-payment">
        {money(payment.amount)}, {payment.how}, {fullMoment(payment.at)}
      </DialogTitle>
      <DialogContent>
        <fieldset className={styles.ways}>
          <legend className="unseen">What is to be put right</legend>
          {WAYS.map(([value, label]) => (
            <label key={value}>
              <input type="radio" name="what" checked={what === value} onChange={() => setWhat(value)} /> {label}
            </label>
          ))}
        </fieldset>
        <div className={styles.fields}>
          <TextField
            label={what === 'corrected' ? 'It should have been' : 'Goes back'}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            error={wrong !== undefined}
            helperText={wrong ?? (what === 'corrected' ? '0 where nothing was paid' : `at most ${money(payment.left)}`)}
          />
          <TextField
            label="How"
            value={how}
            select
            onChange={(event) => setHow(event.target.value as PaymentWay)}
            slotProps={{ select: { native: true } }}
          >
            {PAYMENT_WAYS.map((way) => (
              <option key={way}>{way}</option>
            ))}
          </TextField>
          <TextField
            label="Reason"
            className={styles.wide ?? ''}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            error={fieldTrouble(error, 'reason') !== undefined}
            helperText={fieldTrouble(error, 'reason') ?? 'Kept in the history and in the audit'}
          />
        </div>
        {!fieldTrouble(error, 'amount') && !fieldTrouble(error, 'reason') && <TroubleNote error={error} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button
          variant="contained"
          disabled={isLoading || typeof amount !== 'number' || reason.trim().length < 3}
          onClick={() => void save()}
        >
          {what === 'corrected' ? 'Put it right' : 'Give it back'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
