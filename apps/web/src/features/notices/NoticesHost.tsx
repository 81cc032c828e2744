import { type ComponentType, Suspense, useEffect, useState } from 'react';
import { late } from '../../ui/late';
import { onNotice, type Notice } from './notify';

/** What cannot be loaded without a connection says nothing; what it would say stands in the page too. */
const Notices = late<{ first: Notice }>(() => import('./Notices').catch(() => ({ default: Silent })));
const Silent: ComponentType<{ first: Notice }> = () => null;

/** Shows notices; what shows them is loaded after everything else. */
export function NoticesHost() {
  const [first, setFirst] = useState<Notice | null>(null);
  useEffect(() => (first ? undefined : onNotice(setFirst)), [first]);
  if (!first) return null;
  return (
    <Suspense fallback={null}>
      <Notices first={first} />
    </Suspense>
  );
}
