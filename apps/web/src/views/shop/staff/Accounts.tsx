import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { staffEndpoints } from '@udrel/contract/endpoints';
import { ROLES } from '@udrel/contract/permissions';
import type { AccountView, Role } from '@udrel/contract/types';
import {
  useAccountsQuery,
  useAddAccountMutation,
  useChangeAccountMutation,
  useResetPasswordMutation,
} from '../../../api/api';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { Foot, Loaded, Sheet, TroubleNote } from '../../../ui';
import styles from '../shop.module.css';

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
  const [reset, { error, isLoading, data }] = useResetPasswordMutation();
  const form = useShapedForm({
    begin: { next: '' },
    read: (body) => ({ ok: true, body }),
    shape: staffEndpoints.resetPassword.body,
    error,
  });
  const next = useWatch({ control: form.control, name: 'next' });
  const close = () => {
    setOpen(false);
    form.reset();
  };
  const save = form.handleSubmit(async (body) => {
    if ('data' in (await reset({ id, body }))) close();
  });
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        {data ? 'Password set' : 'New password …'}
      </Button>
      <Dialog open={open} onClose={close} aria-label={`New password of ${name}`}>
        <form onSubmit={(event) => void save(event)}>
          <DialogTitle>New password of {name}</DialogTitle>
          <DialogContent>
            <p style={{ marginBottom: 12 }}>
              Tell it to them; they change it under Shop. They are signed out everywhere, and their PIN is gone.
            </p>
            <Field
              form={form}
              name="next"
              label="New password, 10 characters or more"
              type="password"
              autoFocus
              html={{ autoComplete: 'new-password' }}
            />
            <FormTrouble form={form} />
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
  const [add, { error, isLoading }] = useAddAccountMutation();
  const form = useShapedForm({
    begin: EMPTY,
    read: (body) => ({ ok: true, body }),
    shape: staffEndpoints.addAccount.body,
    error,
  });
  const [name, login, password] = useWatch({ control: form.control, name: ['name', 'login', 'password'] });
  const save = form.handleSubmit(async (body) => {
    if ((await add({ body })).data) form.reset();
  });
  return (
    <form style={{ marginTop: 14 }} onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field form={form} name="name" label="Name" />
        <Field form={form} name="login" label="Signs in as" />
        <Field form={form} name="role" label="Role" choices={ROLES} />
        <Field
          form={form}
          name="password"
          label="First password, 10 characters or more"
          type="password"
          html={{ autoComplete: 'new-password' }}
        />
      </div>
      <FormTrouble form={form} />
      <Foot>
        <Button type="submit" disabled={isLoading || !name.trim() || !login || password.length < 10}>
          Make the account
        </Button>
      </Foot>
    </form>
  );
}
