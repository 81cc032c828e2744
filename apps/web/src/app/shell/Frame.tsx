import { Suspense } from 'react';
import { Outlet } from 'react-router';
import { useSessionQuery } from '../../api/api';
import { troubleOf } from '../../api/problem';
import { Empty, Loaded } from '../../ui';
import { late } from '../../ui/late';
import { Away } from './Away';

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
          <Outlet />
        ) : (
          <Suspense fallback={<Empty>Opening …</Empty>}>
            <SignIn session={session} />
          </Suspense>
        )
      }
    </Loaded>
  );
}

/** Asks again until the server answers: what was asked for opens then. */
function Waiting() {
  useSessionQuery(undefined, { pollingInterval: LOOK });
  return <Away />;
}
