import type { EstimatesView } from '@udrel/contract/types';
import { useEstimatesQuery } from '../../../api/api';
import { percent, times, whole } from '../../../format/units';
import { Empty, Loaded, OutcomeMark, Sheet } from '../../../ui';

/** Shares of runs that an 80 % range is to hold. */
const HONEST = [0.75, 0.85] as const;
/** Fewer runs say nothing of how honest ranges are. */
const ENOUGH = 20;

/** How well the shop's own runs kept to the ranges that were told before them. */
export function Estimates() {
  const { data, error } = useEstimatesQuery();
  return (
    <Sheet title="Estimates" aside={data ? `the latest ${whole(data.all.of)} runs that ended well` : undefined}>
      <Loaded data={data} error={error} what="the runs">
        {(view) => <Kept {...view} />}
      </Loaded>
    </Sheet>
  );
}

function Kept({ all, kinds }: EstimatesView) {
  if (all.of === 0) return <Empty>No run has ended yet from which could be told how good estimates are.</Empty>;
  const share = all.held / all.of;
  return (
    <>
      <p style={{ display: 'flex', gap: 8 }}>
        <OutcomeMark
          outcome={all.of < ENOUGH ? 'unknown' : share < HONEST[0] || share > HONEST[1] ? 'limit' : 'pass'}
        />
        <span>
          {percent(share)} took as long as was said before. <span className="sub">{wordsOf(all.of, share)}</span>
        </span>
      </p>
      <table>
        <thead>
          <tr>
            <th>Run</th>
            <th className="figure">Runs</th>
            <th className="figure">Within</th>
            <th className="figure">Sooner</th>
            <th className="figure">Later</th>
            <th className="figure">Range</th>
          </tr>
        </thead>
        <tbody>
          {kinds.map(({ kind, score }) => (
            <tr key={kind}>
              <td>{kind}</td>
              <td className="figure">{whole(score.of)}</td>
              <td className="figure">{percent(score.held / score.of)}</td>
              <td className="figure">{whole(score.below)}</td>
              <td className="figure">{whole(score.above)}</td>
              <td className="figure">{score.width === null ? '–' : times(score.width)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function wordsOf(of: number, share: number): string {
  if (of < ENOUGH) return `Too few to say more: from ${ENOUGH} on it means something.`;
  if (share < HONEST[0]) return 'Ranges are made for eight of ten: they are too narrow for what comes in here.';
  if (share > HONEST[1]) return 'Ranges are made for eight of ten: they are wider than they need be.';
  return 'Ranges are made for eight of ten.';
}
