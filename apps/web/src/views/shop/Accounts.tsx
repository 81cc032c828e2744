import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ROLES } from '@udrel/contract/permissions';
import type { AccountView, Role } from '@udrel/contract/types';
import {
  useAccountsQuery,
  useAddAccountMutation,
  useChangeAccountMutation,
  useResetPasswordMutation,
} from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { Foot, Loaded, Sheet, TroubleNote } from '../../ui';
import styles from './shop.module.css';

/** The staff with their roles; the owner makes, changes and closes accounts. */
export function Accounts({ self }: { self: string }) {
  const { data, error } = useAccountsQuery();
  const [change, { error: refused, isLoading }] = useChangeAccountMutation();
  return (
    <Sheet title="Staff" aside="a closed account is signed out at once">
      <Loaded data={data} error={error} what="the staff">
        {(accounts) => (
          <table>
            <thead>
              <tr>
                <th>Name</th>
                <th>Signs in as</th>
                <th>Role</th>
                <th>PIN</th>
                <th>
                  <span className="unseen">Change</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {accounts.map((account) => (
                <Row
                  key={account.id}
                  account={account}
                  self={account.id === self}
                  busy={isLoading}
                  change={(part) =>
                    void change({ id: account.id, body: { role: account.role, active: account.active, ...part } })
                  }
                />
              ))}
            </tbody>
          </table>
        )}
      </Loaded>
      <TroubleNote error={refused} />
      <NewAccount />
    </Sheet>
  );
}

function Row(props: {
  account: AccountView;
  self: boolean;
  busy: boolean;
  change: (part: { role?: Role; active?: boolean }) => void;
}) {
  const { account, self, busy, change } = props;
  return (
    <tr className={account.active ? undefined : 'sub'}>
      <td>{account.name}</td>
      <td className="mono">{account.login}</td>
      <td>
        <select
          aria-label={`Role of ${account.name}`}
          value={account.role}
          disabled={busy || self || !account.active}
          onChange={(event) => change({ role: event.target.value as Role })}
        >
          {ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </select>
      </td>
      <td>{account.hasPin ? 'set' : '–'}</td>
      <td style={{ textAlign: 'right' }}>
        {!self && (
          <span style={{ display: 'flex', gap: 6, justifyContent: 'flex-end' }}>
            {account.active && <ResetPassword account={account} />}
            <Button size="small" disabled={busy} onClick={() => change({ active: !account.active })}>
              {account.active ? 'Close' : 'Open again'}
            </Button>
          </span>
        )}
      </td>
    </tr>
  );
}

/** A new password for somebody who forgot theirs: they are signed out everywhere. */
function ResetPassword({ account: { id, name } }: { account: AccountView }) {
  const [open, setOpen] = useState(false);
  const [next, setNext] = useState('');
  const [reset, { error, isLoading, data }] = useResetPasswordMutation();
  const wrong = fieldTrouble(error, 'next');
  const close = () => {
    setOpen(false);
    setNext('');
  };
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        {data ? 'Password set' : 'New password …'}
      </Button>
      <Dialog open={open} onClose={close} aria-label={`New password of ${name}`}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void reset({ id, body: { next } }).then((answer) => 'data' in answer && close());
          }}
        >
          <DialogTitle>New password of {name}</DialogTitle>
          <DialogContent>
            <p style={{ marginBottom: 12 }}>
              Tell it to them; they change it under Shop. They are signed out everywhere, and their PIN is gone.
            </p>
            <TextField
              autoFocus
              type="password"
              label="New password, 10 characters or more"
              value={next}
              onChange={(event) => setNext(event.target.value)}
              error={wrong !== undefined}
              helperText={wrong}
              slotProps={{ htmlInput: { autoComplete: 'new-password' } }}
            />
            {!wrong && <TroubleNote error={error} />}
          </DialogContent>
          <DialogActions>
            <Button onClick={close}>Leave it</Button>
            <Button type="submit" variant="contained" disabled={isLoading || next.length < 10}>
              Set it
            </Button>
          </DialogActions>
        </form>
      </Dialog>
    </>
  );
}

const EMPTY = { name: '', login: '', role: 'technician' as Role, password: '' };

function NewAccount() {
  const [given, setGiven] = useState(EMPTY);
  const [add, { error, isLoading }] = useAddAccountMutation();
  const save = async () => {
    const answer = await add({ body: given });
    if (answer.data) setGiven(EMPTY);
  };
  const field = (key: 'name' | 'login' | 'password', label: string, more = {}) => (
    <TextField
      label={label}
      value={given[key]}
      onChange={(event) => setGiven({ ...given, [key]: event.target.value })}
      error={fieldTrouble(error, key) !== undefined}
      helperText={fieldTrouble(error, key)}
      {...more}
    />
  );
  return (
    <form
      style={{ marginTop: 14 }}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className={styles.fields}>
        {field('name', 'Name')}
        {field('login', 'Signs in as')}
        <TextField
          select
          label="Role"
          value={given.role}
          onChange={(event) => setGiven({ ...given, role: event.target.value as Role })}
          slotProps={{ select: { native: true } }}
        >
          {ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </TextField>
        {field('password', 'First password, 10 characters or more', { type: 'password', autoComplete: 'new-password' })}
      </div>
      {!fieldTrouble(error, 'login') && <TroubleNote error={error} />}
      <Foot>
        <Button type="submit" disabled={isLoading || !given.name.trim() || !given.login || given.password.length < 10}>
          Make the account
        </Button>
      </Foot>
    </form>
  );
}
