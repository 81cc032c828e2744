import type { Curve } from '@udrel/core/progress';

const WIDTH = 104;
const HEIGHT = 34;

/** A small rate curve; empty until there are figures. */
export function RateCurve({
  curve,
  width = WIDTH,
  height = HEIGHT,
}: {
  curve: Curve;
  width?: number;
  height?: number;
}) {
  const { rates } = curve;
  const most = Math.max(1, ...rates) * 1.15;
  const step = width / Math.max(1, rates.length - 1);
  const points = rates.map((rate, n) => `${(n * step).toFixed(1)},${(height - (rate / most) * height).toFixed(1)}`);
  return (
    <svg
      width={width}
      height={height + 2}
      viewBox={`0 0 ${width} ${height + 2}`}
      role="img"
      aria-label="Rate over time"
    >
      <path d={`M0 ${height + 1}H${width}`} stroke="var(--line)" />
      {points.length > 1 && <polyline points={points.join(' ')} fill="none" stroke="var(--petrol)" strokeWidth="1.4" />}
    </svg>
  );
}
