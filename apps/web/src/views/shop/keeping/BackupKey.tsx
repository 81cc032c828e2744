import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { generateX25519Identity, identityToRecipient } from 'age-encryption';
import { useEffect, useState } from 'react';
import { useSetBackupKeyMutation } from '../../../api/after';
import { saveFile } from '../../../ui/save-file';
import { TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

/** Letters of the key that are typed as a proof that it was kept. */
const PROOF = 6;

/** Makes the key for backups in this browser: the half that opens archives is shown here, once, and is not sent anywhere. */
export default function BackupKey({ again, close }: { again: boolean; close: () => void }) {
  const [identity, setIdentity] = useState('');
  const [typed, setTyped] = useState('');
  const [set, { error, isLoading }] = useSetBackupKeyMutation();
  useEffect(() => {
    void generateX25519Identity().then(setIdentity);
  }, []);
  const kept = identity !== '' && typed.trim().toUpperCase() === identity.slice(-PROOF);
  const use = async () => {
    const { data } = await set({ body: { recipient: await identityToRecipient(identity) } });
    if (data) close();
  };
  return (
    <Dialog open onClose={close} aria-label="Key for backups">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (kept) void use();
        }}
      >
        <DialogTitle>Key for backups</DialogTitle>
        <DialogContent>
          <p>
            Archives are opened with this key alone. It was made in this browser and is shown this once: the shop keeps
            only the half that encrypts. Write it down or save it, and keep it away from this house.
            {again && ' Archives made before are opened by the key before: keep that too.'}
          </p>
          <p className={styles.key} aria-label="The key" role="status">
            {identity}
          </p>
          <TextField
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            label={`Its last ${PROOF} letters, from where you kept it`}
            autoFocus
            fullWidth
            slotProps={{ htmlInput: { maxLength: PROOF, autoComplete: 'off' } }}
          />
          <p className="sub" style={{ marginTop: 12 }}>
            Secrets of open jobs are sealed once more, by the file secrets-key in the data folder. Keep a copy of it
            apart from the archives.
          </p>
          <TroubleNote error={error} />
        </DialogContent>
        <DialogActions>
          <Button onClick={() => saveFile('backup-key.txt', 'text/plain', `${identity}\n`)}>Save it as a file</Button>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={!kept || isLoading}>
            Use this key
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
