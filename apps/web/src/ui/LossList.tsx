import { fileSize } from '@udrel/core/capacity';
import type { Loss } from '@udrel/core/steps';

/** What did not come along in a copy: what, where, how much. */
export function LossList({ losses }: { losses: readonly Loss[] }) {
  return (
    <ul aria-label="Lost in the copy" style={{ margin: 0, paddingLeft: 18 }}>
      {losses.map(({ what, where, bytes }, index) => (
        <li key={index}>
          {what}
          {where && `, ${where}`}, {bytes === null ? 'how much is not known' : fileSize(bytes)}
        </li>
      ))}
    </ul>
  );
}
