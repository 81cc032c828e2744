import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary, GIB, soldName } from '@udrel/core/capacity';
import { planHolds } from '@udrel/core/steps';
import { Empty, Foot, Sheet, TroubleNote } from '../../../ui';
import { useJobChange } from '../useJobChange';
import { nudged } from './sizes';
import { TransferMap } from './TransferMap';
import { useSelected } from './useSelected';
import { usePlan, type Plan } from './usePlan';
import styles from './plan.module.css';

/** The copy plan: what goes where, at which size. */
export function PlanStation({ job }: { job: JobView }) {
  const plan = usePlan(job);
  if (!plan)
    return (
      <Empty>Read the old drive and its partitions, and reserve the new drive: then the copy can be planned.</Empty>
    );
  return <Drawn job={job} plan={plan} />;
}

function Drawn({ job, plan }: { job: JobView; plan: Plan }) {
  const { record, change, busy, error } = useJobChange(job);
  const { selected, select } = useSelected(job.tag, plan.layout);
  const { source, target, layout, draft } = plan;
  const open = layout.problems.length;
  const accepted = planHolds(job.snapshot) && !plan.drawing;

  async function keepDraft(): Promise<JobView | null> {
    const kept = await record('plan draft', draft);
    if (kept) plan.keep();
    return kept;
  }

  async function accept(): Promise<void> {
    const kept = await keepDraft();
    if (kept) await change('/plan', { version: kept.version });
  }

  return (
    <>
      <Sheet>
        <div className={styles.columns}>
          <span>
            <b>
              From: {source.maker} {source.name}, {soldName(source.bytes, source.sectorSize)}
            </b>
            <span className="mono sub">
              {source.serial} {binary(source.bytes)}
            </span>
          </span>
          <span className={styles.undo}>
            <Button disabled={!plan.canUndo} onClick={plan.undo}>
              Undo
            </Button>
            <Button disabled={!plan.canRedo} onClick={plan.redo}>
              Redo
            </Button>
          </span>
          <span style={{ textAlign: 'right' }}>
            <b>
              To: {target.maker} {target.name}, {soldName(target.bytes, target.sectorSize)}
            </b>
            <span className="mono sub">
              {target.serial} {binary(target.bytes)}
            </span>
          </span>
        </div>
        <div className={styles.map}>
          <TransferMap
            plan={plan}
            selected={selected}
            select={select}
            nudge={(id, gib) => {
              const sizes = nudged(plan, id, gib * GIB);
              if (sizes) plan.change(sizes);
            }}
            typeSize={() => document.getElementById('plan-size')?.focus()}
          />
        </div>
      </Sheet>
      <TroubleNote error={error} />
      <Foot
        note={
          <>
            Smallest drive for this plan:{' '}
            <b className="mono">
              {layout.smallestSold === null ? binary(layout.smallestBytes) : `${layout.smallestSold} GB`}
            </b>
            {' / '}
            {layout.scheme.toUpperCase()}, {plan.table.sectorSize}-byte sectors
          </>
        }
      >
        <Button disabled={busy || !plan.drawing} onClick={() => void keepDraft()}>
          Keep as draft
        </Button>
        <Button component="a" href={`/print/plan/${job.tag}`} target="_blank" rel="noopener" disabled={!accepted}>
          Print card
        </Button>
        <Button variant="contained" disabled={busy || open > 0 || accepted} onClick={() => void accept()}>
          {accepted
            ? 'Plan accepted'
            : open > 0
              ? `Accept plan: ${open} ${open === 1 ? 'point' : 'points'} open`
              : 'Accept plan'}
        </Button>
      </Foot>
    </>
  );
}
