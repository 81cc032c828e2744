import { useColorScheme } from '@mui/material/styles';
import { Suspense, useState } from 'react';
import type { StaffView } from '@udrel/contract/types';
import { useLockMutation, useSignOutMutation } from '../../../api/api';
import { troubleOf } from '../../../api/problem';
import { notify } from '../../../features/notices/notify';
import { setBenchMode, useBenchMode } from '../../this-browser/bench-mode';
import { setHandsCall, useHandsCall } from '../../this-browser/hands-call';
import { late } from '../../../ui/late';
import styles from '../shell.module.css';

const MenuOf = late(() => import('../../../features/menu/MenuOf'));
const SwitchDialog = late(async () => ({ default: (await import('./SwitchDialog')).SwitchDialog }));

/** Who leaves a screen must know when it did not take it: then it says so. */
async function said(asked: PromiseLike<{ error?: unknown }>, not: string): Promise<void> {
  const trouble = troubleOf((await asked).error);
  if (trouble) notify({ kind: 'refused', text: `${not}: ${trouble.problem?.detail ?? 'the server does not answer.'}` });
}

/** Who is signed in; light or dark; keys; sign out. */
export function Account({ staff, showKeys }: { staff: StaffView; showKeys: () => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [switching, setSwitching] = useState(false);
  const [signOut] = useSignOutMutation();
  const [lock] = useLockMutation();
  const bench = useBenchMode();
  const calls = useHandsCall();
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === 'system' ? systemMode : mode) === 'dark';
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
      {anchor && (
        <Suspense fallback={null}>
          <MenuOf
            anchor={anchor}
            close={() => setAnchor(null)}
            offers={[
              ['who', `${staff.name}, ${staff.role}`, null],
              ['colours', `${dark ? 'Light' : 'Dark'} colours`, () => setMode(dark ? 'light' : 'dark')],
              ['size', bench ? 'Counter size' : 'Bench size, 48 px', () => setBenchMode(!bench)],
              [
                'sound',
                calls ? 'No sound when hands are wanted' : 'Sound when hands are wanted',
                () => setHandsCall(!calls),
              ],
              ['keys', 'Keys', showKeys],
              ['switch', 'Switch person …', () => setSwitching(true)],
              ['lock', 'Lock this screen', () => void said(lock(), 'This screen is not locked')],
              ['out', 'Sign out', () => void said(signOut(), 'You are not signed out')],
            ]}
          />
        </Suspense>
      )}
      {switching && (
        <Suspense fallback={null}>
          <SwitchDialog close={() => setSwitching(false)} />
        </Suspense>
      )}
    </>
  );
}
