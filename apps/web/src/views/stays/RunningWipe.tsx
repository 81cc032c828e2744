import Button from '@mui/material/Button';
import { wipeEndpoints } from '@udrel/contract/endpoints';
import type { EndWipe, RunView, StayView } from '@udrel/contract/types';
import { decimal } from '@udrel/core/capacity';
import { useEndWipeMutation } from '../../api/after';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { useRunNow } from '../../features/job/useRunNow';
import { typedFigure } from '../../format/shop-formats';
import { duration, moment, range, since } from '../../format/time';
import { rate } from '../../format/units';
import { FactList, Foot, HatchBar, OutcomeMark, Sheet } from '../../ui';
import styles from './stays.module.css';

const asItStands = (run: RunView) => run;

/** A wipe under way: how far it has come, and how it ended. */
export function RunningWipe({ stay, run: known }: { stay: StayView; run: RunView }) {
  const { tag, number, label } = stay;
  const run = useRunNow(tag, known, asItStands);
  const [end, { error, isLoading }] = useEndWipeMutation();
  const watched = run.berth !== null;
  const form = useShapedForm({
    begin: { note: '', minutes: '' },
    read: ({ note, minutes }) => ({
      ok: true,
      body: { note, outcome: 'ended well' as const, minutes: minutes.trim() === '' ? null : typedFigure(minutes) },
    }),
    shape: wipeEndpoints.endWipe.body,
    nameOf: (field) => (field === 'outcome' ? 'note' : field),
    error,
  });
  const send = (outcome: EndWipe['outcome']) =>
    form.handleSubmit(async (body: EndWipe) => {
      await end({ tag, number, body: { ...body, outcome } });
    });
  return (
    <Sheet
      title="The wipe is running"
      aside={`${watched ? `berth ${run.berth}` : 'timed by hand'}, since ${moment(run.beganAt)}${run.simulatedSpeed ? `, simulated × ${run.simulatedSpeed}` : ''}`}
    >
      {run.alarms.map(({ kind, sentence }) => (
        <p key={kind} className="danger" role="alert">
          <OutcomeMark outcome="fail" /> <b>{sentence}</b>
        </p>
      ))}
      <HatchBar
        share={watched ? run.progress.done / Math.max(1, run.plannedBytes) : since(run.beganAt) / run.estimate.high}
        label={`Wiped of ${label}`}
      />
      <div className={styles.told}>
        <FactList rows={watched ? watchedRows(run) : [['for', duration(since(run.beganAt))]]} />
      </div>
      <div className={styles.fields}>
        <Field
          form={form}
          name="note"
          label="Note: what went wrong, what the tool said"
          className={styles.wide ?? ''}
        />
        {!watched && <Field form={form} name="minutes" label="Minutes it took" help="empty where nobody knows" />}
      </div>
      <FormTrouble form={form} />
      <Foot>
        <Button color="error" disabled={isLoading} onClick={() => void send('failed')()}>
          It failed
        </Button>
        <Button variant="contained" disabled={isLoading} onClick={() => void send('ended well')()}>
          It ended well
        </Button>
      </Foot>
    </Sheet>
  );
}

function watchedRows({ progress, plannedBytes }: RunView): [string, string][] {
  const { done, left, condition, errors, wrote } = progress;
  return [
    ['written', `${decimal(done)} of ${decimal(plannedBytes)}`],
    ['rate', rate(wrote?.rate ?? progress.rate)],
    ['left', left && left.high > 0 ? range(left.low, left.high) : '–'],
    ['condition', errors > 0 ? `${condition}, ${errors} errors` : condition],
  ];
}
