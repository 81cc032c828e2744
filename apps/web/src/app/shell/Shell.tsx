import { Suspense, useCallback, useEffect, useState } from 'react';
import { Outlet, useLocation } from 'react-router';
import { useSessionQuery } from '../../api/api';
import { loadChecksOnTyping } from '../../api/refused';
import { Account } from './person/Account';
import { BenchLights } from './BenchLights';
import { NoticesHost } from '../../features/notices/NoticesHost';
import { Lock } from './person/Lock';
import { Rail } from './Rail';
import { useLive } from '../../live/useLive';
import { useTakeScan } from '../../features/scan/scan';
import { ScanField } from './ScanField';
import { late, loadLate } from '../../ui/late';
import styles from './shell.module.css';
import { Unfinished } from './Unfinished';
import { useKeys } from './useKeys';
import { useScanBurst } from '../../features/scan/useScanBurst';

const KeysDialog = late(async () => ({ default: (await import('./KeysDialog')).KeysDialog }));

const nothing = () => undefined;

/** Rail, scan field and bench around every view. */
export function Shell() {
  const { pathname } = useLocation();
  const { data: session } = useSessionQuery();
  const [keysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  useLive();
  useEffect(loadChecksOnTyping, []);
  useEffect(loadLate, []);
  const locked = session?.locked != null;
  const take = useTakeScan();
  const { quiet } = useScanBurst(locked ? nothing : take);
  const lettered = useKeys(showKeys, quiet, locked);
  return (
    <div className={styles.frame} inert={locked}>
      <Rail lettered={lettered} />
      <header className={styles.top}>
        <ScanField />
        {session?.demo && <span className={styles.demo}>Demo data</span>}
        <Unfinished />
        <BenchLights />
        {session?.staff && <Account staff={session.staff} showKeys={showKeys} />}
      </header>
      <main className={styles.main} data-at={pathname}>
        <Outlet />
      </main>
      <NoticesHost />
      {session && <Lock session={session} />}
      {keysShown && (
        <Suspense fallback={null}>
          <KeysDialog open close={() => setKeysShown(false)} />
        </Suspense>
      )}
    </div>
  );
}
