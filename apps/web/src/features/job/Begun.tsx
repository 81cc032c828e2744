import Button from '@mui/material/Button';
import type { BeginNow } from '@udrel/contract/types';
import { api } from '../../api/api';
import { TroubleNote } from '../../ui';

/** Records with one press that a copy has begun as it was planned; where it goes otherwise, the job is opened. */
export function Begun({ tag, version, begin }: { tag: string; version: number; begin: BeginNow }) {
  const [beginRun, { isLoading, error }] = api.endpoints.beginRun.useMutation();
  const where = begin.berth === null ? 'as planned' : `at berth ${begin.berth}`;
  return (
    <>
      <Button
        disabled={isLoading}
        aria-label={`Copy of ${tag} has begun ${where}`}
        onClick={() => void beginRun({ tag, body: { version, ...begin } })}
      >
        Begun {where}
      </Button>
      <TroubleNote error={error} />
    </>
  );
}
