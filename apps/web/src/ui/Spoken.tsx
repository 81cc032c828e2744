import type { MomentRange } from '@udrel/contract/types';
import { moment } from '../format/time';

/** A range of moments, with the day once where it is the same. */
export function Spoken({ range: { early, late } }: { range: MomentRange }) {
  const [from, until] = [moment(early), moment(late)];
  const day = from.slice(0, from.lastIndexOf(' '));
  const same = until.startsWith(`${day} `);
  return (
    <span className="mono">
      {from} to {same ? until.slice(day.length + 1) : until}
    </span>
  );
}
