import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import { wipeEndpoints } from '@udrel/contract/endpoints';
import type { BerthView, WipeAttemptView, WipeView } from '@udrel/contract/types';
import { WIPE_SAMPLES } from '@udrel/core/wiping';
import { useBerthsQuery } from '../../api/api';
import { useReadWipedMutation } from '../../api/after';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';
import { Foot, OutcomeMark, Sheet, TroubleBox } from '../../ui';
import styles from './stays.module.css';

const NONE: BerthView[] = [];

/** The wiped drive is read for samples at a berth, or why it is not. */
export function ReadWiped({ wipe: { stay }, attempt }: { wipe: WipeView; attempt: WipeAttemptView }) {
  const { data: berths = NONE } = useBerthsQuery();
  const watched = berths.filter((berth) => berth.watched && !berth.busy);
  const [read, { error, isLoading }] = useReadWipedMutation();
  const form = useShapedForm({
    begin: { berth: '', whyNot: attempt.notRead },
    read: ({ berth, whyNot }) => ({ ok: true, body: { berth: berth === '' ? null : Number(berth), whyNot } }),
    shape: wipeEndpoints.readWiped.body,
    error,
  });
  const { tag, number } = stay;
  const send = form.handleSubmit(async (body) => {
    await read({ tag, number, body });
  });
  const berth = useWatch({ control: form.control, name: 'berth' });
  const { asked, read: seen, trouble } = attempt;
  if (seen && asked === null)
    return (
      <Sheet title="Read afterwards" aside={`berth ${seen.berth}${seen.simulated ? ', simulated' : ''}`}>
        <p className={styles.told}>
          <OutcomeMark outcome={seen.verdict === 'not wiped' ? 'fail' : 'pass'} /> <b>{seen.verdict}.</b>{' '}
          {seen.sentence}
        </p>
      </Sheet>
    );
  if (asked !== null)
    return (
      <Sheet title="Read afterwards" aside={`berth ${asked}`}>
        <p className={styles.told} role="status">
          Berth {asked} reads samples all over it. It says what it saw here.
        </p>
        <Foot>
          <Button disabled={isLoading} onClick={() => void read({ tag, number, body: { berth: asked, whyNot: '' } })}>
            Ask it again
          </Button>
        </Foot>
      </Sheet>
    );
  return (
    <Sheet title="Read afterwards" aside={`${WIPE_SAMPLES.toLocaleString()} samples and both ends`}>
      {trouble && <TroubleBox sentence={trouble} />}
      <form id="read-wiped" className={styles.fields} onSubmit={(event) => void send(event)}>
        <Field
          form={form}
          name="berth"
          label="Lies at"
          choices={[['', 'no berth'], ...watched.map(({ number: at }) => [String(at), `berth ${at}`] as const)]}
        />
        <Field form={form} name="whyNot" label="Or why it is not read" />
      </form>
      <FormTrouble form={form} />
      <Foot note="It is opened for reading only.">
        <Button type="submit" form="read-wiped" variant="contained" disabled={isLoading}>
          {berth === '' ? 'Note it' : 'Read it'}
        </Button>
      </Foot>
    </Sheet>
  );
}
