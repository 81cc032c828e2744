import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { JobView } from '@udrel/contract/types';
import type { PlanAction, PlanPoint } from '@udrel/core/layout';
import { stationPath } from '../../../paths/station-path';
import { useMatchQuery } from '../../../api/api';
import { OutcomeMark, Sheet } from '../../../ui';
import type { Plan } from './map/usePlan';
import styles from './map/plan.module.css';

/** What stands against the plan and what is to be known, each with what can be done about it. */
export function Standing({ job, plan }: { job: JobView; plan: Plan }) {
  const { problems, notes } = plan.layout;
  return (
    <Sheet title="Before this can be copied" aside={problems.length === 0 ? 'nothing open' : `${problems.length} open`}>
      {[...problems, ...notes].map((point) => (
        <Point key={point.sentence} job={job} plan={plan} point={point} />
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

function Point({ job, plan, point }: { job: JobView; plan: Plan; point: PlanPoint }) {
  return (
    <div className={styles.problem}>
      <OutcomeMark outcome={point.outcome} />
      <div>
        {point.outcome === 'fail' ? <b>{point.sentence}</b> : point.sentence}
        {point.remedy && <p className="sub">{point.remedy}</p>}
        {point.rule === 'Room' && <OnTheShelf job={job} plan={plan} />}
        {point.actions && (
          <div className={styles.buttons}>
            {point.actions.map((action) => (
              <Remedy key={action.label} tag={job.tag} plan={plan} action={action} />
            ))}
          </div>
        )}
      </div>
    </div>
  );
}

function Remedy({ tag, plan, action }: { tag: string; plan: Plan; action: PlanAction }) {
  if ('intent' in action) {
    return <Button onClick={() => plan.change(action.intent)}>{action.label}</Button>;
  }
  return (
    <Button component={Link} to={`/jobs/${tag}/${stationPath(action.go)}`}>
      {action.label}
    </Button>
  );
}

/** What of the shelf would hold the plan at the site of the new drive. */
function OnTheShelf({ job, plan }: { job: JobView; plan: Plan }) {
  const { currentData } = useMatchQuery({ tag: job.tag });
  const least = plan.layout.targets[0]?.smallestBytes ?? 0;
  const there = currentData?.drives.new
    .find(({ siteId }) => siteId === plan.target.siteId)
    ?.candidates.filter(({ offer, verdict }) => offer.stock > 0 && offer.drive.bytes >= least && verdict !== 'no')
    .slice(0, 2);
  if (!there) return null;
  return (
    <p className="sub">
      {there.length === 0
        ? 'The shelf has none that large for this site.'
        : `On the shelf: ${there.map(({ offer }) => `${offer.drive.maker} ${offer.drive.name}, ${offer.stock} free`).join('; ')}.`}
    </p>
  );
}
