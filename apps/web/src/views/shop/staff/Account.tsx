import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import { staffEndpoints } from '@udrel/contract/endpoints';
import type { SignedInView, StaffView } from '@udrel/contract/types';
import {
  useChangePasswordMutation,
  useEndSessionMutation,
  useSessionsQuery,
  useSetPinMutation,
  useSignOutEverywhereMutation,
} from '../../../api/api';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { moment } from '../../../format/time';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

/** The own account: where one is signed in, and the PIN for a shared tablet. */
export function Account({ staff }: { staff: StaffView }) {
  return (
    <>
      <Sessions name={staff.name} />
      <Password />
      <Pin owner={staff.role === 'owner'} />
    </>
  );
}

function Sessions({ name }: { name: string }) {
  const { data, error } = useSessionsQuery();
  const [end, ending] = useEndSessionMutation();
  const [endAll, endingAll] = useSignOutEverywhereMutation();
  const isLoading = ending.isLoading || endingAll.isLoading;
  return (
    <Sheet title="Signed in" aside={name}>
      <Loaded data={data} error={error} what="where you are signed in">
        {(sessions) => (
          <>
            <ul className={styles.list}>
              {sessions.map((session) => (
                <li key={session.id}>
                  <span>
                    {browserOf(session)}
                    {session.here && <b>, this one</b>}
                    <span className="sub">
                      , since {moment(session.begunAt)}, last used {moment(session.seenAt)}
                    </span>
                  </span>
                  {!session.here && (
                    <Button disabled={isLoading} onClick={() => void end({ session: session.id })}>
                      End it
                    </Button>
                  )}
                </li>
              ))}
            </ul>
            <TroubleNote error={ending.error ?? endingAll.error} />
            <Foot note="This browser stays signed in.">
              <Button disabled={isLoading || sessions.length < 2} onClick={() => void endAll()}>
                Sign out everywhere else
              </Button>
            </Foot>
          </>
        )}
      </Loaded>
    </Sheet>
  );
}

/** What kind of browser it is, as far as it says. */
function browserOf({ agent }: SignedInView): string {
  const system = /Android|iPad|iPhone|Windows|Macintosh|Linux/.exec(agent)?.[0] ?? 'unknown system';
  const mobile = /Mobile|Tablet|iPad|Android/.test(agent) ? 'tablet or phone' : 'computer';
  return `${mobile}, ${system === 'Macintosh' ? 'macOS' : system}`;
}

/** The own password, changed by who knows the one until now. */
function Password() {
  const [change, { error, isLoading, data }] = useChangePasswordMutation();
  const form = useShapedForm({
    begin: { password: '', next: '' },
    read: (body) => ({ ok: true, body }),
    shape: staffEndpoints.changePassword.body,
    error,
  });
  const [password, next] = useWatch({ control: form.control, name: ['password', 'next'] });
  const save = form.handleSubmit(async (body) => {
    if ('data' in (await change({ body }))) form.reset();
  });
  return (
    <Sheet title="Password" aside={data ? 'changed; signed out everywhere else' : 'ten characters or more'}>
      <form onSubmit={(event) => void save(event)}>
        <div className={styles.fields}>
          <Field
            form={form}
            name="password"
            label="Password until now"
            type="password"
            html={{ autoComplete: 'current-password' }}
          />
          <Field form={form} name="next" label="New password" type="password" html={{ autoComplete: 'new-password' }} />
        </div>
        <FormTrouble form={form} />
        <Foot note="Other browsers are signed out.">
          <Button type="submit" variant="contained" disabled={isLoading || password === '' || next.length < 10}>
            Change the password
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}

function Pin({ owner }: { owner: boolean }) {
  const [setPin, { error, isLoading, data }] = useSetPinMutation();
  const form = useShapedForm({
    begin: { password: '', pin: '' },
    read: (body) => ({ ok: true, body }),
    shape: staffEndpoints.setPin.body,
    error,
  });
  const [password, pin] = useWatch({ control: form.control, name: ['password', 'pin'] });
  if (owner) {
    return (
      <Sheet title="PIN">
        <p className="sub">The owner signs in with the password only.</p>
      </Sheet>
    );
  }
  const send = async (body: { password: string; pin: string | null }) => {
    if ((await setPin({ body })).data) form.reset();
  };
  const save = form.handleSubmit(send);
  return (
    <Sheet title="PIN" aside={data ? (data.hasPin ? 'set' : 'removed') : 'to switch to you on a shared tablet'}>
      <form onSubmit={(event) => void save(event)}>
        <div className={styles.fields}>
          <Field
            form={form}
            name="password"
            label="Your password"
            type="password"
            className={styles.narrow ?? ''}
            html={{ autoComplete: 'current-password' }}
          />
          <Field
            form={form}
            name="pin"
            label="New PIN, 4 to 8 digits"
            type="password"
            className={styles.narrow ?? ''}
            html={{ inputMode: 'numeric', maxLength: 8, autoComplete: 'off' }}
          />
        </div>
        <FormTrouble form={form} />
        <Foot>
          <Button disabled={isLoading || password === ''} onClick={() => void send({ password, pin: null })}>
            Remove the PIN
          </Button>
          <Button type="submit" variant="contained" disabled={isLoading || password === '' || pin.length < 4}>
            Set the PIN
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}
