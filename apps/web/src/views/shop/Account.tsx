import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type InputHTMLAttributes } from 'react';
import type { SignedInView, StaffView } from '@udrel/contract/types';
import {
  useChangePasswordMutation,
  useEndSessionMutation,
  useSessionsQuery,
  useSetPinMutation,
  useSignOutEverywhereMutation,
} from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { moment } from '../../format/time';
import { Foot, Loaded, Sheet, TroubleNote } from '../../ui';
import styles from './shop.module.css';

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

type Html = InputHTMLAttributes<HTMLInputElement>;

/** A password or PIN of a form, with what was wrong with it. */
function SecretField<T extends Record<string, string>>(props: {
  given: T;
  setGiven: (given: T) => void;
  name: keyof T & string;
  label: string;
  error: unknown;
  html: Html;
  className?: string;
}) {
  const { given, setGiven, name, label, error, html, className } = props;
  const wrong = fieldTrouble(error, name);
  return (
    <TextField
      type="password"
      label={label}
      value={given[name]}
      onChange={(event) => setGiven({ ...given, [name]: event.target.value })}
      error={wrong !== undefined}
      helperText={wrong}
      slotProps={{ htmlInput: html }}
      {...(className ? { className } : {})}
    />
  );
}

/** The own password, changed by who knows the one until now. */
function Password() {
  const [given, setGiven] = useState({ password: '', next: '' });
  const [change, { error, isLoading, data }] = useChangePasswordMutation();
  const field = (key: keyof typeof given, label: string, autoComplete: string) => (
    <SecretField {...{ given, setGiven, error, label }} name={key} html={{ autoComplete }} />
  );
  const byField = fieldTrouble(error, 'password') ?? fieldTrouble(error, 'next');
  return (
    <Sheet title="Password" aside={data ? 'changed; signed out everywhere else' : 'ten characters or more'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void change({ body: given }).then((answer) => 'data' in answer && setGiven({ password: '', next: '' }));
        }}
      >
        <div className={styles.fields}>
          {field('password', 'Password until now', 'current-password')}
          {field('next', 'New password', 'new-password')}
        </div>
        {!byField && <TroubleNote error={error} />}
        <Foot note="Other browsers are signed out.">
          <Button
            type="submit"
            variant="contained"
            disabled={isLoading || given.password === '' || given.next.length < 10}
          >
            Change the password
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}

function Pin({ owner }: { owner: boolean }) {
  const [given, setGiven] = useState({ password: '', pin: '' });
  const [setPin, { error, isLoading, data }] = useSetPinMutation();
  if (owner) {
    return (
      <Sheet title="PIN">
        <p className="sub">The owner signs in with the password only.</p>
      </Sheet>
    );
  }
  const save = async (pin: string | null) => {
    const answer = await setPin({ body: { password: given.password, pin } });
    if (answer.data) setGiven({ password: '', pin: '' });
  };
  const field = (key: keyof typeof given, label: string, html: Html) => (
    <SecretField {...{ given, setGiven, error, label, html }} name={key} className={styles.narrow ?? ''} />
  );
  return (
    <Sheet title="PIN" aside={data ? (data.hasPin ? 'set' : 'removed') : 'to switch to you on a shared tablet'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save(given.pin);
        }}
      >
        <div className={styles.fields}>
          {field('password', 'Your password', { autoComplete: 'current-password' })}
          {field('pin', 'New PIN, 4 to 8 digits', { inputMode: 'numeric', maxLength: 8, autoComplete: 'off' })}
        </div>
        {!fieldTrouble(error, 'password') && !fieldTrouble(error, 'pin') && <TroubleNote error={error} />}
        <Foot>
          <Button disabled={isLoading || given.password === ''} onClick={() => void save(null)}>
            Remove the PIN
          </Button>
          <Button
            type="submit"
            variant="contained"
            disabled={isLoading || given.password === '' || given.pin.length < 4}
          >
            Set the PIN
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}
