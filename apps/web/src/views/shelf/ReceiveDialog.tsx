import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { PartView } from '@udrel/contract/types';
import { useReceiveMutation } from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { TroubleNote } from '../../ui';
import { SERIAL_SLOTS } from '../../ui/SerialField';

/** Pieces come in: by scanned serials, or by count. */
export function ReceiveDialog({ part, close }: { part: PartView; close: () => void }) {
  const [serials, setSerials] = useState('');
  const [count, setCount] = useState('');
  const [place, setPlace] = useState(part.stock[0]?.place ?? '');
  const [receive, { isLoading, error }] = useReceiveMutation();
  const wrong = fieldTrouble(error, part.serialised ? 'serials' : 'count');
  const save = async () => {
    const lines = serials
      .split(/[\n,;]+/)
      .map((one) => one.trim())
      .filter(Boolean);
    const answer = await receive({
      body: { partId: part.id, serials: part.serialised ? lines : [], count: Number(count) || 0, place },
    });
    if (!answer.error) close();
  };
  return (
    <Dialog open onClose={close} aria-labelledby="receive-title">
      <DialogTitle id="receive-title">
        Receive {part.maker} {part.name}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        {part.serialised ? (
          <TextField
            sx={{ mt: 1 }}
            label="Serials, one a line"
            value={serials}
            onChange={(event) => setSerials(event.target.value)}
            multiline
            minRows={3}
            autoFocus
            error={wrong !== undefined}
            helperText={wrong}
            {...SERIAL_SLOTS}
          />
        ) : (
          <TextField
            sx={{ mt: 1 }}
            label="How many"
            value={count}
            onChange={(event) => setCount(event.target.value)}
            autoFocus
            error={wrong !== undefined}
            helperText={wrong}
          />
        )}
        <TextField label="Place" value={place} onChange={(event) => setPlace(event.target.value)} />
        {!wrong && <TroubleNote error={error} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading} onClick={() => void save()}>
          Onto the shelf
        </Button>
      </DialogActions>
    </Dialog>
  );
}
