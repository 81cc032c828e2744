import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { functionChecks } from '@udrel/core/steps';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from './prove.module.css';

type Answer = 'works' | 'dead' | '';

/** Checks made from what the model has; each forgotten ribbon shows as one dead function. */
export function FunctionsForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.functions;
  const names = functionChecks(job.snapshot.wishes, job.device.model.functions);
  const [answers, setAnswers] = useTypedFact<Record<string, Answer>>(job, 'functions', 'answers', () =>
    Object.fromEntries((known?.results ?? []).map((one) => [one.name, one.works ? 'works' : 'dead'])),
  );
  const [note, setNote] = useTypedFact(job, 'functions', 'note', known?.note ?? '');
  const { record, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'check functions');
  const open = names.filter((name) => !answers[name]);
  const save = () =>
    record('functions', { results: names.map((name) => ({ name, works: answers[name] === 'works' })), note });
  return (
    <Sheet
      title="Functions"
      aside={
        known
          ? `${known.results.filter((one) => one.works).length} of ${known.results.length} work`
          : `${names.length} to check`
      }
    >
      <ul className={styles.checks}>
        {names.map((name) => (
          <li key={name}>
            <span>{name}</span>
            {(['works', 'dead'] as const).map((answer) => (
              <label key={answer}>
                <input
                  type="radio"
                  name={`function ${name}`}
                  checked={answers[name] === answer}
                  onChange={() => setAnswers({ ...answers, [name]: answer })}
                />
                {answer}
              </label>
            ))}
          </li>
        ))}
      </ul>
      <TextField label="Note" value={note} onChange={(event) => setNote(event.target.value)} />
      <TroubleNote error={error} />
      <div style={{ marginTop: 10 }}>
        <Foot note={step?.waitsFor[0] ?? (open.length > 0 ? `${open.length} not checked yet` : undefined)}>
          <Button
            disabled={open.length === 0}
            onClick={() => setAnswers({ ...answers, ...Object.fromEntries(open.map((name) => [name, 'works'])) })}
          >
            The rest works
          </Button>
          <Button
            variant={step?.state === 'ready' ? 'contained' : 'outlined'}
            disabled={busy || open.length > 0 || step?.state === 'waiting'}
            onClick={() => void save()}
          >
            Record the functions
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
