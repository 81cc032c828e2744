import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { tellFact } from '../../../format/facts';
import { fullMoment } from '../../../format/time';
import { money } from '../../../format/units';
import { FactList, Foot, Sheet, Tag } from '../../../ui';
import { PaperButton } from '../../../ui/PaperButton';
import { ConditionOutline } from '../../../features/device/ConditionOutline';
import { EarlierJobs } from '../../../features/lessons/EarlierJobs';
import { SecretsSheet } from './SecretsSheet';
import { BelongingsSheet } from './BelongingsSheet';

/** The booking as it was taken, with its papers, what lies here for it, its secrets and what was here before. */
export function BookedStation({ job }: { job: JobView }) {
  return (
    <>
      <Booking job={job} />
      <BelongingsSheet job={job} />
      <SecretsSheet job={job} />
      {job.earlier.length > 0 && (
        <Sheet title="Earlier jobs on this device">
          <EarlierJobs earlier={job.earlier} />
        </Sheet>
      )}
    </>
  );
}

function Booking({ job }: { job: JobView }) {
  const { facts, wishes } = job.snapshot;
  const wished = wishes.map(({ kind, least }) =>
    kind === 'memory' ? `memory, ${binary(least)} in all at least` : `${kind}, ${soldName(least)} at least`,
  );
  const told = (['backup', 'own drive', 'go-ahead limit', 'consents'] as const).flatMap((key) =>
    facts[key] ? [[NAMES[key], tellFact(key, facts[key])] as const] : [],
  );
  const marks = facts['condition marks']?.marks ?? [];
  return (
    <Sheet title="As booked in" aside={fullMoment(job.bookedAt)}>
      <FactList
        rows={[
          ['Customer', `${job.customer.name}${job.customer.phone ? `, ${job.customer.phone}` : ''}`],
          ['Device', `${job.device.model.maker} ${job.device.model.name}, ${job.device.model.code}`],
          [
            'Serial',
            <span key="serial" className="mono">
              {job.device.serial}
            </span>,
          ],
          ['Wish', wished.join('; ')],
          ['Complaint', job.complaint],
          ['Condition', job.condition || 'nothing noted'],
          ...told,
          ['Promised', job.promisedAt ? fullMoment(job.promisedAt) : 'no promise'],
          ['Price told, tax included', job.price === null ? 'none' : money(job.price)],
          ['Order', <Together key="order" job={job} />],
        ]}
      />
      {marks.length > 0 && (
        <div style={{ marginTop: 12 }}>
          <ConditionOutline marks={marks} />
        </div>
      )}
      <div style={{ marginTop: 14 }}>
        <Foot>
          <PaperButton paper="labels" tag={job.tag}>
            Print labels
          </PaperButton>
          <PaperButton paper="receipt" tag={job.tag}>
            Print receipt
          </PaperButton>
          <PaperButton paper="tag" tag={job.tag}>
            Print tag
          </PaperButton>
        </Foot>
      </div>
    </Sheet>
  );
}

const NAMES = {
  backup: 'Backup',
  'own drive': 'Own drive',
  'go-ahead limit': 'Go-ahead limit',
  consents: 'Agreed',
} as const;

function Together({ job }: { job: JobView }) {
  return (
    <>
      {job.order}
      {job.together.map((tag) => (
        <span key={tag}>
          , with <Tag tag={tag} />
        </span>
      ))}
    </>
  );
}
