import { Suspense, useState } from 'react';
import { useSelector } from 'react-redux';
import { useLocation, useNavigate, useNavigation } from 'react-router';
import { useSessionQuery } from '../../api/api';
import type { State } from '../../store/store';
import { useKeptPhotos, waits } from '../../features/photos/waiting';
import { useBegun } from '../../features/typed/typed';
import { late } from '../../ui/late';
import styles from './shell.module.css';

const MenuOf = late(() => import('../../features/menu/MenuOf'));
const KeptDialog = late(async () => ({ default: (await import('./KeptDialog')).KeptDialog }));

/** What is not finished in this browser: no connection, a view on its way, changes kept for later, things begun and interrupted. */
export function Unfinished() {
  const lostAt = useSelector((state: State) => state.connection.lostAt);
  return (
    <div className={styles.unfinished}>
      {lostAt !== null && (
        <span
          className={styles.lost}
          role="status"
          title="Notes, ticks, measurements, screws and photographs are kept and sent later"
        >
          No connection
        </span>
      )}
      <Opening />
      <Kept />
      <Begun />
    </div>
  );
}

/** A view whose code is not in the browser yet is on its way: the one before stands until then. Said where that takes a while. */
export function Opening() {
  const { state } = useNavigation();
  if (state !== 'loading') return null;
  return (
    <span className={`${styles.chip} ${styles.opening}`} role="status">
      Opening …
    </span>
  );
}

function Kept() {
  const [open, setOpen] = useState(false);
  const entries = useSelector((state: State) => state.outbox.entries);
  const photos = useKeptPhotos();
  const staffId = useSessionQuery().data?.staff?.id;
  const kept = entries.length + photos.length;
  const waiting = entries.filter((entry) => entry.state === 'waiting').length + photos.filter(waits).length;
  const stuck = kept - waiting;
  if (kept === 0 && !open) return null;
  return (
    <>
      <button
        type="button"
        className={stuck > 0 ? `${styles.chip} ${styles.stuck}` : styles.chip}
        onClick={() => setOpen(true)}
      >
        {stuck > 0 ? `${stuck} to settle` : `${kept} kept`}
      </button>
      {open && (
        <Suspense fallback={null}>
          <KeptDialog entries={entries} photos={photos} staffId={staffId} close={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

function Begun() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const begun = useBegun().filter((one) => one.address !== pathname);
  if (begun.length === 0) return null;
  return (
    <>
      <button
        type="button"
        className={styles.chip}
        aria-haspopup="menu"
        title="Typed here and not recorded yet"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {begun.length} begun
      </button>
      {anchor && (
        <Suspense fallback={null}>
          <MenuOf
            anchor={anchor}
            close={() => setAnchor(null)}
            offers={begun.map(({ address, what }) => [
              `${address}|${what}`,
              `${/^\/jobs\/([^/]+)/.exec(address)?.[1] ?? ''} ${what}`,
              () => void navigate(address),
            ])}
          />
        </Suspense>
      )}
    </>
  );
}
