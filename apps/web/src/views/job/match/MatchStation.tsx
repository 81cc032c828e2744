import type { ReactNode } from 'react';
import type { JobView, MatchView } from '@udrel/contract/types';
import { targetKey } from '@udrel/core/facts';
import { TARGET_IDS, targetTitle, type TargetId } from '@udrel/core/layout';
import { copies, goesIn, priceHolds, wantedTargets, wants } from '@udrel/core/steps';
import { useMatchQuery } from '../../../api/api';
import { Loaded } from '../../../ui';
import { PageTabs, usePage } from '../../../ui/PageTabs';
import { AlikeSheet } from './AlikeSheet';
import { CopyEquipmentPanel } from './CopyEquipmentPanel';
import { DriveMatchPanel } from './DriveMatchPanel';
import { MemoryMatchPanel } from './MemoryMatchPanel';
import { JobLessons } from '../../../features/job/JobLessons';
import { OrderedSheet } from './order/OrderedSheet';
import { QuotePanel } from './order/QuotePanel';
import jobStyles from '../../../features/job/job.module.css';

/** The page for each of the drives that go in. */
const DRIVES: Readonly<Record<TargetId, string>> = { new: 'Drive', added: targetTitle('added') };
const PAGES = [...TARGET_IDS.map((on) => DRIVES[on]), 'Memory', 'For the copy', 'Quote'];

/**
 * What fits, why, how fast it will be there and what it costs, a page for each question; it opens at the one that is
 * next. Steps and gates stand beside each. The quote is the counter's too.
 */
export function MatchStation({ job, side, disabled }: { job: JobView; side: ReactNode; disabled: boolean }) {
  const { currentData: data, error } = useMatchQuery({ tag: job.tag });
  const pages = PAGES.filter((page) => has(job, page));
  const [page, choose] = usePage(pages, () => nextPage(job));
  return (
    <PageTabs pages={pages} page={page} choose={choose} name="Questions of the match">
      <OrderedSheet job={job} />
      <AlikeSheet job={job} />
      {page === 'Quote' ? (
        <QuotePanel job={job} side={side} />
      ) : (
        <fieldset disabled={disabled} className={jobStyles.work} aria-label={page}>
          <Loaded data={data} error={error} what="what fits">
            {(match) =>
              panelOf(page, {
                job,
                match,
                side: (
                  <>
                    {side}
                    <JobLessons job={job} />
                  </>
                ),
              })
            }
          </Loaded>
        </fieldset>
      )}
    </PageTabs>
  );
}

const driveOn = (page: string) => TARGET_IDS.find((on) => DRIVES[on] === page);

function has({ snapshot }: JobView, page: string): boolean {
  const on = driveOn(page);
  if (on) return goesIn(snapshot, on);
  switch (page) {
    case 'Memory':
      return wants(snapshot, 'memory');
    case 'For the copy':
      return copies(snapshot);
    default:
      return true;
  }
}

function nextPage(job: JobView): string {
  const { facts } = job.snapshot;
  const open = wantedTargets(job.snapshot).find((on) => !facts[targetKey(on, 'choice')]);
  if (open) return DRIVES[open];
  if (has(job, 'Memory') && !facts['memory choice']) return 'Memory';
  if (!priceHolds(job.snapshot)) return 'Quote';
  return PAGES.find((page) => has(job, page)) ?? 'Quote';
}

function panelOf(page: string, props: { job: JobView; match: MatchView; side: ReactNode }): ReactNode {
  const on = driveOn(page);
  if (on) return <DriveMatchPanel key={page} {...props} on={on} />;
  return page === 'Memory' ? <MemoryMatchPanel {...props} /> : <CopyEquipmentPanel {...props} />;
}
