import { lazy, Suspense } from 'react';
import type { JobView } from '@udrel/contract/types';
import { compareSets } from '@udrel/core/benchmarks';
import { linkName } from '@udrel/core/links';
import { percent, rate, seconds, times } from '../../../format/units';
import { OutcomeMark, Sheet } from '../../../ui';

const CompareChart = lazy(() => import('./CompareChart'));

/** Before against after, against the rating and against what the link carries in practice. */
export function Compared({ job }: { job: JobView }) {
  const { before, after, 'new drive choice': drive = null, 'memory choice': memory } = job.snapshot.facts;
  if (!after?.set) return null;
  const { rows, findings } = compareSets(before?.set ?? null, after.set, {
    drive,
    memory: memory ? { speed: memory.speed, bandwidth: memory.bandwidth ?? null } : null,
  });
  const told = rows.filter((row) => row.before !== null || row.after !== null);
  const figure = (value: number | null, unit: string) =>
    value === null ? '–' : unit === 's' ? seconds(value) : rate(value);
  return (
    <Sheet
      title="Before and after"
      aside={drive ? `rated ${rate(drive.ratedRead)}, link ${linkName(drive.link)}` : undefined}
    >
      <Suspense fallback={<div style={{ height: 254 }} />}>
        <CompareChart rows={told} fitted={drive} />
      </Suspense>
      <table>
        <thead>
          <tr>
            <th>Test</th>
            <th className="figure">Before</th>
            <th className="figure">After</th>
            <th className="figure">Faster</th>
            <th className="figure">Of rating</th>
            <th className="figure">Of link</th>
          </tr>
        </thead>
        <tbody>
          {told.map((row) => (
            <tr key={row.key}>
              <td>{row.name}</td>
              <td className="figure">{figure(row.before, row.unit)}</td>
              <td className="figure">{figure(row.after, row.unit)}</td>
              <td className="figure">{row.multiple === null ? '–' : times(row.multiple)}</td>
              <td className="figure">{row.shareOfRating === null ? '–' : percent(row.shareOfRating)}</td>
              <td className="figure">{row.shareOfLink === null ? '–' : percent(row.shareOfLink)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {findings.map((finding) => (
        <p key={finding.sentence} style={{ display: 'flex', gap: 8, marginTop: 8 }}>
          <OutcomeMark outcome={finding.outcome} />
          <span>
            {finding.sentence}
            {finding.remedy && <span className="sub"> – {finding.remedy}.</span>}
          </span>
        </p>
      ))}
    </Sheet>
  );
}
