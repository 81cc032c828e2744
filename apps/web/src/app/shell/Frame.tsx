import { Outlet } from 'react-router';
import { useSessionQuery } from '../../api/api';
import { troubleOf } from '../../api/problem';
import { SignIn } from '../../views/signin/SignIn';
import { Loaded } from '../../ui';
import { Away } from './Away';

/** How often the server is asked for while it does not answer, ms. */
const LOOK = 5000;

/** Lets signed-in staff through, everybody else to sign-in; what was asked for opens afterwards. */
export function Frame() {
  const { data, error } = useSessionQuery();
  if (!data && troubleOf(error)?.status === 0) return <Waiting />;
  return (
    <Loaded data={data} error={error} what="who is signed in">
      {(session) => (session.staff ? <Outlet /> : <SignIn session={session} />)}
    </Loaded>
  );
}

/** Asks again until the server answers: what was asked for opens then. */
function Waiting() {
  useSessionQuery(undefined, { pollingInterval: LOOK });
  return <Away />;
}
