import { useParams } from 'react-router';
import { paperEndpoints, urlOf } from '@udrel/contract/endpoints';
import type { JobView } from '@udrel/contract/types';
import type { LabelKind } from '@udrel/core/labels';
import { useJobQuery, useSessionQuery } from '../../api/api';
import { Empty, Loaded } from '../../ui';
import { CustomerDocument } from './CustomerDocument';
import { DriveLabels } from './DriveLabels';
import { KitList } from './KitList';
import { Labels } from './Labels';
import { PaperBar } from './PaperBar';
import { PlanCard } from './PlanCard';
import { ScrewMat } from './ScrewMat';
import { QuotePaper } from './QuotePaper';
import { Receipt } from './Receipt';
import { TagPaper } from './TagPaper';

const LABELS: Readonly<Partial<Record<string, LabelKind>>> = {
  tag: 'tags of devices',
  labels: 'what lies here',
  drives: 'drives',
};

/** Papers that the server makes as PDF too. */
const PDF: Readonly<Partial<Record<string, Parameters<typeof urlOf>[0]>>> = {
  tag: paperEndpoints.tagPaper,
  labels: paperEndpoints.labelsPaper,
  receipt: paperEndpoints.receiptPaper,
  document: paperEndpoints.jobPaper,
};

/** A paper of a job, to be looked at and printed. */
export default function PrintPage() {
  const { paper = '', tag = '' } = useParams();
  const { data, error } = useJobQuery({ tag: tag.toUpperCase() });
  const { data: session } = useSessionQuery();
  return (
    <>
      <title>{`${tag.toUpperCase()} ${paper}`}</title>
      <PaperBar of={LABELS[paper] ?? 'sheets'} pdf={PDF[paper] && urlOf(PDF[paper], { tag: tag.toUpperCase() })} />
      <Loaded data={data} error={error} what="the job">
        {(job) => paperOf(paper, job, session?.shop ?? '')}
      </Loaded>
    </>
  );
}

function paperOf(paper: string, job: JobView, shop: string) {
  switch (paper) {
    case 'tag':
      return <TagPaper job={job} shop={shop} />;
    case 'labels':
      return <Labels job={job} shop={shop} />;
    case 'drives':
      return <DriveLabels job={job} />;
    case 'receipt':
      return <Receipt job={job} shop={shop} />;
    case 'mat':
      return <ScrewMat job={job} />;
    case 'kit':
      return <KitList job={job} />;
    case 'quote':
      return <QuotePaper job={job} shop={shop} />;
    case 'plan':
      return <PlanCard job={job} />;
    case 'document':
      return <CustomerDocument job={job} shop={shop} />;
    default:
      return <Empty>There is no such paper.</Empty>;
  }
}
