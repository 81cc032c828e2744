import { type ComponentType, lazy, Suspense, useEffect, useState } from 'react';
import { onNotice, type Notice } from './notify';

const load = () => import('./Notices');
/** What cannot be loaded without a connection says nothing; what it would say stands in the page too. */
const Notices = lazy<ComponentType<{ first: Notice }>>(() => load().catch(() => ({ default: () => null })));

/** After which it is loaded ahead, ms: it is there then when the connection is not. */
const LATER = 3000;

/** Shows notices; what shows them is loaded after everything else. */
export function NoticesHost() {
  const [first, setFirst] = useState<Notice | null>(null);
  useEffect(() => (first ? undefined : onNotice(setFirst)), [first]);
  useEffect(() => {
    const timer = setTimeout(() => void load().catch(() => undefined), LATER);
    return () => clearTimeout(timer);
  }, []);
  if (!first) return null;
  return (
    <Suspense fallback={null}>
      <Notices first={first} />
    </Suspense>
  );
}
