import Button from '@mui/material/Button';
import { useEffect, useRef, type ReactNode } from 'react';
import { useSelector } from 'react-redux';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import type { State } from '../../store/store';
import { Empty } from '../../ui';
import { isNotLoaded } from '../kept-shell';

const anew = () => location.reload();

/** A view that failed, with what it said: nothing that was typed or recorded is lost by it. */
export function Failed() {
  const error = useRouteError();
  if (isRouteErrorResponse(error) && error.status === 404) return <Lost />;
  if (isNotLoaded(error)) return <NotLoaded />;
  return (
    <Stuck words="Try again" again={anew}>
      This view failed. What was recorded is safe, and what was typed is kept in this browser.
      <br />
      <span className="mono">{error instanceof Error ? error.message : String(error)}</span>
    </Stuck>
  );
}

/** A view whose code is not in this browser: it opens once the server is there. */
export function NotLoaded({ again = anew }: { again?: () => void }) {
  const lostAt = useSelector((state: State) => state.connection.lostAt);
  const away = useRef(false);
  useEffect(() => {
    if (lostAt !== null) away.current = true;
    else if (away.current) again();
  }, [lostAt, again]);
  useEffect(() => {
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, [again]);
  return (
    <Stuck words="Try now" again={again}>
      This view is not in this browser yet, and the server does not answer. It opens by itself once it does.
    </Stuck>
  );
}

/** Why a view is not there, and the ways on. */
function Stuck({ words, again, children }: { words: string; again: () => void; children: ReactNode }) {
  return (
    <div role="alert">
      <Empty>{children}</Empty>
      <Empty>
        <Button variant="contained" onClick={again}>
          {words}
        </Button>{' '}
        <Link to="/">Back to the Floor</Link>
      </Empty>
    </div>
  );
}

/** Where an address leads nowhere. */
export function Lost() {
  return (
    <Empty>
      There is nothing to show here. <Link to="/">Back to the Floor</Link>
    </Empty>
  );
}
