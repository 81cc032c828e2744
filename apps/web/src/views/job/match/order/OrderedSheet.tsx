import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { DayField } from '../../../../ui/days/DayField';
import { HALF } from '../../../../ui/days/half';
import { useState } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView, SettleOrder } from '@udrel/contract/types';
import type { OrderedPart } from '@udrel/core/steps';
import { useSessionQuery } from '../../../../api/api';
import { fieldTrouble } from '../../../../api/problem';
import { day, today } from '../../../../format/time';
import { Foot, Sheet, TroubleNote } from '../../../../ui';
import { useJobChange } from '../../../../features/job/useJobChange';
import { SERIAL_SLOTS } from '../../../../ui/SerialField';
import styles from './match.module.css';

type What = SettleOrder['outcome']['what'];
const OUTCOMES: readonly (readonly [What, label: string])[] = [
  ['arrived', 'It came'],
  ['late', 'It is late'],
  ['wrong', 'Wrong part'],
  ['dead on arrival', 'Dead on arrival'],
  ['cancelled', 'Cancel it'],
];

/** What is on order for the job, and what became of it. Nothing while nothing is. */
export function OrderedSheet({ job }: { job: JobView }) {
  const { ordered } = job.snapshot;
  if (ordered.length === 0) return null;
  return (
    <div className={styles.ordered}>
      <Sheet title="On order for this job">
        {ordered.map((part) => (
          <Ordered key={part.id} job={job} part={part} />
        ))}
      </Sheet>
    </div>
  );
}

function Ordered({ job, part }: { job: JobView; part: OrderedPart }) {
  const [what, setWhat] = useState<What | null>(null);
  const role = useSessionQuery().data?.staff?.role;
  const late = part.expected < today();
  return (
    <>
      <div className={styles.order}>
        <b>
          {part.count} × {part.name}
        </b>
        <span>
          {part.supplier}, expected {day(part.expected)}
        </span>
        {late && <b className={styles.late}>not come yet</b>}
        {!job.closedAt && may(role, 'receive parts') && (
          <span className={styles.outcomes}>
            {OUTCOMES.map(([one, label]) => (
              <Button
                key={one}
                variant={one === 'arrived' && what === null ? 'contained' : 'outlined'}
                aria-expanded={what === one}
                onClick={() => setWhat(what === one ? null : one)}
              >
                {label}
              </Button>
            ))}
          </span>
        )}
      </div>
      {what && <Outcome key={what} {...{ job, part, what }} done={() => setWhat(null)} />}
    </>
  );
}

/** What has to be said of each outcome: serials, the day of a replacement, why. */
function Outcome({ job, part, what, done }: { job: JobView; part: OrderedPart; what: What; done: () => void }) {
  const { change, busy, error } = useJobChange(job);
  const [given, setGiven] = useState({ serials: '', place: '', expected: '', note: '' });
  const field = (key: keyof typeof given, label: string, more: { first?: boolean; scan?: boolean } = {}) => {
    const wrong = fieldTrouble(error, key === 'serials' ? 'serials' : `outcome.${key}`);
    return (
      <TextField
        label={label}
        value={given[key]}
        autoFocus={more.first === true}
        onChange={(event) => setGiven({ ...given, [key]: event.target.value })}
        error={wrong !== undefined}
        helperText={wrong}
        slotProps={{
          inputLabel: { shrink: true },
          htmlInput: more.scan ? SERIAL_SLOTS.slotProps.htmlInput : {},
        }}
      />
    );
  };
  const expectedDay = (label: string, first: boolean) => (
    <DayField
      label={label}
      value={given.expected}
      onChange={(expected) => setGiven({ ...given, expected })}
      autoFocus={first}
      wrong={fieldTrouble(error, 'outcome.expected')}
    />
  );
  const save = async () => {
    const { note, place } = given;
    const expected = given.expected || null;
    const outcomes: { [W in What]: Extract<SettleOrder['outcome'], { what: W }> } = {
      arrived: { what: 'arrived', serials: given.serials.split(/[\s,;]+/).filter(Boolean), place },
      late: { what: 'late', expected: given.expected },
      wrong: { what: 'wrong', note, expected },
      'dead on arrival': { what: 'dead on arrival', note, expected },
      cancelled: { what: 'cancelled', note },
    };
    if (await change('settleOrder', { outcome: outcomes[what] }, { id: part.id })) done();
  };
  return (
    <form
      className={styles.outcome}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {what === 'arrived' && part.serialised && field('serials', 'Serial on its label', { first: true, scan: true })}
      {what === 'arrived' && field('place', 'Place on the shelf', { first: !part.serialised })}
      {what === 'late' && expectedDay('Expected now', true)}
      {(what === 'wrong' || what === 'dead on arrival') &&
        expectedDay('Another is expected (empty: not ordered again)', false)}
      {what !== 'arrived' && what !== 'late' && field('note', 'What is to be remembered')}
      <TroubleNote error={error} />
      <Foot>
        <Button onClick={done}>Leave it</Button>
        <Button
          type="submit"
          variant="contained"
          disabled={busy || given.expected === HALF || (what === 'late' && given.expected === '')}
        >
          Record it
        </Button>
      </Foot>
    </form>
  );
}
