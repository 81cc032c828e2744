import { Outlet } from 'react-router';
import { useSessionQuery } from '../../api/api';
import { SignIn } from '../../views/signin/SignIn';
import { Loaded } from '../../ui';

/** Lets signed-in staff through, everybody else to sign-in; what was asked for opens afterwards. */
export function Frame() {
  const { data, error } = useSessionQuery();
  return (
    <Loaded data={data} error={error} what="who is signed in">
      {(session) => (session.staff ? <Outlet /> : <SignIn session={session} />)}
    </Loaded>
  );
}
