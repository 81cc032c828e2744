import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PartView } from '@udrel/contract/types';
import { useKeepPartMutation } from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { fieldAmount, minorOf } from '../../format/units';
import { Empty, TroubleNote } from '../../ui';
import styles from '../../ui/list.module.css';

const whole = (text: string) => (/^\d{1,6}$/.test(text.trim()) ? Number(text) : null);

/** What is really on the shelf, what it costs, and when it is to be ordered again. */
export function KeepDialog({ part, close }: { part: PartView; close: () => void }) {
  const [price, setPrice] = useState(fieldAmount(part.price));
  const [level, setLevel] = useState(part.reorderLevel === null ? '' : String(part.reorderLevel));
  const [counts, setCounts] = useState(() => part.stock.map((piece) => String(piece.quantity)));
  const [keep, { isLoading, error }] = useKeepPartMutation();
  const minor = minorOf(price);
  const reorderLevel = level.trim() === '' ? null : whole(level);
  const levelWrong = level.trim() !== '' && reorderLevel === null;
  const counted = counts.map(whole);
  const ready = minor !== undefined && minor !== null && !levelWrong && counted.every((one) => one !== null);
  const save = async () => {
    if (minor === undefined || minor === null) return;
    const pieces = part.stock.map((piece, index) => ({ id: piece.id, quantity: counted[index] ?? piece.quantity }));
    const answer = await keep({ id: part.id, body: { price: minor, reorderLevel, counted: pieces } });
    if (!answer.error) close();
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs" aria-labelledby="keep-title">
      <DialogTitle id="keep-title">
        {part.maker} {part.name}, {part.partNumber}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <TextField
          sx={{ mt: 1 }}
          label="Price, before tax"
          value={price}
          onChange={(event) => setPrice(event.target.value)}
          error={minor === undefined || minor === null}
          helperText={minor === undefined || minor === null ? 'An amount such as 39.00' : undefined}
        />
        <TextField
          label="Order again below (empty: not kept in stock)"
          value={level}
          onChange={(event) => setLevel(event.target.value)}
          error={levelWrong}
          helperText={levelWrong ? 'A whole number' : undefined}
        />
        {part.stock.length === 0 && <Empty>Nothing of it is on the shelf.</Empty>}
        {part.stock.map((piece, index) => {
          const wrong = counted[index] === null ? 'A whole number' : fieldTrouble(error, `counted.${index}.quantity`);
          return (
            <div key={piece.id} className={styles.near}>
              <span>
                <span className="mono">{piece.serial ?? 'counted'}</span>{' '}
                <span className="sub">
                  {piece.place}
                  {piece.reservedFor && `, for ${piece.reservedFor}`}
                </span>
              </span>
              <TextField
                label="There are"
                value={counts[index] ?? ''}
                onChange={(event) => setCounts(counts.map((one, n) => (n === index ? event.target.value : one)))}
                error={wrong !== undefined}
                helperText={wrong}
                sx={{ width: 130 }}
              />
            </div>
          );
        })}
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading || !ready} onClick={() => void save()}>
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
