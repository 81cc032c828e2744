import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useWatch } from 'react-hook-form';
import { purchaseEndpoints } from '@udrel/contract/endpoints';
import type { ToOrderView } from '@udrel/contract/types';
import { amount } from '@udrel/core/money';
import { usePlacePurchaseMutation } from '../../api/after';
import { notify } from '../../features/notices/notify';
import { Field, FormTrouble, When } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { daysFromToday } from '../../format/time';
import styles from './to-order.module.css';

/** Days that a delivery usually takes, until somebody says otherwise. */
const USUAL_DAYS = 3;

/** All that is to be ordered of a supplier in one order. */
export function PlaceDialog(props: { supplier: ToOrderView['suppliers'][number]; close: () => void }) {
  const { supplier: of, close } = props;
  const [place, { error, isLoading }] = usePlacePurchaseMutation();
  const form = useShapedForm({
    begin: {
      ...{ supplier: of.supplier, expected: daysFromToday(USUAL_DAYS) },
      lines: of.lines.map(({ short }) => ({ shelf: String(Math.max(0, short)) })),
    },
    read: ({ supplier, expected, lines }) => ({
      ok: true,
      body: {
        ...{ supplier, expected },
        lines: of.lines
          .map(({ partId, jobs }, n) => ({
            ...{ partId, count: Number(lines[n]?.shelf) || 0, orders: jobs.map(({ order }) => order) },
          }))
          .filter(({ count, orders }) => count > 0 || orders.length > 0),
      },
    }),
    shape: purchaseEndpoints.placePurchase.body,
    error,
  });
  const typed = useWatch({ control: form.control, name: 'lines' });
  const ordered = of.lines.map((line, n) => ({
    ...line,
    pieces: line.jobs.reduce((sum, { count }) => sum + count, 0) + (Number(typed[n]?.shelf) || 0),
  }));
  const text = ordered
    .filter(({ pieces }) => pieces > 0)
    .map(({ pieces, name, partNumber }) => `${pieces} × ${name} (${partNumber})`)
    .join('\n');
  const save = form.handleSubmit(async (body) => {
    if ('data' in (await place({ body }))) close();
  });
  const copy = () =>
    void navigator.clipboard
      .writeText(text)
      .then(() => notify({ kind: 'recorded', text: 'The order is in the clipboard.' }))
      .catch(() => notify({ kind: 'refused', text: 'The clipboard cannot be written to here.' }));
  return (
    <Dialog open onClose={close} aria-label="Order it" fullWidth maxWidth="md">
      <form onSubmit={(event) => void save(event)}>
        <DialogTitle>Order{of.supplier ? ` at ${of.supplier}` : ''}</DialogTitle>
        <DialogContent>
          <div className={styles.fields}>
            <Field form={form} name="supplier" label="Supplier" autoFocus={of.supplier === ''} />
            <When form={form} name="expected" label="Expected" width="100%" />
          </div>
          <table>
            <thead>
              <tr>
                <th>Part</th>
                <th className={styles.figure}>For jobs</th>
                <th>For the shelf</th>
                <th className={styles.figure}>Together</th>
                <th className={styles.figure}>Amount</th>
              </tr>
            </thead>
            <tbody>
              {ordered.map(({ partId, name, partNumber, pieces, price, jobs }, n) => (
                <tr key={partId}>
                  <td>
                    {name} <span className="mono sub">{partNumber}</span>
                  </td>
                  <td className={styles.figure}>{jobs.reduce((sum, { count }) => sum + count, 0)}</td>
                  <td>
                    <Field
                      form={form}
                      name={`lines.${n}.shelf`}
                      label={`${partNumber} for the shelf`}
                      html={{ inputMode: 'numeric' }}
                    />
                  </td>
                  <td className={styles.figure}>{pieces}</td>
                  <td className={styles.figure}>{amount(pieces * price)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="sub">
            {amount(ordered.reduce((sum, { pieces, price }) => sum + pieces * price, 0))} by the prices of the shelf.
            Jobs whose part comes later than was said have that noted.
          </p>
          <FormTrouble form={form} />
        </DialogContent>
        <DialogActions>
          <Button onClick={copy}>Copy as text</Button>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={isLoading}>
            It is ordered
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
