import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import type { SessionView } from '@udrel/contract/types';
import { useSetUpMutation, useSignInMutation } from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { TroubleNote } from '../../ui';
import styles from './signin.module.css';

/** Signing in; in an empty shop, making the owner's account with the code from the console. */
export function SignIn({ session }: { session: SessionView }) {
  return (
    <main className={styles.page}>
      <div className={styles.box}>
        <title>{`Sign in, ${session.shop}`}</title>
        <h1>{session.shop}</h1>
        {session.needsSetUp ? <SetUpForm /> : <SignInForm session={session} />}
      </div>
    </main>
  );
}

function SignInForm({ session }: { session: SessionView }) {
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [signIn, { isLoading, error }] = useSignInMutation();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void signIn({ body: { login, password } });
  };
  return (
    <>
      <form className={styles.form} onSubmit={submit}>
        <TextField
          label="Name"
          value={login}
          onChange={(e) => setLogin(e.target.value)}
          autoComplete="username"
          autoFocus
        />
        <TextField
          label="Password"
          type="password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
          autoComplete="current-password"
        />
        <TroubleNote error={error} />
        <Button type="submit" variant="contained" disabled={isLoading || !login || !password}>
          Sign in
        </Button>
      </form>
      {session.demoAccounts.length > 0 && (
        <div className={styles.accounts}>
          <p className="sub">Demo accounts, on this computer only:</p>
          {session.demoAccounts.map((account) => (
            <div key={account.login} className={styles.account}>
              <span>
                {account.name}, <span className="sub">{account.role}</span>
              </span>
              <Button onClick={() => void signIn({ body: { login: account.login, password: account.password } })}>
                Enter as {account.login}
              </Button>
            </div>
          ))}
        </div>
      )}
    </>
  );
}

function SetUpForm() {
  const [given, setGiven] = useState({ code: '', name: '', login: '', password: '' });
  const [setUp, { isLoading, error }] = useSetUpMutation();
  const navigate = useNavigate();
  const field = (key: keyof typeof given, label: string, type = 'text') => (
    <TextField
      label={label}
      type={type}
      value={given[key]}
      onChange={(event) => setGiven({ ...given, [key]: event.target.value })}
      error={fieldTrouble(error, key) !== undefined}
      helperText={fieldTrouble(error, key)}
    />
  );
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        void setUp({ body: given }).then((done) => 'data' in done && void navigate('/shop/set-up'));
      }}
    >
      <p>Nobody has an account yet. Make the owner’s, with the code printed where the server was started.</p>
      <p className="sub">
        A shop that was elsewhere before comes from its backup (<span className="mono">npm run restore</span>) or its
        open archive (<span className="mono">npm run bring-in</span>), before the first start.
      </p>
      {field('code', 'Code from the console')}
      {field('name', 'Your name')}
      {field('login', 'Sign-in name')}
      {field('password', 'Password, 10 characters or more', 'password')}
      <TroubleNote error={error} />
      <Button type="submit" variant="contained" disabled={isLoading}>
        Make the account
      </Button>
    </form>
  );
}
