import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useSelector } from 'react-redux';
import { useLocation, useNavigate } from 'react-router';
import { useSessionQuery } from '../../api/api';
import type { State } from '../../store/store';
import { useBegun } from '../../features/typed/typed';
import { KeptEntry } from './KeptEntry';
import styles from './shell.module.css';

/** What is not finished in this browser: no connection, changes kept for later, things begun and interrupted. */
export function Unfinished() {
  const lostAt = useSelector((state: State) => state.connection.lostAt);
  return (
    <div className={styles.unfinished}>
      {lostAt !== null && (
        <span
          className={styles.lost}
          role="status"
          title="Notes, ticks, measurements and screws are kept and sent later"
        >
          No connection
        </span>
      )}
      <Kept />
      <Begun />
    </div>
  );
}

function Kept() {
  const [open, setOpen] = useState(false);
  const entries = useSelector((state: State) => state.outbox.entries);
  const staffId = useSessionQuery().data?.staff?.id;
  const stuck = entries.filter((entry) => entry.state !== 'waiting').length;
  if (entries.length === 0 && !open) return null;
  return (
    <>
      <button
        type="button"
        className={stuck > 0 ? `${styles.chip} ${styles.stuck}` : styles.chip}
        onClick={() => setOpen(true)}
      >
        {stuck > 0 ? `${stuck} to settle` : `${entries.length} kept`}
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="md" fullWidth aria-labelledby="kept-title">
        <DialogTitle id="kept-title">Kept in this browser</DialogTitle>
        <DialogContent>
          {entries.length === 0 ? (
            <p>Everything has been sent.</p>
          ) : (
            <ul className={styles.kept}>
              {entries.map((entry) => (
                <KeptEntry key={entry.id} entry={entry} mine={entry.staffId === staffId} />
              ))}
            </ul>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Close</Button>
        </DialogActions>
      </Dialog>
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
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {begun.map(({ address, what }) => (
          <MenuItem
            key={`${address}|${what}`}
            onClick={() => {
              setAnchor(null);
              void navigate(address);
            }}
          >
            {/^\/jobs\/([^/]+)/.exec(address)?.[1] ?? ''} {what}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
