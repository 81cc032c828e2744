import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { shelfEndpoints } from '@udrel/contract/endpoints';
import type { KeepPart, PartView } from '@udrel/contract/types';
import { useKeepPartMutation } from '../../api/api';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm, type FieldProblem, type Read } from '../../features/form/shaped-form';
import { fieldAmount, minorOf } from '../../format/units';
import { Empty } from '../../ui';
import styles from '../../ui/list.module.css';

const whole = (text: string) => (/^\d{1,6}$/.test(text.trim()) ? Number(text) : null);

interface Drafted {
  price: string;
  cost: string;
  level: string;
  counts: string[];
}

/** What is there of a part, as it was typed. */
function keptOf({ stock }: PartView, { price, cost, level, counts }: Drafted): Read<KeepPart> {
  const problems: FieldProblem[] = [];
  const wrong = (field: string, sentence: string) => void problems.push({ field, sentence });
  const amount = minorOf(price) ?? null;
  if (amount === null) wrong('price', 'An amount such as 39.00');
  const costs = minorOf(cost);
  if (costs === undefined) wrong('cost', 'An amount such as 24.00, or nothing where nobody knows');
  const reorderLevel = level.trim() === '' ? null : whole(level);
  if (level.trim() !== '' && reorderLevel === null) wrong('reorderLevel', 'A whole number');
  const counted = stock.map(({ id }, index) => {
    const quantity = whole(counts[index] ?? '');
    if (quantity === null) wrong(`counted.${index}.quantity`, 'A whole number');
    return { id, quantity: quantity ?? 0 };
  });
  if (amount === null || problems.length > 0) return { ok: false, problems };
  return { ok: true, body: { price: amount, cost: costs ?? null, reorderLevel, counted } };
}

/** What is really on the shelf, what it costs and is sold for, and when it is to be ordered again. */
export function KeepDialog({ part, close }: { part: PartView; close: () => void }) {
  const [keep, { isLoading, error }] = useKeepPartMutation();
  const form = useShapedForm({
    begin: {
      price: fieldAmount(part.price),
      cost: part.cost === null ? '' : fieldAmount(part.cost),
      level: part.reorderLevel === null ? '' : String(part.reorderLevel),
      counts: part.stock.map((piece) => String(piece.quantity)),
    } as Drafted,
    read: (typed) => keptOf(part, typed),
    shape: shelfEndpoints.keepPart.body,
    nameOf: (field) => field.replace(/^counted\.(\d+)\..*$/, 'counts.$1').replace(/^reorderLevel$/, 'level'),
    error,
  });
  const save = form.handleSubmit(async (body) => {
    const answer = await keep({ id: part.id, body });
    if (!answer.error) close();
  });
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs" aria-labelledby="keep-title">
      <DialogTitle id="keep-title">
        {part.maker} {part.name}, {part.partNumber}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Field form={form} name="price" label="Price, before tax" sx={{ mt: 1 }} />
        <Field form={form} name="cost" label="It costs us, before tax (empty: not known)" />
        <Field form={form} name="level" label="Order again below (empty: not kept in stock)" />
        {part.stock.length === 0 && <Empty>Nothing of it is on the shelf.</Empty>}
        {part.stock.map((piece, index) => (
          <div key={piece.id} className={styles.near}>
            <span>
              <span className="mono">{piece.serial ?? 'counted'}</span>{' '}
              <span className="sub">
                {piece.place}
                {piece.reservedFor && `, for ${piece.reservedFor}`}
              </span>
            </span>
            <Field form={form} name={`counts.${index}`} label="There are" sx={{ width: 130 }} />
          </div>
        ))}
        <FormTrouble form={form} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading} onClick={() => void save()}>
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
