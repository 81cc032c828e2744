import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { MOST_DEVICES } from '@udrel/contract/shapes';
import { SERIAL_SLOTS } from '../../ui/SerialField';
import type { DeviceDraft } from './draft';

/** Several of the same brought at once: typed once, their serials scanned one after another. */
export function Alike(props: {
  device: DeviceDraft;
  there: readonly string[];
  take: (devices: DeviceDraft[]) => void;
  close: () => void;
}) {
  const { device, there, take, close } = props;
  const [typed, setTyped] = useState('');
  const serials = [
    ...new Set(
      typed
        .split(/[\n,;]+/)
        .map((one) => one.trim())
        .filter(Boolean),
    ),
  ];
  const known = serials.filter((serial) => there.some((one) => one.toUpperCase() === serial.toUpperCase()));
  const left = serials.filter((serial) => !known.includes(serial));
  const many = there.length + left.length > MOST_DEVICES;
  return (
    <Dialog open onClose={close} aria-label="More like this one" fullWidth maxWidth="sm">
      <DialogTitle>More like this one</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1 }}>
        <p className="sub">
          Model, wishes, promise, complaint, backup and consents are taken over; what belongs to one device alone
          (marks, things left, secrets, their own drive) is not.
        </p>
        <TextField
          label="Serials, one a line"
          value={typed}
          multiline
          minRows={6}
          autoFocus
          onChange={({ target }) => setTyped(target.value)}
          slotProps={SERIAL_SLOTS.slotProps}
        />
        {known.length > 0 && <p className="danger">In this order already: {known.join(', ')}.</p>}
        {many && (
          <p className="danger">
            An order has {MOST_DEVICES} devices at most: book the others in an order of their own.
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button
          variant="contained"
          disabled={left.length === 0 || many}
          onClick={() => {
            take(left.map((serial) => ({ ...device, ...OWN, serial })));
            close();
          }}
        >
          Add {left.length}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What belongs to one device alone. */
const OWN: Pick<DeviceDraft, 'marks' | 'belongings' | 'own' | 'secrets' | 'returnOf'> = {
  ...{ marks: [], belongings: [{ name: '', place: '' }], own: null, secrets: [], returnOf: '' },
};
