import { useState, type ReactNode } from 'react';
import type { JobView, MatchView } from '@udrel/contract/types';
import { copies, priceHolds, replacesDrive, wants } from '@udrel/core/steps';
import { useMatchQuery } from '../../../api/api';
import { Loaded } from '../../../ui';
import { PageTabs } from '../../../ui/PageTabs';
import { AlikeSheet } from './AlikeSheet';
import { CopyEquipmentPanel } from './CopyEquipmentPanel';
import { DriveMatchPanel } from './DriveMatchPanel';
import { MemoryMatchPanel } from './MemoryMatchPanel';
import { JobLessons } from '../../../features/job/JobLessons';
import { OrderedSheet } from './order/OrderedSheet';
import { QuotePanel } from './order/QuotePanel';
import jobStyles from '../../../features/job/job.module.css';

const PAGES = ['Drive', 'Added drive', 'Memory', 'For the copy', 'Quote'] as const;
type Page = (typeof PAGES)[number];

/**
 * What fits, why, how fast it will be there and what it costs, a page for each question; it opens at the one that is
 * next. Steps and gates stand beside each. The quote is the counter's too.
 */
export function MatchStation({ job, side, disabled }: { job: JobView; side: ReactNode; disabled: boolean }) {
  const { currentData: data, error } = useMatchQuery({ tag: job.tag });
  const pages = PAGES.filter((page) => has(job, page));
  const [chosen, choose] = useState<Page>(() => nextPage(job));
  const page = pages.includes(chosen) ? chosen : (pages[0] ?? 'Quote');
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

function has({ snapshot }: JobView, page: Page): boolean {
  switch (page) {
    case 'Drive':
      return replacesDrive(snapshot);
    case 'Added drive':
      return wants(snapshot, 'added drive');
    case 'Memory':
      return wants(snapshot, 'memory');
    case 'For the copy':
      return copies(snapshot);
    case 'Quote':
      return true;
  }
}

function nextPage(job: JobView): Page {
  const { facts } = job.snapshot;
  if (has(job, 'Drive') && !facts['drive choice']) return 'Drive';
  if (has(job, 'Added drive') && !facts['added choice']) return 'Added drive';
  if (has(job, 'Memory') && !facts['memory choice']) return 'Memory';
  if (!priceHolds(job.snapshot)) return 'Quote';
  return PAGES.find((page) => has(job, page)) ?? 'Quote';
}

function panelOf(page: Exclude<Page, 'Quote'>, props: { job: JobView; match: MatchView; side: ReactNode }): ReactNode {
  switch (page) {
    case 'Drive':
      return <DriveMatchPanel key={page} {...props} added={false} />;
    case 'Added drive':
      return <DriveMatchPanel key={page} {...props} added />;
    case 'Memory':
      return <MemoryMatchPanel {...props} />;
    case 'For the copy':
      return <CopyEquipmentPanel {...props} />;
  }
}
