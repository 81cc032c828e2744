import type { JobView } from '@udrel/contract/types';
import { compareSets } from '@udrel/core/benchmarks';
import { binary, soldName } from '@udrel/core/capacity';
import { targetKey } from '@udrel/core/facts';
import { TARGET_IDS, targetTitle } from '@udrel/core/layout';
import { deadFunctions, filesToBring, lossesOf, oldStaysAt, type DeadFunction } from '@udrel/core/steps';
import { missingOnArrival } from '@udrel/core/disassembly';
import { tellFact } from '../../format/facts';
import { LossList } from '../../ui/LossList';
import { fullMoment } from '../../format/time';
import { rate, seconds, times } from '../../format/units';
import { FactList } from '../../ui';
import styles from './print.module.css';

/** What was done, before and after side by side, in words the customer understands. */
export function CustomerDocument({ job, shop }: { job: JobView; shop: string }) {
  const { facts, disassembly } = job.snapshot;
  const gone = missingOnArrival(disassembly);
  const lost = lossesOf(job.snapshot);
  const stays = oldStaysAt(job.snapshot) !== null;
  const { 'old drive': old, 'memory choice': memory } = facts;
  const { plan, functions, signature, installed } = facts;
  const dead = deadFunctions(job.snapshot).filter(({ cameSo }) => !cameSo);
  const cameDead = (facts['functions on arrival']?.results ?? []).flatMap(({ name, works }) => (works ? [] : [name]));
  const { rows } = compareSets(facts.before?.set ?? null, facts.after?.set ?? null);
  const both = rows.filter((row) => row.before !== null && row.after !== null);
  // What was not measured alike is not put side by side.
  const told = both.filter((row) => row.multiple !== null);
  const startUp = told.find((row) => row.key === 'startUp');
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>{shop}</h1>
          <p>What we did on your {`${job.device.model.maker} ${job.device.model.name}`}</p>
          <p className="sub">
            {job.customer.name}, job {job.tag}, serial {job.device.serial}
          </p>
        </div>
        <p className="sub">{fullMoment(job.closedAt ?? new Date().toISOString())}</p>
      </header>
      <FactList
        rows={[
          ['You told us', job.complaint],
          ...TARGET_IDS.flatMap((on) => {
            const drive = facts[targetKey(on, 'choice')];
            if (!drive) return [];
            const { maker, name, bytes, serial } = drive;
            return [[targetTitle(on), `${maker} ${name}, ${soldName(bytes)}, serial ${serial}`] as const];
          }),
          ...(installed ? [['Installed afresh', `${installed.system}; files: ${installed.files}`] as const] : []),
          ...(old
            ? [['Old drive', `${old.maker} ${old.name}, ${soldName(old.bytes)}, serial ${old.serial}`] as const]
            : []),
          ...(facts.health ? [['Its health', tellFact('health', facts.health)] as const] : []),
          ...(plan
            ? [['Brought along', `${plan.partitions.length} of ${plan.table.partitions.length} partitions`] as const]
            : []),
          ...filesToBring(job.snapshot).flatMap(({ serial, name, known }) =>
            known
              ? [
                  [
                    `Files of ${name}`,
                    `${known.brought ? 'brought onto the new drive' : 'not brought'}: ${known.note}. That drive, ${serial}: ${known.where}`,
                  ] as const,
                ]
              : [],
          ),
          ...(lost.length > 0 ? [['Lost in the copy', <LossList key="lost" losses={lost} />] as const] : []),
          ...(plan && !stays && leftNames(plan).length > 0
            ? [['Left behind, as agreed', leftNames(plan).join(', ')] as const]
            : []),
          ...(memory
            ? [['Memory', `${memory.count} × ${memory.maker} ${memory.name}: ${binary(memory.total)} in all`] as const]
            : []),
          ...(gone.length > 0 ? [['Missing when it came', gone.join('; ')] as const] : []),
          ...(functions
            ? [
                [
                  'Checked',
                  functions.results
                    .filter(({ works }) => works)
                    .map(({ name }) => name)
                    .join(', '),
                ] as const,
              ]
            : []),
          ...(facts['seen inside']?.what.length
            ? [['Found inside', tellFact('seen inside', facts['seen inside'])] as const]
            : []),
          ...(dead.length > 0 ? [['Does not work', deadWords(dead)] as const] : []),
          ...(cameDead.length > 0 ? [['Dead when it came', cameDead.join(', ')] as const] : []),
          ...(facts['old drive stays']
            ? [['The old drive', tellFact('old drive stays', facts['old drive stays'])] as const]
            : []),
          ...(facts['modules stay']
            ? [['The old modules', tellFact('modules stay', facts['modules stay'])] as const]
            : []),
        ]}
      />
      {startUp?.multiple && startUp.before !== null && startUp.after !== null && (
        <h2>
          Starting took {seconds(startUp.before)}, now {seconds(startUp.after)}
          {startUp.multiple > 1.05 ? `: ${times(startUp.multiple)} as fast.` : '.'}
        </h2>
      )}
      {told.length > 0 && (
        <table>
          <thead>
            <tr>
              <th>Measured alike before and after</th>
              <th className="figure">Before</th>
              <th className="figure">After</th>
              <th className="figure">Faster</th>
            </tr>
          </thead>
          <tbody>
            {told.map((row) => (
              <tr key={row.key}>
                <td>{row.name}</td>
                <td className="figure">{row.unit === 's' ? seconds(row.before ?? 0) : rate(row.before ?? 0)}</td>
                <td className="figure">{row.unit === 's' ? seconds(row.after ?? 0) : rate(row.after ?? 0)}</td>
                <td className="figure">{row.multiple === null ? '–' : times(row.multiple)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {told.length < both.length && (
        <p>
          Measured under other settings than before, and so not set side by side:{' '}
          {both.flatMap(({ name, multiple }) => (multiple === null ? [name.toLowerCase()] : [])).join(', ')}.
        </p>
      )}
      {facts.before && !facts.before.set && <p>Not measured before: {facts.before.whyNot}</p>}
      {old && !stays && (
        <p style={{ marginTop: 14 }}>
          Please do not attach the old drive while the device starts: two installations in one machine get in each
          other’s way. Licences of the installation belong to this device.
        </p>
      )}
      <div className={styles.sign}>
        {signature && signature.path !== 'typed' && (
          <svg viewBox="0 0 360 90" width="200" height="50" aria-hidden>
            <path d={signature.path} fill="none" stroke="#14312f" strokeWidth="2" />
          </svg>
        )}
        <div>{signature?.name ?? 'Signature'}</div>
      </div>
    </article>
  );
}

function leftNames(plan: NonNullable<JobView['snapshot']['facts']['plan']>): string[] {
  return plan.table.partitions.filter((one) => plan.intent.leftOut.includes(one.id)).map((one) => one.name);
}

function deadWords(dead: readonly DeadFunction[]): string {
  return dead.map(({ name, why }) => (why ? `${name}: ${why}` : name)).join('; ');
}
