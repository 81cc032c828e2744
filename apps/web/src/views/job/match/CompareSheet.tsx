import Button from '@mui/material/Button';
import { Fragment } from 'react';
import { driveSize, describeDrive } from '../../../format/parts';
import { money, whole } from '../../../format/units';
import { OutcomeMark, Sheet, VerdictMark } from '../../../ui';
import type { Candidate } from './CandidateTable';
import styles from './order/match.module.css';

/** Most candidates that stand side by side. */
export const MOST_COMPARED = 3;

/** Up to three candidates side by side, rule by rule. */
export function CompareSheet({
  candidates,
  remove,
}: {
  candidates: readonly Candidate[];
  remove: (partId: string) => void;
}) {
  const rules = [...new Set(candidates.flatMap(({ reasons }) => reasons.map(({ rule }) => rule)))];
  return (
    <Sheet title="Side by side" aside={candidates.length < 2 ? 'compare another one with it' : ''}>
      <table className={styles.compare}>
        <thead>
          <tr>
            <th aria-label="What" />
            {candidates.map((one) => (
              <th key={one.offer.partId} scope="col">
                <b>
                  {one.offer.drive.maker} {one.offer.drive.name}
                </b>
                <span className="sub">{describeDrive(one.offer.drive)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <Line name="Verdict" of={candidates}>
            {(one) => (
              <>
                <VerdictMark verdict={one.verdict} worded /> {one.verdict}
              </>
            )}
          </Line>
          <Line name="Capacity" of={candidates}>
            {({ offer }) => driveSize(offer.drive)}
          </Line>
          <Line name="Speed here" of={candidates}>
            {({ speedHere, offer }) =>
              speedHere > 0 ? `${whole(speedHere)} of ${whole(offer.drive.read)} MB/s` : 'not usable'
            }
          </Line>
          <Line name="Price with parts" of={candidates}>
            {({ own, offer, adapters }) =>
              own ? 'theirs' : money(adapters.reduce((sum, { price }) => sum + price, offer.price))
            }
          </Line>
          <Line name="Also needed" of={candidates}>
            {({ partsNeeded, missing }) =>
              partsNeeded.map((name) => `${name}${missing.includes(name) ? ' (none there)' : ''}`).join(', ') ||
              'nothing'
            }
          </Line>
          {rules.map((rule) => (
            <Line key={rule} name={rule} of={candidates}>
              {({ reasons }) =>
                reasons
                  .filter((reason) => reason.rule === rule)
                  .map(({ outcome, sentence }) => (
                    <Fragment key={sentence}>
                      <OutcomeMark outcome={outcome} /> {sentence}
                    </Fragment>
                  ))
              }
            </Line>
          ))}
          <Line name="" of={candidates}>
            {({ offer }) => (
              <Button size="small" onClick={() => remove(offer.partId)}>
                Take out
              </Button>
            )}
          </Line>
        </tbody>
      </table>
    </Sheet>
  );
}

function Line(props: { name: string; of: readonly Candidate[]; children: (one: Candidate) => React.ReactNode }) {
  return (
    <tr>
      <th scope="row">{props.name}</th>
      {props.of.map((one) => (
        <td key={one.offer.partId}>{props.children(one)}</td>
      ))}
    </tr>
  );
}
