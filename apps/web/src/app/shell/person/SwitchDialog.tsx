import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useSwitchableQuery, useSwitchToMutation } from '../../../api/api';
import { Empty, Loaded, TroubleNote } from '../../../ui';
import styles from '../shell.module.css';

/** Another person takes this tablet: who, and their PIN. What is on the screen stays. */
export function SwitchDialog({ close }: { close: () => void }) {
  const { data, error } = useSwitchableQuery();
  const [chosen, setChosen] = useState('');
  const [pin, setPin] = useState('');
  const [switchTo, { error: refused, isLoading }] = useSwitchToMutation();
  const staffId = chosen || (data?.[0]?.id ?? '');
  const go = async () => {
    const answer = await switchTo({ body: { staffId, pin } });
    setPin('');
    if (answer.data) close();
  };
  return (
    <Dialog open onClose={close} aria-labelledby="switch-title">
      <DialogTitle id="switch-title">Switch person</DialogTitle>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void go();
        }}
      >
        <DialogContent>
          <Loaded data={data} error={error} what="who has a PIN">
            {(people) =>
              people.length === 0 ? (
                <Empty>Nobody else has a PIN. Each sets their own under Shop.</Empty>
              ) : (
                <>
                  <div className={styles.people} role="radiogroup" aria-label="Person">
                    {people.map((one) => (
                      <label key={one.id} className={styles.person} data-chosen={one.id === staffId}>
                        <input
                          type="radio"
                          name="person"
                          checked={one.id === staffId}
                          onChange={() => setChosen(one.id)}
                        />
                        <b className="mono">{one.initials}</b> {one.name} <span className="sub">{one.role}</span>
                      </label>
                    ))}
                  </div>
                  <TextField
                    autoFocus
                    label="PIN"
                    type="password"
                    value={pin}
                    onChange={(event) => setPin(event.target.value)}
                    slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off', maxLength: 8 } }}
                  />
                </>
              )
            }
          </Loaded>
          <TroubleNote error={refused} />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Stay</Button>
          <Button type="submit" variant="contained" disabled={isLoading || pin.length < 4 || staffId === ''}>
            Switch
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
