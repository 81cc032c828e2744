import Button from '@mui/material/Button';
import type { Step } from '@udrel/core/steps';
import { Foot } from '../../ui';

/** Records what a step asks for, once nothing stands before it; corrects it afterwards. */
export function RecordFoot(props: { step: Step; known: boolean; busy: boolean; save: () => Promise<boolean> }) {
  const { step, known, busy, save } = props;
  return (
    <Foot note={step.waitsFor[0]}>
      <Button
        variant={step.state === 'ready' ? 'contained' : 'outlined'}
        disabled={busy || step.state === 'waiting'}
        onClick={() => void save()}
      >
        {known ? 'Correct it' : 'Record it'}
      </Button>
    </Foot>
  );
}
