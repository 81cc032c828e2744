import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { JobView } from '@udrel/contract/types';
import { toGoBack } from '@udrel/core/disassembly';
import { Field, FormTrouble, Tick } from '../../../features/form/Field';
import { useKeptForm } from '../../../features/form/kept-form';
import { useJobChange } from '../../../features/job/useJobChange';
import { forgetTyped } from '../../../features/typed/typed';
import styles from '../../../features/job/job.module.css';

/** How a job is put down, for whoever goes on. */
export default function HandOffDialog({ job, close }: { job: JobView; close: () => void }) {
  const where = { address: `/jobs/${job.tag}`, what: 'putting down' };
  const { change, busy, error } = useJobChange(job);
  const form = useKeptForm(where, {
    begin: { batteryOff: false, tried: '', next: '' },
    read: (body) => ({ ok: true, body }),
    shape: null,
    error,
  });
  const put = form.handleSubmit(async (state) => {
    if (!(await change('handOff', state))) return;
    forgetTyped(where);
    close();
  });
  const still = job.snapshot.disassembly.filter((item) => toGoBack(item) > item.back);
  return (
    <Dialog open onClose={close} maxWidth="sm" fullWidth aria-labelledby="hand-off-title">
      <DialogTitle id="hand-off-title">Put {job.tag} down</DialogTitle>
      <form onSubmit={(event) => void put(event)}>
        <DialogContent>
          <div className={styles.correcting}>
            <p className="sub">
              {still.length > 0
                ? `Out by the sheet: ${still.map((item) => `${item.out - item.back} × ${item.name}`).join(', ')}.`
                : 'Nothing is out by the sheet.'}
            </p>
            <Tick form={form} name="batteryOff" label="The battery is unplugged" className={styles.tick} />
            <Field form={form} name="tried" label="Tried so far" autoFocus multiline />
            <Field form={form} name="next" label="Next" />
            <FormTrouble form={form} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Keep it in hand</Button>
          <Button type="submit" variant="contained" disabled={busy}>
            Put down
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
