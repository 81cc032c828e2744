import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
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
    <div role="alert">
      <Empty>
        This view failed. What was recorded is safe, and what was typed is kept in this browser.
        <br />
        <span className="mono">{error instanceof Error ? error.message : String(error)}</span>
      </Empty>
      <Empty>
        <Button variant="contained" onClick={anew}>
          Try again
        </Button>{' '}
        <Link to="/">Back to the Floor</Link>
      </Empty>
    </div>
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
    <div role="alert">
      <Empty>
        This view is not in this browser yet, and the server does not answer. It opens by itself once it does.
      </Empty>
      <Empty>
        <Button variant="contained" onClick={again}>
          Try now
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
