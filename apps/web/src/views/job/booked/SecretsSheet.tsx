import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView, SecretView } from '@udrel/contract/types';
import { useSessionQuery, useShowSecretMutation } from '../../../api/api';
import { moment } from '../../../format/time';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

/** How long a secret stays on the screen, milliseconds. */
const SHOWN = 30_000;

/** Passwords kept for this job: shown one at a time to whoever may, each showing kept; erased at the end. */
export function SecretsSheet({ job }: { job: JobView }) {
  const role = useSessionQuery().data?.staff?.role;
  const [adding, setAdding] = useState(false);
  if (job.secrets.length === 0 && job.closedAt) return null;
  return (
    <Sheet title="Secrets" aside={job.closedAt ? 'erased' : 'encrypted; erased when the job is closed'}>
      {job.secrets.length === 0 && !adding && <p className="sub">None are kept.</p>}
      {job.secrets.map((secret) => (
        <Secret key={secret.id} job={job} secret={secret} mayShow={may(role, 'see secrets')} />
      ))}
      {adding ? (
        <AddSecret job={job} done={() => setAdding(false)} />
      ) : (
        !job.closedAt && (
          <Foot>
            <Button onClick={() => setAdding(true)}>Keep a secret</Button>
          </Foot>
        )
      )}
    </Sheet>
  );
}

function Secret({ job, secret, mayShow }: { job: JobView; secret: SecretView; mayShow: boolean }) {
  const [show, { data, error, isLoading, reset }] = useShowSecretMutation();
  useEffect(() => {
    if (!data) return;
    const timer = setTimeout(reset, SHOWN);
    return () => clearTimeout(timer);
  }, [data, reset]);
  return (
    <>
      <div className={styles.secret}>
        <span>
          {secret.label}{' '}
          <span className="sub">
            kept by {secret.by}, {moment(secret.at)}
          </span>
        </span>
        <span className="mono">{secret.erased ? 'erased' : (data?.text ?? `shown ${secret.shown} times`)}</span>
        {mayShow && !secret.erased && (
          <Button disabled={isLoading} onClick={() => (data ? reset() : void show({ tag: job.tag, id: secret.id }))}>
            {data ? 'Hide' : 'Show'}
          </Button>
        )}
      </div>
      <TroubleNote error={error} />
    </>
  );
}

function AddSecret({ job, done }: { job: JobView; done: () => void }) {
  const [given, setGiven] = useState({ label: '', text: '' });
  const { change, busy, error } = useJobChange(job);
  const save = async () => {
    if (await change('addSecret', given)) done();
  };
  return (
    <form
      className={styles.secret}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <TextField
        autoFocus
        label="What it opens"
        value={given.label}
        onChange={(event) => setGiven({ ...given, label: event.target.value })}
      />
      <TextField
        label="The secret itself"
        value={given.text}
        onChange={(event) => setGiven({ ...given, text: event.target.value })}
        slotProps={{ htmlInput: { className: 'mono', autoComplete: 'off', spellCheck: false } }}
      />
      <Button type="submit" disabled={busy || !given.label.trim() || !given.text}>
        Keep
      </Button>
      <TroubleNote error={error} />
    </form>
  );
}
