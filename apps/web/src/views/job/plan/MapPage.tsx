import type { PlanDraft } from '@udrel/core/facts';
import { dequal } from 'dequal';
import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary, GIB, soldName } from '@udrel/core/capacity';
import { planHolds } from '@udrel/core/steps';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { PaperButton } from '../../../ui/PaperButton';
import { useJobChange } from '../../../features/job/useJobChange';
import { IntentBar, SchemeReasons } from './IntentBar';
import { PlanFiles } from './PlanFiles';
import { nudged } from './map/sizes';
import { TransferMap } from './map/TransferMap';
import { useSelected } from './map/useSelected';
import type { Plan } from './map/usePlan';
import styles from './map/plan.module.css';

/** What goes where, at which size. */
export function MapPage({ job, plan }: { job: JobView; plan: Plan }) {
  const { selected, select } = useSelected(job.tag, plan.layout);
  const { source, target } = plan;
  return (
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
          <Button
            disabled={plan.table.partitions.length === 0}
            onClick={() => {
              const volume = newVolume(plan);
              plan.change({ made: [...plan.draft.intent.made, volume] });
              select(volume.id);
            }}
          >
            New volume
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
      <IntentBar job={job} plan={plan} />
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
      <SchemeReasons job={job} plan={plan} />
    </Sheet>
  );
}

/** A volume for data with a name that no other has; it gets the room that nobody has, else a size to be typed. */
function newVolume({ layout, draft: { intent } }: Plan) {
  const taken = intent.made.map(({ id }) => id);
  const number = [1, 2, 3, 4, 5, 6, 7, 8].find((one) => !taken.includes(`new-${one}`)) ?? 1;
  const placed = [...layout.partitions, ...layout.made].flatMap(({ target }) =>
    target?.on === 'new' ? target.bytes : [],
  );
  const free = (layout.targets[0]?.room ?? 0) - placed.reduce((sum, bytes) => sum + bytes, 0);
  return {
    id: `new-${number}`,
    name: `Data ${number}`,
    kind: 'data' as const,
    fileSystem: 'NTFS' as const,
    bytes: free > GIB ? free : GIB,
    on: 'new' as const,
  };
}

/** Whether what is drawn is what was accepted: a draft that was kept after that is another plan. */
function isAccepted({ snapshot }: JobView, { draft }: Plan): boolean {
  const { plan } = snapshot.facts;
  if (!plan) return false;
  const decisions = ({ intent, route, startedFrom }: PlanDraft) => [intent, route, startedFrom];
  return dequal(decisions(plan), decisions(draft));
}

/** The smallest drive for the plan, its files, and accepting it. */
export function PlanFoot({ job, plan }: { job: JobView; plan: Plan }) {
  const { record, change, busy, error } = useJobChange(job);
  const { layout, draft } = plan;
  const [first] = layout.targets;
  const stops = plan.route?.reasons.filter(({ outcome }) => outcome === 'fail').length ?? 0;
  const open = layout.problems.length + (stops > 0 ? 1 : 0);
  const accepted = planHolds(job.snapshot) && !plan.drawing && isAccepted(job, plan);

  async function keepDraft(): Promise<JobView | null> {
    const kept = await record('plan draft', draft);
    if (kept) plan.keep();
    return kept;
  }

  async function accept(): Promise<void> {
    const kept = await keepDraft();
    if (kept) await change('acceptPlan', { version: kept.version });
  }

  return (
    <>
      <TroubleNote error={error} />
      <Foot
        note={
          first && (
            <>
              Smallest drive for it:{' '}
              <b className="mono">
                {first.smallestSold === null ? binary(first.smallestBytes) : `${first.smallestSold} GB`}
              </b>
              {' / '}
              {first.scheme.toUpperCase()}
            </>
          )
        }
      >
        <Button disabled={busy || !plan.drawing} onClick={() => void keepDraft()}>
          Keep as draft
        </Button>
        <PlanFiles job={job} plan={job.snapshot.facts.plan} disabled={!accepted} />
        <PaperButton paper="plan" tag={job.tag} disabled={!accepted}>
          Print card
        </PaperButton>
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
