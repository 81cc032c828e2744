import type { SessionView, ShopFormats } from '@udrel/contract/types';
import { Fragment, Suspense, useEffect, useMemo, type ReactNode } from 'react';
import { Outlet } from 'react-router';
import { useSessionQuery } from '../../api/api';
import { troubleOf } from '../../api/problem';
import { followShop } from '../../format/shop-formats';
import { Empty, Loaded } from '../../ui';
import { late } from '../../ui/late';
import { touchedNow } from '../this-browser/idle';

const Away = late(async () => ({ default: (await import('./Away')).Away }));
const SignIn = late(async () => ({ default: (await import('../../views/signin/SignIn')).SignIn }));

/** How often the server is asked for while it does not answer, ms. */
const LOOK = 5000;

/** Lets signed-in staff through, everybody else to sign-in; what was asked for opens afterwards. */
export function Frame() {
  const { data, error } = useSessionQuery();
  if (!data && troubleOf(error)?.status === 0) return <Waiting />;
  return (
    <Loaded data={data} error={error} what="who is signed in">
      {(session) =>
        session.staff ? (
          <Written as={session.formats}>
            <Outlet />
          </Written>
        ) : (
          <Nobody session={session} />
        )
      }
    </Loaded>
  );
}

function Nobody({ session }: { session: SessionView }) {
  // Whoever comes in after this has just touched it.
  useEffect(() => touchedNow, []);
  return (
    <Suspense fallback={<Empty>Opening …</Empty>}>
      <SignIn session={session} />
    </Suspense>
  );
}

/** Everything below is written as the shop does; drawn anew when that changes. */
function Written({ as, children }: { as: ShopFormats; children: ReactNode }) {
  const key = JSON.stringify(as);
  // Before anything of it is drawn.
  useMemo(() => followShop(JSON.parse(key) as ShopFormats), [key]);
  return <Fragment key={key}>{children}</Fragment>;
}

/** Asks again until the server answers: what was asked for opens then. */
function Waiting() {
  useSessionQuery(undefined, { pollingInterval: LOOK });
  return (
    <Suspense fallback={<Empty>No connection …</Empty>}>
      <Away />
    </Suspense>
  );
}
