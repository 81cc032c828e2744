import { Link } from 'react-router';
import { Empty } from '../ui';

/** Where an address leads nowhere, or a view failed. */
export function Lost() {
  return (
    <Empty>
      There is nothing to show here. <Link to="/">Back to the Floor</Link>
    </Empty>
  );
}
