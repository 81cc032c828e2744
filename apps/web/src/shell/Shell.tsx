import { useCallback, useState } from 'react';
import { Outlet } from 'react-router';
import { useSessionQuery } from '../api/api';
import { Account } from './Account';
import { BenchLights } from './BenchLights';
import { KeysDialog } from './KeysDialog';
import { Rail } from './Rail';
import { ScanField } from './ScanField';
import styles from './shell.module.css';
import { useKeys } from './useKeys';

/** Rail, scan field and bench around every view. */
export function Shell() {
  const { data: session } = useSessionQuery();
  const [keysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  const lettered = useKeys(showKeys);
  return (
    <div className={styles.frame}>
      <Rail lettered={lettered} />
      <header className={styles.top}>
        <ScanField />
        {session?.demo && <span className={styles.demo}>Demo data</span>}
        <BenchLights />
        {session?.staff && <Account staff={session.staff} showKeys={showKeys} />}
      </header>
      <main className={styles.main}>
        <Outlet />
      </main>
      <KeysDialog open={keysShown} close={() => setKeysShown(false)} />
    </div>
  );
}
