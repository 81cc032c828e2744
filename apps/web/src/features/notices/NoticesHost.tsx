import { lazy, Suspense, useEffect, useState } from 'react';
import { onNotice, type Notice } from './notify';

const Notices = lazy(() => import('./Notices'));

/** Shows notices; what shows them is loaded for the first one. */
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
