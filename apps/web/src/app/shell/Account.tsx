import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import { Suspense, useState } from 'react';
import type { StaffView } from '@udrel/contract/types';
import { useSignOutMutation } from '../../api/api';
import { setBenchMode, useBenchMode } from '../this-browser/bench-mode';
import { setHandsCall, useHandsCall } from '../this-browser/hands-call';
import { late } from '../../ui/late';
import styles from './shell.module.css';

const SwitchDialog = late(async () => ({ default: (await import('./SwitchDialog')).SwitchDialog }));

/** Who is signed in; light or dark; keys; sign out. */
export function Account({ staff, showKeys }: { staff: StaffView; showKeys: () => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [switching, setSwitching] = useState(false);
  const [signOut] = useSignOutMutation();
  const bench = useBenchMode();
  const calls = useHandsCall();
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === 'system' ? systemMode : mode) === 'dark';
  const choose = (act: () => void) => () => {
    setAnchor(null);
    act();
  };
  return (
    <>
      <button
        type="button"
        className={styles.who}
        aria-label={`${staff.name}, ${staff.role}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {staff.initials}
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem disabled>
          {staff.name}, {staff.role}
        </MenuItem>
        <MenuItem onClick={choose(() => setMode(dark ? 'light' : 'dark'))}>{dark ? 'Light' : 'Dark'} colours</MenuItem>
        <MenuItem onClick={choose(() => setBenchMode(!bench))}>{bench ? 'Counter size' : 'Bench size, 48 px'}</MenuItem>
        <MenuItem onClick={choose(() => setHandsCall(!calls))}>
          {calls ? 'No sound when hands are wanted' : 'Sound when hands are wanted'}
        </MenuItem>
        <MenuItem onClick={choose(showKeys)}>Keys</MenuItem>
        <MenuItem onClick={choose(() => setSwitching(true))}>Switch person …</MenuItem>
        <MenuItem onClick={choose(() => void signOut())}>Sign out</MenuItem>
      </Menu>
      {switching && (
        <Suspense fallback={null}>
          <SwitchDialog close={() => setSwitching(false)} />
        </Suspense>
      )}
    </>
  );
}
