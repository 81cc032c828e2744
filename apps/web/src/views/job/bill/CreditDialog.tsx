import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useWatch } from 'react-hook-form';
import { orderEndpoints } from '@udrel/contract/endpoints';
import type { BillView, CreditBill } from '@udrel/contract/types';
import { useCreditBillMutation } from '../../../api/api';
import { Field, FormTrouble, Tick } from '../../../features/form/Field';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { fieldAmount, minorOf, money } from '../../../format/units';
import styles from '../../../features/job/job.module.css';

/** A bill taken back, all of it or a part, by a credit note with its reason. The owner's alone. */
export function CreditDialog({ order, bill, close }: { order: number; bill: BillView; close: () => void }) {
  const [credit, { error, isLoading }] = useCreditBillMutation();
  const form = useShapedForm({
    begin: { amount: fieldAmount(bill.left), reason: '', follows: false },
    read: ({ amount, ...rest }): Read<CreditBill> => {
      const minor = minorOf(amount);
      return minor
        ? { ok: true, body: { ...rest, amount: minor } }
        : { ok: false, problems: [{ field: 'amount', sentence: 'An amount such as 40.00' }] };
    },
    shape: orderEndpoints.creditBill.body,
    error,
  });
  const typed = minorOf(useWatch({ control: form.control, name: 'amount' }));
  const whole = typed === bill.left;
  const send = form.handleSubmit(async (body) => {
    const done = await credit({ number: order, id: bill.id, body: { ...body, follows: body.follows && whole } });
    if (!done.error) close();
  });
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm" aria-labelledby="credit-title">
      <DialogTitle id="credit-title">Take back bill {bill.number}</DialogTitle>
      <form onSubmit={(event) => void send(event)}>
        <DialogContent>
          <div className={styles.correcting}>
            <Field
              form={form}
              name="amount"
              label="Amount, tax included"
              help={`${money(bill.left)} is the whole of what is left of it`}
              autoFocus
            />
            <Field form={form} name="reason" label="Why; it stands on the credit note" />
            {whole && (
              <Tick form={form} name="follows" label="A corrected bill takes its place" className={styles.tick} />
            )}
            <FormTrouble form={form} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={isLoading}>
            Issue the credit note
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
