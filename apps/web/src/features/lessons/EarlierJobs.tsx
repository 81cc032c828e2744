import type { EarlierJob } from '@udrel/contract/types';
import { shopNow } from '../../format/shop-now';
import { dayOf, moment } from '../../format/time';
import { Tag } from '../../ui';

/** What was done to a device before, and until when what we fitted is guaranteed. */
export function EarlierJobs({ earlier }: { earlier: readonly EarlierJob[] }) {
  if (earlier.length === 0) return <p className="sub">No earlier job.</p>;
  return (
    <ul style={{ listStyle: 'none', margin: 0, padding: 0, display: 'grid', gap: 8 }}>
      {earlier.map(({ tag, closedAt, fitted, end, guaranteedUntil }) => (
        <li key={tag}>
          <Tag tag={tag} /> <span className="sub">{moment(closedAt)}</span>
          {end && <span className="sub">, ended without work: {end}</span>}
          {fitted.map((one) => (
            <div key={one}>{one}</div>
          ))}
          {guaranteedUntil && <Guarantee until={guaranteedUntil} />}
        </li>
      ))}
    </ul>
  );
}

function Guarantee({ until }: { until: string }) {
  const holds = Date.parse(until) > shopNow();
  return (
    <div className={holds ? undefined : 'sub'}>
      {holds ? `guaranteed until ${dayOf(until)}` : `guarantee ended ${dayOf(until)}`}
    </div>
  );
}
