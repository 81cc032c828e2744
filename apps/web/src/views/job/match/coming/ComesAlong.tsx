import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import {
  broughtAlong,
  couldCome,
  defaultIntent,
  filesFrom,
  layoutAnywhere,
  sameName,
  type LayoutIntent,
  type PlanAction,
  type SourcePartition,
} from '@udrel/core/layout';
import { aroundOf } from '@udrel/core/plan-file';
import { copies } from '@udrel/core/steps';
import { Sheet, TroubleNote } from '../../../../ui';
import { useJobChange } from '../../../../features/job/useJobChange';
import styles from '../order/match.module.css';

/** Rules that are about what comes along; the others are settled in the plan. */
const ABOUT_COMING: readonly string[] = ['Loader', 'System', 'Left behind', 'Files'];

/** What is copied, decided before a drive is chosen: what it has to hold follows from it. */
export function ComesAlong({ job }: { job: JobView }) {
  const { record, busy, error } = useJobChange(job);
  const [leaving, setLeaving] = useState<SourcePartition>();
  const [typed, setTyped] = useState('');
  const { snapshot } = job;
  const { 'partition table': table, plan, 'plan draft': draft } = snapshot.facts;
  if (!table || !copies(snapshot) || table.partitions.length === 0) return null;
  const decided = draft ?? plan;
  const intent = decided?.intent ?? defaultIntent(table);
  const around = aroundOf(snapshot);
  const { partitions, problems, notes, without } = layoutAnywhere(table, intent, around);
  const offer = around.mayWrite === false ? null : without;
  const decide = async (part: Partial<LayoutIntent>) => {
    const { route = null, startedFrom = null } = decided ?? {};
    const kept = await record('plan draft', { intent: { ...intent, ...part }, route, startedFrom });
    if (!kept) return;
    setLeaving(undefined);
    setTyped('');
  };
  const bring = (id: string) => decide(broughtAlong(intent, id));
  const leave = ({ id }: SourcePartition) =>
    decide({ leftOut: [...intent.leftOut, id], acknowledged: [...intent.acknowledged, id] });
  const stays = around.oldStays;
  const partly = couldCome(intent, around);
  const named = leaving && sameName(typed, leaving.name);
  return (
    <Sheet title="What comes along" aside={plan ? 'as in the plan' : undefined}>
      <ul className={styles.coming}>
        {partitions.map(({ source, sourceBytes, change }) => (
          <li key={source.id}>
            <label>
              <input
                type="checkbox"
                disabled={busy || intent.extent === 'system only'}
                checked={change !== 'left behind' && change !== 'stays' && leaving?.id !== source.id}
                onChange={({ target }) => {
                  if (target.checked && leaving?.id === source.id) setLeaving(undefined);
                  else if (target.checked) void bring(source.id);
                  else if (stays) void leave(source);
                  else setLeaving(source);
                }}
              />{' '}
              {source.name}
            </label>
            <span className="sub">
              {source.used === null ? binary(sourceBytes) : `${binary(source.used)} of ${binary(sourceBytes)}`}
            </span>
          </li>
        ))}
      </ul>
      {partly.map((drive) => (
        <p key={drive.serial}>
          Also in the device: {drive.name}, <span className="mono">{drive.serial}</span>
          <span className="sub">
            , {drive.used === undefined ? 'what it uses is not known' : `uses ${binary(drive.used)}`}
          </span>{' '}
          <Button size="small" disabled={busy} onClick={() => void decide(filesFrom(table, intent, drive))}>
            Its files come too
          </Button>
        </p>
      ))}
      {leaving && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (named) void leave(leaving);
          }}
        >
          <TextField
            autoFocus
            label={`Type “${leaving.name}” to leave it behind`}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            sx={{ mt: 1.5 }}
          />
          <Button type="submit" disabled={busy || !named} sx={{ mt: 1 }}>
            Leave it behind
          </Button>
        </form>
      )}
      {problems
        .filter(({ rule }) => ABOUT_COMING.includes(rule))
        .map(({ sentence, remedy }) => (
          <p key={sentence} className="danger">
            {sentence} <span className="sub">{remedy}</span>
          </p>
        ))}
      {notes.flatMap(({ rule, sentence, actions = [] }) =>
        rule === 'Cleared away' || rule === 'Files' ? (
          <ClearedAway key={sentence} sentence={sentence} actions={actions} busy={busy} decide={decide} />
        ) : (
          []
        ),
      )}
      {offer && <ClearedAway sentence={offer.sentence} actions={[offer.action]} busy={busy} decide={decide} />}
      <TroubleNote error={error} />
    </Sheet>
  );
}

/** What goes before the copy, or could go, with what can be decided about it. */
function ClearedAway(props: {
  sentence: string;
  actions: readonly PlanAction[];
  busy: boolean;
  decide: (part: Partial<LayoutIntent>) => Promise<void>;
}) {
  return (
    <p>
      {props.sentence}{' '}
      {props.actions.map((action) =>
        'intent' in action ? (
          <Button
            key={action.label}
            size="small"
            disabled={props.busy}
            onClick={() => void props.decide(action.intent)}
          >
            {action.label}
          </Button>
        ) : null,
      )}
    </p>
  );
}
