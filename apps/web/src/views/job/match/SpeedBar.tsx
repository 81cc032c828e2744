import { linkPractical, type Link } from '@udrel/core/links';
import { whole } from '../../../format/units';

const WIDTH = 148;

/** Speed here (solid) of its rating (outline); the dashed line is what the link can carry. */
export function SpeedBar({
  here,
  rating,
  link,
  most,
}: {
  here: number;
  rating: number;
  link: Link | null;
  most: number;
}) {
  if (!link || here === 0) return <span className="sub">not usable here</span>;
  const x = (speed: number) => Math.min(WIDTH, (speed / most) * WIDTH);
  const carries = x(linkPractical(link)[1]);
  return (
    <svg
      width={WIDTH}
      height="28"
      viewBox={`0 0 ${WIDTH} 28`}
      role="img"
      aria-label={`${whole(here)} of ${whole(rating)} MB/s`}
    >
      <rect x="0.5" y="4.5" width={Math.max(1, x(rating) - 1)} height="9" fill="none" stroke="var(--line-strong)" />
      <rect x="0" y="4" width={x(here)} height="10" fill="var(--petrol)" />
      <path d={`M${carries} 1v17`} stroke="var(--ink)" strokeDasharray="2 2" />
      <text x="0" y="27" fontSize="11" fontFamily="var(--mono)" fill="var(--ink-2)">
        {whole(here)} of {whole(rating)} MB/s
      </text>
    </svg>
  );
}
