import { binary } from '@udrel/core/capacity';
import type { Site } from '@udrel/core/fit';
import type { DeviceMemory } from '@udrel/core/memory';
import { siteLines } from '../../format/parts';
import styles from '../../ui/ui.module.css';

const WIDTH = 300;
const SITE_HEIGHT = 76;

/** A device model's sites and memory as a drawing; where there is a choice, a site is chosen by mouse or keyboard. */
export function DeviceSchematic(props: {
  sites: readonly Site[];
  memory: Pick<DeviceMemory, 'soldered' | 'slots'>;
  feed: string;
  /** What sits at a site, or is to sit there. */
  heldAt: (site: Site) => string;
  /** Bytes in a slot, 0 for none. */
  inSlot: (slot: string) => number;
  chosen: string;
  choose?: ((siteId: string) => void) | undefined;
}) {
  const { sites, memory, feed, heldAt, inSlot, chosen, choose } = props;
  const memoryAt = 20 + sites.length * (SITE_HEIGHT + 12);
  const height = memoryAt + 92;
  const slots = [...(memory.soldered > 0 ? ['soldered'] : []), ...memory.slots];
  const slotWidth = (WIDTH - 32 - (slots.length - 1) * 6) / Math.max(1, slots.length);
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${WIDTH} ${height}`}
      fontSize="12.5"
      fill="var(--ink)"
      role="group"
      aria-label="Sites of the device"
    >
      <rect
        x="1"
        y="1"
        width={WIDTH - 2}
        height={height - 2}
        rx="12"
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {sites.map((site, n) => (
        <SiteBox
          key={`${site.id}${n}`}
          site={site}
          y={16 + n * (SITE_HEIGHT + 12)}
          on={site.id === chosen}
          choose={choose && (() => choose(site.id))}
          holds={heldAt(site)}
        />
      ))}
      {slots.map((slot, n) => {
        const x = 16 + n * (slotWidth + 6);
        const bytes = slot === 'soldered' ? memory.soldered : inSlot(slot);
        return (
          <g key={`${slot}${n}`}>
            <rect
              x={x}
              y={memoryAt}
              width={slotWidth}
              height="34"
              rx="2"
              fill={bytes ? 'var(--petrol-soft)' : 'var(--sheet)'}
              stroke="var(--petrol)"
            />
            <text x={x + 6} y={memoryAt + 14} fontSize="11">
              {slot}
            </text>
            <text x={x + 6} y={memoryAt + 28} fontSize="11" fill="var(--ink-2)">
              {bytes ? binary(bytes) : 'empty'}
            </text>
          </g>
        );
      })}
      <rect x="16" y={memoryAt + 44} width={WIDTH - 32} height="34" rx="4" fill="none" stroke="var(--line)" />
      <text x={WIDTH / 2} y={memoryAt + 65} textAnchor="middle" fill="var(--ink-2)">
        {feed}
      </text>
    </svg>
  );
}

interface SiteProps {
  site: Site;
  y: number;
  on: boolean;
  holds: string;
  choose: (() => void) | undefined;
}

function SiteBox({ site, y, on, holds, choose }: SiteProps) {
  const [kind, room] = siteLines(site);
  return (
    <g
      {...(choose && { className: styles.site, role: 'button', tabIndex: 0, 'aria-pressed': on, onClick: choose })}
      aria-label={`${site.name}, ${holds}`}
      onKeyDown={(event) => {
        if (!choose || (event.key !== 'Enter' && event.key !== ' ')) return;
        event.preventDefault();
        choose();
      }}
    >
      <rect
        x="16"
        y={y}
        width={WIDTH - 32}
        height={SITE_HEIGHT}
        rx="3"
        fill="var(--sheet)"
        stroke={on ? 'var(--petrol)' : 'var(--line-strong)'}
        strokeWidth={on ? 2.5 : 1.2}
        strokeDasharray={holds.startsWith('free') && !on ? '4 3' : undefined}
      />
      {site.form === 'm2' && <path d={`M16 ${y + 14}h-8v24h8`} fill="none" stroke="var(--petrol)" strokeWidth="2" />}
      <text x="26" y={y + 18} fontWeight="700">
        {site.name}
      </text>
      <text x="26" y={y + 35} fill="var(--ink-2)">
        {kind}
      </text>
      <text x="26" y={y + 51} fill="var(--ink-2)">
        {room}
      </text>
      <text x="26" y={y + 67} fontWeight="600">
        {holds.length > 40 ? `${holds.slice(0, 39)}…` : holds}
      </text>
    </g>
  );
}
