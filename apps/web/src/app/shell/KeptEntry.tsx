import type { FactKey } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import { useAppDispatch } from '../../store/dispatch';
import { tellFact } from '../../format/facts';
import { moment } from '../../format/time';
import type { Entry } from '../../outbox/entries';
import { giveUp, sendAnyway } from '../../outbox/outbox';
import { Tag } from '../../ui';
import styles from './shell.module.css';

const STATES = {
  waiting: 'waits for the connection',
  refused: 'not taken',
  conflict: 'changed by somebody else',
} as const;

/** One kept change: what it is, why it is still here; in a conflict both states side by side. */
export function KeptEntry({ entry, mine }: { entry: Entry; mine: boolean }) {
  const dispatch = useAppDispatch();
  const { state, theirs, sentence } = entry;
  return (
    <li>
      <div className={styles.keptHead}>
        <Tag tag={entry.tag} /> <b>{nameOf(entry)}</b>
        <span className="sub">{moment(new Date(entry.at).toISOString())}</span>
        <span className={state === 'waiting' ? 'sub' : 'danger'}>
          {mine || state !== 'waiting' ? STATES[state] : 'waits for the person who made it to sign in'}
        </span>
      </div>
      {sentence && <p className="danger">{sentence}</p>}
      <div className={styles.both}>
        <div>
          <h3>Yours</h3>
          <p>{yours(entry)}</p>
        </div>
        {theirs && (
          <div>
            <h3>As it stands now{theirs.by ? `, by ${theirs.by}` : ''}</h3>
            <p>{told(entry, theirs.value)}</p>
          </div>
        )}
      </div>
      {mine && state !== 'waiting' && (
        <div className={styles.keptFoot}>
          <Button onClick={() => dispatch(giveUp(entry))}>{theirs ? 'Leave theirs' : 'Give it up'}</Button>
          <Button variant="contained" onClick={() => void dispatch(sendAnyway(entry))}>
            {theirs ? 'Put mine over it' : 'Try again'}
          </Button>
        </div>
      )}
    </li>
  );
}

function nameOf({ subject }: Entry): string {
  if (subject.kind === 'fact') return subject.key;
  return { note: 'note', disassembly: 'screws and parts', 'whole disassembly': 'the whole sheet' }[subject.kind];
}

function yours({ subject, body }: Entry): string {
  switch (subject.kind) {
    case 'note':
      return String(body['text']);
    case 'fact':
      return tellFact(subject.key, body['value']);
    case 'disassembly':
      return `${String(body['out'])} out, ${String(body['back'])} back`;
    case 'whole disassembly':
      return `everything ${String(body['way'])}`;
  }
}

function told({ subject }: Entry, json: string): string {
  const value = JSON.parse(json) as unknown;
  if (value === null) return 'nothing noted';
  if (subject.kind === 'fact') return tellFact(subject.key as FactKey, value);
  const counts = (Array.isArray(value) ? value : [value]) as { out: number; back: number }[];
  const sum = (way: 'out' | 'back') => counts.reduce((total, one) => total + one[way], 0);
  return `${sum('out')} out, ${sum('back')} back`;
}
