import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useCallback } from 'react';
import { useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { custodyEndpoints } from '@udrel/contract/endpoints';
import type { SettleStay, StayView } from '@udrel/contract/types';
import { useSettleStayMutation } from '../../api/after';
import { Field, FormTrouble, Tick, When } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { notify } from '../../features/notices/notify';
import { useScanned } from '../../features/scan/scan';
import { fullMoment } from '../../format/time';
import { FactList } from '../../ui';
import styles from './stays.module.css';

/** One thing that stays: moved, kept longer, given back or handed to recycling. A scanned place moves it there. */
export function StayDialog({ stay, close }: { stay: StayView; close: () => void }) {
  const { tag, number, label, name, serial, customer, customerId, phone, gone, goneAt, missingSince, open } = stay;
  const [settle, { error, isLoading }] = useSettleStayMutation();
  const form = useShapedForm({
    begin: { place: stay.place, until: stay.until ?? '', consent: stay.consent },
    read: ({ place, until, consent }) => ({ ok: true, body: { place, until: until || null, consent, gone: null } }),
    shape: custodyEndpoints.settleStay.body,
    error,
  });
  const consent = useWatch({ control: form.control, name: 'consent' });
  const { setValue } = form;
  useScanned(
    useCallback(
      (text) => {
        setValue('place', text);
        return true;
      },
      [setValue],
    ),
  );
  const send = (how: SettleStay['gone'], told: string) =>
    form.handleSubmit(async (body: SettleStay) => {
      const done = await settle({ tag, number, body: { ...body, gone: how } });
      if (done.error) return;
      notify({ kind: 'recorded', text: told });
      close();
    });
  const workedOn = open && stay.stay === null;
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>
        <span className="mono">{label}</span> {name}
      </DialogTitle>
      <DialogContent>
        <FactList
          rows={[
            [
              'customer',
              <>
                <Link to={`/customers/${customerId}`}>{customer}</Link> <span className="mono">{phone}</span>
              </>,
            ],
            ['job', <Link to={`/jobs/${tag}/hand-over`}>{tag}</Link>],
            ...(serial ? [['serial', <span className="mono">{serial}</span>] as const] : []),
            [
              'why it is here',
              gone ? `it is not: ${gone}${goneAt ? `, ${fullMoment(goneAt)}` : ''}` : (stay.stay ?? 'its job is open'),
            ],
            ...(missingSince
              ? [
                  [
                    'missing',
                    `since the round of ${fullMoment(missingSince)}; note its place once it is found`,
                  ] as const,
                ]
              : []),
          ]}
        />
        {gone === null && !workedOn && (
          <form
            id="settle"
            className={styles.fields}
            onSubmit={(event) => void send(null, `${label} is noted.`)(event)}
          >
            <Field form={form} name="place" label="Place" help="type or scan it" />
            <When form={form} name="until" label="Kept until" />
            {serial !== '' && (
              <Tick
                form={form}
                name="consent"
                label="The customer agrees in writing that nothing is left of it"
                className={styles.wide}
              />
            )}
          </form>
        )}
        {workedOn && <p className="sub">It is here for the work: it is moved and given back at its job.</p>}
        <FormTrouble form={form} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
        {(stay.stay === 'to be wiped' || stay.stay === 'wiped') && (
          <Button component={Link} to={`/stays/${tag}/${number}/wipe`}>
            {stay.stay === 'wiped' ? 'Its wipe' : 'Wipe it …'}
          </Button>
        )}
        {gone === null && !workedOn && (
          <>
            <Button
              disabled={isLoading || (serial !== '' && !consent)}
              onClick={() => void send('recycled', `${label} went to recycling.`)()}
            >
              Handed to recycling
            </Button>
            <Button disabled={isLoading} onClick={() => void send('returned', `${label} was given back.`)()}>
              Given back
            </Button>
            <Button type="submit" form="settle" variant="contained" disabled={isLoading}>
              Note it
            </Button>
          </>
        )}
      </DialogActions>
    </Dialog>
  );
}
