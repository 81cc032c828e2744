import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useWatch } from 'react-hook-form';
import { purchaseEndpoints } from '@udrel/contract/endpoints';
import type { PlacePurchase, ToOrderView } from '@udrel/contract/types';
import { amount } from '@udrel/core/money';
import { usePlacePurchaseMutation } from '../../api/after';
import { notify } from '../../features/notices/notify';
import { useSupplierNames } from '../../features/pickers/SupplierNames';
import { Field, FormTrouble, Tick, When } from '../../features/form/Field';
import { useShapedForm, type Read } from '../../features/form/shaped-form';
import styles from './to-order.module.css';

/** An order as it is typed. */
interface Typed {
  supplier: string;
  expected: string;
  /** Whether this part is ordered now, and how many for the shelf. */
  lines: { ordered: boolean; shelf: string }[];
}

type Lines = ToOrderView['suppliers'][number]['lines'];

const forJobs = ({ jobs }: Pick<Lines[number], 'jobs'>) => jobs.reduce((sum, { count }) => sum + count, 0);

/** Pieces of a part that are ordered at once, at most. */
const MOST = 1000;

/** A count of pieces as it is typed; null where it is none. */
const piecesOf = (typed: string): number | null =>
  /^\d{1,4}$/.test(typed.trim()) && Number(typed) <= MOST ? Number(typed) : null;

/** The order as it is sent, or what is wrong with it. */
function purchaseOf({ supplier, expected, lines: typed }: Typed, lines: Lines): Read<PlacePurchase> {
  const at = (n: number) => `lines.${n}.shelf`;
  const problems = typed.flatMap(({ ordered, shelf }, n) => {
    const line = lines[n];
    if (!ordered || !line) return [];
    const count = piecesOf(shelf);
    if (count === null) return [{ field: at(n), sentence: `A whole number of pieces up to ${MOST}, 0 for none.` }];
    return count + forJobs(line) === 0 ? [{ field: at(n), sentence: 'At least one, or leave the part out.' }] : [];
  });
  if (!typed.some(({ ordered }) => ordered)) problems.push({ field: at(0), sentence: 'Nothing is ordered so.' });
  if (problems.length > 0) return { ok: false, problems };
  const wanted = lines.flatMap(({ partId, jobs }, n) =>
    typed[n]?.ordered ? [{ partId, count: piecesOf(typed[n].shelf) ?? 0, orders: jobs.map(({ order }) => order) }] : [],
  );
  return { ok: true, body: { supplier, expected, lines: wanted } };
}

/** What is to be ordered of a supplier in one order: what they do not have is left out, and stays to be ordered. */
export function PlaceDialog(props: { supplier: ToOrderView['suppliers'][number]; close: () => void }) {
  const { supplier: of, close } = props;
  const suppliers = useSupplierNames();
  const [place, { error, isLoading }] = usePlacePurchaseMutation();
  const form = useShapedForm<Typed, PlacePurchase>({
    begin: {
      ...{ supplier: of.supplier, expected: suppliers.dayOf(of.supplier) ?? suppliers.usualDay() },
      lines: of.lines.map(({ short }) => ({ ordered: true, shelf: String(Math.max(0, short)) })),
    },
    read: (typed) => purchaseOf(typed, of.lines),
    shape: purchaseEndpoints.placePurchase.body,
    error,
  });
  const [typed, supplier] = useWatch({ control: form.control, name: ['lines', 'supplier'] });
  const ordered = of.lines.map((line, n) => ({
    ...line,
    pieces: typed[n]?.ordered ? forJobs(line) + (piecesOf(typed[n].shelf) ?? 0) : 0,
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
            <Field
              form={form}
              name="supplier"
              label="Supplier"
              autoFocus={of.supplier === ''}
              html={{ list: suppliers.list }}
              help={suppliers.noteOf(supplier) || undefined}
              onChosen={(name) => {
                const usual = suppliers.dayOf(name);
                if (usual !== null) form.setValue('expected', usual);
              }}
            />
            {suppliers.names}
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
              {ordered.map(({ partId, name, partNumber, pieces, price, ...line }, n) => (
                <tr key={partId}>
                  <td>
                    <Tick form={form} name={`lines.${n}.ordered`} label={name} />{' '}
                    <span className="mono sub">{partNumber}</span>
                  </td>
                  <td className={styles.figure}>{forJobs(line)}</td>
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
            What is not ticked stays to be ordered. Jobs whose part comes later than was said have that noted.
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
