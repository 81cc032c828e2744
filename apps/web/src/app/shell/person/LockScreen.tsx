import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { StaffView, SwitchableView, Unlock } from '@udrel/contract/types';
import { useSignOutMutation, useUnlockMutation } from '../../../api/api';
import { TroubleNote } from '../../../ui';
import styles from '../shell.module.css';

/** A locked screen: whoever has it takes it again by the password, they or somebody else by a PIN. What was on it stays. */
export function LockScreen({ staff, people }: { staff: StaffView; people: readonly SwitchableView[] }) {
  const [unlock, { error, isLoading }] = useUnlockMutation();
  const [signOut, leaving] = useSignOutMutation();
  const own = people.find(({ id }) => id === staff.id);
  const [chosen, setChosen] = useState(own?.id ?? BY_PASSWORD);
  const [typed, setTyped] = useState('');
  const byPassword = chosen === BY_PASSWORD;
  const go = async () => {
    const body: Unlock = byPassword ? { by: 'password', password: typed } : { by: 'pin', staffId: chosen, pin: typed };
    setTyped('');
    await unlock({ body });
  };
  const choice = (id: string, name: string, what: string) => (
    <label key={id} className={styles.person} data-chosen={id === chosen}>
      <input type="radio" name="person" checked={id === chosen} onChange={() => setChosen(id)} />
      {name} <span className="sub">{what}</span>
    </label>
  );
  return (
    <Dialog open fullScreen aria-labelledby="lock-title" transitionDuration={0}>
      <form
        className={styles.lock}
        onSubmit={(event) => {
          event.preventDefault();
          void go();
        }}
      >
        <DialogTitle id="lock-title">Locked</DialogTitle>
        <DialogContent>
          <div className={styles.people} role="radiogroup" aria-label="Person">
            {choice(BY_PASSWORD, staff.name, 'by the password')}
            {people.map(({ id, name, role }) => choice(id, name, `by PIN, ${role}`))}
          </div>
          <TextField
            key={chosen}
            autoFocus
            fullWidth
            label={byPassword ? 'Password' : 'PIN'}
            type="password"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            slotProps={{
              htmlInput: byPassword
                ? { autoComplete: 'current-password' }
                : { inputMode: 'numeric', autoComplete: 'off', maxLength: 8 },
            }}
          />
          <TroubleNote error={error ?? leaving.error} />
        </DialogContent>
        <DialogActions>
          <Button onClick={() => void signOut()}>Sign out</Button>
          <Button type="submit" variant="contained" disabled={isLoading || typed.length < (byPassword ? 1 : 4)}>
            Unlock
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

const BY_PASSWORD = 'password';
