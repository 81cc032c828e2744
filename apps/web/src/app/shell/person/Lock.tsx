import { Suspense, useCallback, useEffect } from 'react';
import type { SessionView } from '@udrel/contract/types';
import { useLockMutation } from '../../../api/api';
import { late } from '../../../ui/late';
import { touchedNow, useIdle } from '../../this-browser/idle';

const LockScreen = late(async () => ({ default: (await import('./LockScreen')).LockScreen }));

/** Locks the screen when nobody touches it, and shows that it is. */
export function Lock({ session: { staff, locked, idleMinutes } }: { session: SessionView }) {
  const [lock, { isLoading }] = useLockMutation();
  const isLocked = locked !== null;
  useEffect(() => {
    // Whoever has just unlocked it has touched it.
    if (isLocked) return touchedNow;
    return undefined;
  }, [isLocked]);
  const idle = useCallback(() => {
    if (!isLoading) void lock();
  }, [lock, isLoading]);
  useIdle(isLocked ? null : idleMinutes, idle);
  return (
    staff &&
    locked && (
      <Suspense fallback={null}>
        <LockScreen staff={staff} people={locked} />
      </Suspense>
    )
  );
}
