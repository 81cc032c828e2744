import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import type { PlannedPartition } from '@udrel/core/layout';
import { estimateOnRoute, ROUTES } from '@udrel/core/steps';
import { range } from '../../../format/time';
import { rate } from '../../../format/units';
import { FactList, Key, OutcomeMark, Sheet } from '../../../ui';
import { restTo, typedSize } from './sizes';
import { usePlan, type Plan } from './usePlan';
import { useSelected } from './useSelected';
import styles from './plan.module.css';

/** Beside the map: the selected partition, what stands against the plan, route and time. */
export function PlanSide({ job }: { job: JobView }) {
  const plan = usePlan(job);
  if (!plan) return null;
  return <Panels job={job} plan={plan} />;
}

function Panels({ job, plan }: { job: JobView; plan: Plan }) {
  const { selected } = useSelected(job.tag, plan.layout);
  const one = plan.layout.partitions.find((partition) => partition.source.id === selected);
  return (
    <>
      {one && <Selected key={one.source.id} plan={plan} one={one} />}
      <Standing plan={plan} />
      <RouteAndTime job={job} plan={plan} />
    </>
  );
}

function Selected({ plan, one }: { plan: Plan; one: PlannedPartition }) {
  const { intent } = plan.draft;
  const { id, name, used } = one.source;
  const size = one.target ? binary(one.target.bytes).replaceAll(',', '') : '';
  const [text, setText] = useState(size);
  const [shown, setShown] = useState(size);
  if (shown !== size) {
    // The plan gave it another size: that is what stands in the field, and typing goes on from there.
    setShown(size);
    setText(size);
  }
  const [wrong, setWrong] = useState<string>();
  const out = intent.leftOut.includes(id);
  const free = one.target && used !== null ? one.target.bytes - used : null;

  function take(): void {
    const meant = typedSize(intent, one, text);
    setWrong(typeof meant === 'string' ? meant : undefined);
    if (typeof meant !== 'string') plan.change(meant);
  }

  const bring = () =>
    plan.change({
      leftOut: intent.leftOut.filter((other) => other !== id),
      acknowledged: intent.acknowledged.filter((other) => other !== id),
    });

  return (
    <Sheet title={name} aside="selected">
      {one.target && (
        <div className={styles.sizeRow}>
          <label htmlFor="plan-size">Size on the new drive</label>
          <input
            id="plan-size"
            className={styles.size}
            value={text}
            disabled={!one.resizable}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && take()}
            onBlur={() => text !== size && take()}
          />
        </div>
      )}
      {wrong && (
        <p className="danger" role="alert">
          {wrong}
        </p>
      )}
      <FactList
        rows={[
          [
            'least that holds it',
            <span key="l" className="mono">
              {binary(one.minimum)}
            </span>,
          ],
          ...(free === null
            ? []
            : [
                [
                  'free afterwards',
                  <span key="f" className="mono">
                    {binary(free)}
                  </span>,
                ] as const,
              ]),
          ...(one.resizable
            ? []
            : [['', one.source.encrypted ? 'encrypted: keeps its size' : 'keeps its size'] as const]),
        ]}
      />
      <div className={styles.buttons}>
        {one.resizable && !out && <Button onClick={() => plan.change(restTo(intent, id))}>Rest goes here</Button>}
        {one.resizable && !out && (
          <Button
            onClick={() =>
              plan.change({
                sizes: { ...intent.sizes, [id]: one.minimum },
                restTo: intent.restTo === id ? null : intent.restTo,
              })
            }
          >
            Least
          </Button>
        )}
        {out ? (
          <Button onClick={bring}>Bring it</Button>
        ) : (
          <Button onClick={() => plan.change({ leftOut: [...intent.leftOut, id] })}>Take out</Button>
        )}
        {one.resizable && !out && (
          <span className="sub" style={{ marginLeft: 'auto' }}>
            <Key>+</Key> <Key>-</Key> 1 GiB
          </span>
        )}
      </div>
      {out && !intent.acknowledged.includes(id) && <Acknowledge plan={plan} one={one} />}
    </Sheet>
  );
}

/** Leaving something behind is acknowledged by typing its name. */
function Acknowledge({ plan, one }: { plan: Plan; one: PlannedPartition }) {
  const { intent } = plan.draft;
  return (
    <TextField
      sx={{ mt: 1.5 }}
      label={`Type “${one.source.name}” to leave it behind`}
      onChange={(event) => {
        const same = event.target.value.trim().toLowerCase() === one.source.name.toLowerCase();
        if (same) plan.change({ acknowledged: [...intent.acknowledged, one.source.id] });
      }}
    />
  );
}

function Standing({ plan }: { plan: Plan }) {
  const { problems, notes } = plan.layout;
  return (
    <Sheet
      title="Before this can be copied"
      aside={problems.length === 0 ? 'nothing stands against it' : `${problems.length} open`}
    >
      {[...problems, ...notes].map((reason) => (
        <div key={reason.sentence} className={styles.problem}>
          <OutcomeMark outcome={reason.outcome} />
          <div>
            {reason.outcome === 'fail' ? <b>{reason.sentence}</b> : reason.sentence}
            {reason.remedy && <p className="sub">{reason.remedy}</p>}
          </div>
        </div>
      ))}
      {problems.length + notes.length === 0 && (
        <div className={styles.problem}>
          <OutcomeMark outcome="pass" />
          Everything comes along and has room.
        </div>
      )}
    </Sheet>
  );
}

function RouteAndTime({ job, plan }: { job: JobView; plan: Plan }) {
  const { source, target, layout, draft } = plan;
  const health = job.snapshot.facts.health?.grade ?? 'unknown';
  const estimate = estimateOnRoute(draft.route, source, target, health, layout.bytesToCopy);
  return (
    <Sheet title="Route and time">
      <div className={styles.routes} role="radiogroup" aria-label="Route">
        {ROUTES.map(({ route, sentence }) => (
          <label key={route}>
            <input type="radio" name="route" checked={draft.route === route} onChange={() => plan.setRoute(route)} />
            <span>
              <b>{route}</b>
              <br />
              <span className="sub">{sentence}</span>
            </span>
          </label>
        ))}
      </div>
      <FactList
        rows={[
          [
            'to copy',
            <span key="b" className="mono">
              {binary(layout.bytesToCopy)}, then read back
            </span>,
          ],
          [
            'rate',
            <span key="r" className="mono">
              about {rate(estimate.rate)}
            </span>,
          ],
          ['limited by', estimate.limitedBy],
          [
            'takes',
            <b key="t" className="mono">
              {range(estimate.low, estimate.high)}
            </b>,
          ],
        ]}
      />
      <p className="sub" style={{ fontSize: 12.8, marginTop: 6 }}>
        Rests on {estimate.restsOn}.
      </p>
    </Sheet>
  );
}
