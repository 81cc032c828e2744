import Button from '@mui/material/Button';
import type { Step } from '@udrel/core/steps';
import { Foot } from '../../../ui';

/** Whether it started, once nothing stands before that. */
export function StartedFoot(props: {
  step: Step | undefined;
  busy: boolean;
  save: (told: { started: boolean }) => Promise<boolean>;
}) {
  const { step, busy, save } = props;
  const waits = busy || step?.state === 'waiting';
  return (
    <Foot note={step?.waitsFor[0]}>
      <Button disabled={waits} onClick={() => void save({ started: false })}>
        It did not start
      </Button>
      <Button variant="contained" disabled={waits} onClick={() => void save({ started: true })}>
        It started
      </Button>
    </Foot>
  );
}
