import Button from '@mui/material/Button';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import { Empty } from '../../ui';

/** A view that failed, with what it said: nothing that was typed or recorded is lost by it. */
export function Failed() {
  const error = useRouteError();
  if (isRouteErrorResponse(error) && error.status === 404) return <Lost />;
  return (
    <div role="alert">
      <Empty>
        <p>This view failed. What was recorded is safe, and what was typed is kept in this browser.</p>
        <p className="mono">{error instanceof Error ? error.message : String(error)}</p>
        <Button variant="contained" onClick={() => location.reload()}>
          Try again
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
