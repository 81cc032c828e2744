import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { isOf, type KeptPhoto } from '../../features/photos/waiting';
import type { Entry } from '../../outbox/entries';
import { KeptEntry } from './KeptEntry';
import { KeptPhotograph } from './KeptPhotograph';
import styles from './shell.module.css';

/** What this browser keeps until the server has it, and what is to be settled of it. */
export function KeptDialog(props: {
  entries: readonly Entry[];
  photos: readonly KeptPhoto[];
  staffId: string | undefined;
  close: () => void;
}) {
  const { entries, photos, staffId, close } = props;
  const mine = isOf(staffId ?? '');
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="kept-title">
      <DialogTitle id="kept-title">Kept in this browser</DialogTitle>
      <DialogContent>
        {entries.length + photos.length === 0 ? (
          <p>Everything has been sent.</p>
        ) : (
          <ul className={styles.kept}>
            {entries.map((entry) => (
              <KeptEntry key={entry.id} entry={entry} mine={entry.staffId === staffId} />
            ))}
            {photos.map((photo) => (
              <KeptPhotograph key={photo.key} photo={photo} mine={mine(photo)} />
            ))}
          </ul>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
