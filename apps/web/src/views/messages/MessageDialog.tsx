import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { messageEndpoints } from '@udrel/contract/endpoints';
import type { MessageView, SettleMessage } from '@udrel/contract/types';
import { CHANNELS } from '@udrel/core/messages';
import { useSettleMessageMutation } from '../../api/after';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { notify } from '../../features/notices/notify';
import { fullMoment } from '../../format/time';
import { FactList } from '../../ui';
import styles from './messages.module.css';

/** One message: changed before it goes, sent, told by whoever calls, or dropped; or what became of it. */
export function MessageDialog({ message, close }: { message: MessageView; close: () => void }) {
  const { id, kind, customer, customerId, tag, state, why, madeAt, settledAt, by, tries } = message;
  const [settle, { error, isLoading }] = useSettleMessageMutation();
  const { channel, address, subject, text } = message;
  const form = useShapedForm({
    begin: { channel, address, subject, text },
    read: (typed): { ok: true; body: SettleMessage } => ({ ok: true, body: { ...typed, what: 'send' } }),
    shape: messageEndpoints.settleMessage.body,
    error,
  });
  const way = useWatch({ control: form.control, name: 'channel' });
  const open = state === 'to look at' || state === 'failed';
  const send = (what: SettleMessage['what'], told: string) =>
    form.handleSubmit(async (body) => {
      if ((await settle({ id, body: { ...body, what } })).error) return;
      notify({ kind: 'recorded', text: told });
      close();
    });
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>
        {kind}: {customer}
      </DialogTitle>
      <DialogContent>
        <FactList
          rows={[
            [
              'about',
              <>
                <Link to={`/jobs/${tag}`}>{tag}</Link> of <Link to={`/customers/${customerId}`}>{customer}</Link>
              </>,
            ],
            ['made', fullMoment(madeAt)],
            [
              'state',
              `${state}${settledAt ? `, ${fullMoment(settledAt)}` : ''}${by ? `, ${by}` : state === 'sent' ? ', by itself' : ''}${tries > 1 ? `, after ${tries} tries` : ''}`,
            ],
            ...(why ? [['why', why] as const] : []),
          ]}
        />
        <form
          id="message"
          className={styles.fields}
          onSubmit={(event) => void send('send', 'It is on its way.')(event)}
        >
          <Field form={form} name="channel" label="By" choices={CHANNELS} disabled={!open} />
          <Field form={form} name="address" label={way === 'mail' ? 'Mail address' : 'Number'} disabled={!open} />
          {way === 'mail' && (
            <Field form={form} name="subject" label="Subject" className={styles.wide ?? ''} disabled={!open} />
          )}
          <Field
            form={form}
            name="text"
            label="Text"
            className={styles.wide ?? ''}
            multiline
            minRows={6}
            disabled={!open}
          />
        </form>
        <FormTrouble form={form} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
        {open && (
          <>
            <Button disabled={isLoading} onClick={() => void send('drop', 'It does not go.')()}>
              Drop it
            </Button>
            <Button
              variant={way === 'phone' ? 'contained' : 'outlined'}
              disabled={isLoading}
              onClick={() => void send('told', 'Noted that they were told.')()}
            >
              They were told
            </Button>
            {way !== 'phone' && (
              <Button type="submit" form="message" variant="contained" disabled={isLoading}>
                Send it
              </Button>
            )}
          </>
        )}
      </DialogActions>
    </Dialog>
  );
}
