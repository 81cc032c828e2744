import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { missingOnArrival } from '@udrel/core/disassembly';
import { assessmentFee } from '@udrel/core/steps';
import { tellFact } from '../../format/facts';
import { fullMoment } from '../../format/time';
import { money } from '../../format/units';
import { FactList } from '../../ui';
import { ConditionOutline } from '../../features/device/ConditionOutline';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

const NAMES = {
  backup: 'Your backup',
  'own drive': 'Your drive',
  'go-ahead limit': 'We go ahead',
  consents: 'You agree that',
} as const;

const DRIVES = {
  'new drive': 'new drive with everything on it brought along,',
  'new drive beside': 'new drive to start from, the old one staying in for data,',
  'added drive': 'another drive beside the one there,',
  'fresh installation': 'new drive installed afresh, nothing is copied,',
} as const;

/** What the customer gets for the device that stays here. */
export function Receipt({ job, shop }: { job: JobView; shop: string }) {
  const wishes = job.snapshot.wishes.map(({ kind, least }) =>
    kind === 'memory' ? `memory, at least ${binary(least)} in all` : `${DRIVES[kind]} of at least ${soldName(least)}`,
  );
  const { facts, disassembly } = job.snapshot;
  const gone = missingOnArrival(disassembly);
  const fee = assessmentFee(job.snapshot.rates);
  const marks = facts['condition marks']?.marks ?? [];
  const loose = job.belongings.filter((belonging) => belonging.number > 0);
  const told = (['backup', 'own drive', 'go-ahead limit', 'consents'] as const).flatMap((key) =>
    facts[key] ? [[NAMES[key], tellFact(key, facts[key])] as const] : [],
  );
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>{shop}</h1>
          <p>Receipt for a device left with us</p>
          <p className="sub">
            Order {job.order}, {fullMoment(job.bookedAt)}
          </p>
        </div>
        <div style={{ textAlign: 'center' }}>
          <Code text={job.tag} />
          <div className="mono">{job.tag}</div>
        </div>
      </header>
      <FactList
        rows={[
          ['Customer', `${job.customer.name}${job.customer.phone ? `, ${job.customer.phone}` : ''}`],
          ['Device', `${job.device.model.maker} ${job.device.model.name}, serial ${job.device.serial}`],
          ['Wish', wishes.join('; ')],
          ['Complaint', job.complaint],
          ['Condition on arrival', job.condition || 'nothing noted'],
          ...(gone.length > 0 ? [['Missing on arrival', gone.join('; ')] as const] : []),
          ...(marks.length > 0 ? [['Marks', <ConditionOutline key="marks" marks={marks} />] as const] : []),
          ['Left with us', loose.map((belonging) => belonging.name).join(', ') || 'nothing'],
          ...told,
          ['Promised', job.promisedAt ? fullMoment(job.promisedAt) : 'no promise'],
          ['Price told, tax included', job.price === null ? 'none yet' : money(job.price)],
          ...(fee > 0
            ? [['If you then decide against it', `looking at it costs ${money(fee)}, tax included`] as const]
            : []),
        ]}
      />
      <div className={styles.sign}>Customer</div>
    </article>
  );
}
