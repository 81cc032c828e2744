import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useDeferredValue } from 'react';
import { useWatch } from 'react-hook-form';
import { scheduleEndpoints } from '@udrel/contract/endpoints';
import type { AgreedVisit, VisitView } from '@udrel/contract/types';
import { WISH_KINDS } from '@udrel/core/steps';
import { useAgreeVisitMutation, useChangeVisitMutation, useWhatIfQuery } from '../../api/after';
import { Field, FormTrouble, Ticks, When } from '../../features/form/Field';
import { useShapedForm, type ShapedForm } from '../../features/form/shaped-form';
import { fromShopClock } from '../../format/shop-formats';
import { duration, fieldMoment, moment, nextClosing } from '../../format/time';
import { OutcomeMark } from '../../ui';
import styles from './diary.module.css';

const dated = (typed: string) => {
  const at = typed === '' ? null : fromShopClock(typed);
  return at && !Number.isNaN(at.getTime()) ? at.toISOString() : null;
};

/** A visit as it is typed. */
interface VisitFields {
  customer: string;
  phone: string;
  note: string;
  wishes: VisitView['wishes'];
  at: string;
  promised: string;
}

/** Agrees when somebody brings what, or changes it. */
export function VisitDialog({ visit, close }: { visit: VisitView | null; close: () => void }) {
  const [agree, agreeing] = useAgreeVisitMutation();
  const [change, changing] = useChangeVisitMutation();
  const form = useShapedForm<VisitFields, AgreedVisit>({
    begin: {
      ...{ customer: visit?.customer ?? '', phone: visit?.phone ?? '', note: visit?.note ?? '' },
      wishes: visit?.wishes ?? [],
      at: fieldMoment(visit ? new Date(visit.at) : nextClosing()),
      promised: visit?.promisedAt ? fieldMoment(new Date(visit.promisedAt)) : '',
    },
    read: ({ at, promised, ...typed }) => ({
      ok: true,
      body: { ...typed, at: dated(at) ?? at, promisedAt: promised === '' ? null : (dated(promised) ?? promised) },
    }),
    shape: scheduleEndpoints.agreeVisit.body,
    error: agreeing.error ?? changing.error,
  });
  const save = form.handleSubmit(async (body) => {
    const answer = visit ? await change({ id: visit.id, body: { visit: body, was: visit.at } }) : await agree({ body });
    if ('data' in answer) close();
  });
  const title = visit ? `Change ${visit.tag}` : 'Agree a visit';
  return (
    <Dialog open onClose={close} aria-label={title} fullWidth maxWidth="sm">
      <form onSubmit={(event) => void save(event)}>
        <DialogTitle>{title}</DialogTitle>
        <DialogContent>
          <div className={styles.fields}>
            <Field form={form} name="customer" label="Customer" autoFocus />
            <Field form={form} name="phone" label="Phone" />
            <When form={form} name="at" label="Comes" width="100%" time />
            <When form={form} name="promised" label="Promised" width="100%" time />
          </div>
          <div className={styles.wishes} role="group" aria-label="Wishes">
            <Ticks form={form} name="wishes" options={WISH_KINDS} />
          </div>
          <Field form={form} name="note" label="Note" multiline minRows={2} sx={{ width: '100%', mt: 1 }} />
          <Honest form={form} />
          <FormTrouble form={form} />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={agreeing.isLoading || changing.isLoading}>
            {visit ? 'Change it' : 'Agree it'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** What promising it as typed does to what is open. */
function Honest({ form }: { form: ShapedForm<VisitFields, AgreedVisit> }) {
  const [wishes, promised] = useWatch({ control: form.control, name: ['wishes', 'promised'] });
  const asked = useDeferredValue(promised);
  const promisedAt = dated(asked);
  const { currentData: found } = useWhatIfQuery(
    { wishes: wishes.join(','), ...(promisedAt ? { promisedAt } : {}) },
    { skip: wishes.length === 0 },
  );
  if (!found) return null;
  const short = promisedAt !== null && promisedAt < found.late;
  return (
    <p className={styles.effect} role="status">
      <OutcomeMark outcome={short || found.slips.length > 0 ? 'limit' : 'pass'} />
      <span>
        Brought now it would be ready by <b>{moment(found.late)}</b>, nine times in ten.
        {found.slips.length > 0 &&
          ` Promised so, it makes ${found.slips.length} late, ${found.slips[0]?.tag} by ${duration((found.slips[0]?.by ?? 0) * 60)}.`}
      </span>
    </p>
  );
}
