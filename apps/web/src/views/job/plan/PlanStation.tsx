import { Suspense, type ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import { copies, planHolds } from '@udrel/core/steps';
import { Empty } from '../../../ui';
import { late } from '../../../ui/late';
import { PageTabs, usePage } from '../../../ui/PageTabs';
import { MapPage, PlanFoot } from './MapPage';
import { RouteInShort, RoutePage } from './RoutePage';
import { SelectedPanel } from './map/SelectedPanel';
import { Standing } from './Standing';
import { usePlan, type Plan } from './map/usePlan';
import jobStyles from '../../../features/job/job.module.css';

/** What to see to before the copy, and what runs for that: its tab leads to it. */
const PreparePage = late(() => import('./PreparePage'));

const PAGES = ['Transfer map', 'Route', 'Prepare'] as const;
type Page = (typeof PAGES)[number];

/** What goes where, where both drives sit meanwhile, and what to see to before: it opens at what is next. */
export function PlanStation(props: PlanStationProps) {
  return copies(props.job.snapshot) ? <CopyPlan {...props} /> : <InstallPlan {...props} />;
}

interface PlanStationProps {
  job: JobView;
  side: ReactNode;
  disabled: boolean;
}

/** Where nothing is copied, what to see to before the system is put on. */
function InstallPlan({ job, side, disabled }: PlanStationProps) {
  return (
    <div className={jobStyles.station}>
      <fieldset disabled={disabled} className={jobStyles.work} aria-label="Prepare">
        <div className={jobStyles.column}>
          <Suspense fallback={<Empty>Opening …</Empty>}>
            <PreparePage job={job} />
          </Suspense>
        </div>
      </fieldset>
      <div className={jobStyles.column}>{side}</div>
    </div>
  );
}

function CopyPlan({ job, side, disabled }: PlanStationProps) {
  const plan = usePlan(job);
  const [page, choose] = usePage<Page>(PAGES, () => (planHolds(job.snapshot) ? 'Prepare' : 'Transfer map'));
  const open = job.procedure.preparations.filter(({ done }) => !done).length;
  if (!plan)
    return (
      <div className={jobStyles.station}>
        <Empty>Read the old drive and its partitions, and reserve the new drive: then the copy can be planned.</Empty>
        <div className={jobStyles.column}>{side}</div>
      </div>
    );
  return (
    <PageTabs
      pages={PAGES}
      page={page}
      choose={choose}
      name="Questions of the plan"
      notes={open > 0 && planHolds(job.snapshot) ? { Prepare: `${open} open` } : {}}
    >
      <div className={jobStyles.station}>
        <fieldset disabled={disabled} className={jobStyles.work} aria-label={page}>
          <div className={jobStyles.column}>
            <Suspense fallback={<Empty>Opening …</Empty>}>{pageOf(page, job, plan)}</Suspense>
            {page !== 'Prepare' && <PlanFoot job={job} plan={plan} />}
          </div>
        </fieldset>
        <div className={jobStyles.column}>
          <fieldset disabled={disabled} className={jobStyles.work} aria-label="The plan in detail">
            <div className={jobStyles.column}>
              {page === 'Transfer map' && <SelectedPanel tag={job.tag} plan={plan} />}
              {page !== 'Prepare' && <Standing job={job} plan={plan} />}
              <RouteInShort plan={plan} promisedAt={job.promisedAt} />
            </div>
          </fieldset>
          {side}
        </div>
      </div>
    </PageTabs>
  );
}

function pageOf(page: Page, job: JobView, plan: Plan): ReactNode {
  switch (page) {
    case 'Transfer map':
      return <MapPage job={job} plan={plan} />;
    case 'Route':
      return <RoutePage tag={job.tag} plan={plan} />;
    case 'Prepare':
      return <PreparePage job={job} />;
  }
}
