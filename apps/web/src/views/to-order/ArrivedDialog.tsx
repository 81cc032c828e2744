import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState, type KeyboardEvent } from 'react';
import type { PurchaseView } from '@udrel/contract/types';
import { useReceivePurchaseMutation } from '../../api/after';
import { minorOf } from '../../format/units';
import { OutcomeMark, TroubleNote } from '../../ui';
import { SERIAL_SLOTS } from '../../ui/SerialField';
import { NOTHING, scanned } from './scanned';
import styles from './to-order.module.css';

/** A delivery is taken in by scanning it: numbers of parts, and serials. */
export function ArrivedDialog({ purchase, close }: { purchase: PurchaseView; close: () => void }) {
  const [came, setCame] = useState(NOTHING);
  const [text, setText] = useState('');
  const [place, setPlace] = useState('');
  const [costs, setCosts] = useState<Readonly<Record<string, string>>>({});
  const [told, setTold] = useState<{ told: string; wrong: boolean } | null>(null);
  const [receive, { error, isLoading }] = useReceivePurchaseMutation();
  const { lines, supplier, number } = purchase;
  const scan = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    if (text.trim() === '') return;
    const found = scanned(came, lines, text);
    setCame(found.came);
    setTold(found);
    setText('');
  };
  const taken = lines.flatMap(({ partId }) => {
    const [count, serials] = [came.counts[partId] ?? 0, [...(came.serials[partId] ?? [])]];
    const each = minorOf(costs[partId] ?? '');
    return count > 0 || serials.length > 0
      ? [{ partId, count, serials, ...(typeof each === 'number' ? { each } : {}) }]
      : [];
  });
  const unread = lines.filter(({ partId }) => minorOf(costs[partId] ?? '') === undefined);
  const save = async () => {
    if ('data' in (await receive({ id: purchase.id, body: { lines: taken, place } }))) close();
  };
  return (
    // What was scanned is not lost to a press beside it.
    <Dialog
      open
      onClose={(_event, why) => (why === 'backdropClick' && taken.length > 0 ? undefined : close())}
      aria-label="What came"
      fullWidth
      maxWidth="md"
    >
      <DialogTitle>
        What came of {supplier}, order {number}
      </DialogTitle>
      <DialogContent>
        <div className={styles.fields}>
          <TextField
            label="Scan: number of a part, or a serial"
            value={text}
            autoFocus
            onChange={({ target }) => setText(target.value)}
            onKeyDown={scan}
            slotProps={SERIAL_SLOTS.slotProps}
          />
          <TextField label="Place on the shelf" value={place} onChange={({ target }) => setPlace(target.value)} />
        </div>
        {told && (
          <p role="status" className={told.wrong ? 'danger' : undefined}>
            <OutcomeMark outcome={told.wrong ? 'fail' : 'pass'} /> {told.told}
          </p>
        )}
        <table>
          <thead>
            <tr>
              <th>Part</th>
              <th className={styles.figure}>To come</th>
              <th>Came</th>
              <th className={styles.figure}>Costs us each, by the note</th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ partId, name, partNumber, serialised, jobs, count, came: before }) => (
              <tr key={partId} className={came.at === partId ? styles.at : undefined}>
                <td>
                  {name} <span className="mono sub">{partNumber}</span>
                </td>
                <td className={styles.figure}>{jobs.reduce((sum, one) => sum + one.count, 0) + count - before}</td>
                <td>
                  {serialised ? (
                    <Serials
                      serials={came.serials[partId] ?? []}
                      drop={(serial) =>
                        setCame({
                          ...came,
                          serials: {
                            ...came.serials,
                            [partId]: (came.serials[partId] ?? []).filter((one) => one !== serial),
                          },
                        })
                      }
                    />
                  ) : (
                    <input
                      type="number"
                      min={0}
                      aria-label={`How many of ${name} came`}
                      value={came.counts[partId] ?? 0}
                      onChange={({ target }) =>
                        setCame({
                          ...came,
                          counts: { ...came.counts, [partId]: Math.max(0, Math.round(Number(target.value))) },
                        })
                      }
                    />
                  )}
                </td>
                <td className={styles.figure}>
                  <input
                    inputMode="decimal"
                    size={8}
                    aria-label={`What one of ${name} costs us, before tax`}
                    aria-invalid={unread.some((one) => one.partId === partId)}
                    value={costs[partId] ?? ''}
                    onChange={({ target }) => setCosts({ ...costs, [partId]: target.value })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="sub">Jobs that wait have theirs first, those promised first; what is over lies on the shelf.</p>
        {unread.map(({ partId, name }) => (
          <p key={partId} role="alert" className="danger">
            What one of {name} costs: an amount such as 24.00, or nothing.
          </p>
        ))}
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button
          variant="contained"
          disabled={isLoading || taken.length === 0 || unread.length > 0}
          onClick={() => void save()}
        >
          Take it in
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Serials({ serials, drop }: { serials: readonly string[]; drop: (serial: string) => void }) {
  if (serials.length === 0) return <span className="sub">none scanned</span>;
  return (
    <span className={styles.serials}>
      {serials.map((serial) => (
        <button key={serial} type="button" className="mono" onClick={() => drop(serial)} aria-label={`Not ${serial}`}>
          {serial} ×
        </button>
      ))}
    </span>
  );
}
