import { useRef, type KeyboardEvent } from 'react';
import { binary } from '@udrel/core/capacity';
import type { PlannedPartition } from '@udrel/core/layout';
import { mapGeometry, ribbonPath, tornPath, type Block } from './map-geometry';
import type { Plan } from './usePlan';
import styles from './plan.module.css';

const WIDTH = 760;
const HEIGHT = 430;
const COLUMN = 210;
const RIGHT = WIDTH - COLUMN;

interface Props {
  plan: Plan;
  selected: string;
  select: (id: string) => void;
  /** Gives or takes GiB. */
  nudge: (id: string, gib: number) => void;
  typeSize: () => void;
}

/** Source left, target right, ribbons between them. Arrows select, + and - give and take, Enter types a size. */
export function TransferMap({ plan, selected, select, nudge, typeSize }: Props) {
  const { layout } = plan;
  const map = mapGeometry(layout, HEIGHT);
  const frame = useRef<SVGSVGElement>(null);
  const ids = layout.partitions.map((one) => one.source.id);

  function press(event: KeyboardEvent, id: string): void {
    const at = ids.indexOf(id);
    const { key } = event;
    if (key === 'ArrowDown' || key === 'ArrowUp') {
      const next = ids[Math.min(ids.length - 1, Math.max(0, at + (key === 'ArrowDown' ? 1 : -1)))];
      if (next) {
        select(next);
        frame.current?.querySelector<SVGGElement>(`[data-id="${next}"]`)?.focus();
      }
    } else if (key === '+' || key === '=') nudge(id, 1);
    else if (key === '-') nudge(id, -1);
    else if (key === 'Enter') typeSize();
    else if (key === ' ') select(id);
    else return;
    event.preventDefault();
  }

  return (
    <svg
      ref={frame}
      viewBox={`-2 -2 ${WIDTH + 4} ${Math.max(map.height, 60) + 4}`}
      width="100%"
      fontSize="13"
      fill="var(--ink)"
    >
      {layout.partitions.map((one) => {
        const { id } = one.source;
        const from = map.source.get(id);
        const to = map.target.get(id);
        if (!from) return null;
        return (
          <g
            key={id}
            className={styles.block}
            data-id={id}
            role="button"
            tabIndex={id === selected ? 0 : -1}
            aria-pressed={id === selected}
            aria-label={spoken(one)}
            onClick={() => select(id)}
            onKeyDown={(event) => press(event, id)}
          >
            {to && <Ribbon one={one} from={from} to={to} on={id === selected} />}
            <SourceBlock one={one} block={from} />
            {to && <TargetBlock one={one} block={to} on={id === selected} />}
          </g>
        );
      })}
      {map.leftFree && (
        <g>
          <rect
            x={RIGHT}
            y={map.leftFree.y}
            width={COLUMN}
            height={map.leftFree.height}
            rx="3"
            fill="none"
            stroke="var(--line-strong)"
            strokeDasharray="4 3"
          />
          <text x={RIGHT + 10} y={map.leftFree.y + 18} fill="var(--ink-2)">
            left free
          </text>
          <Size x={WIDTH - 10} y={map.leftFree.y + 18} bytes={layout.leftFree} />
        </g>
      )}
    </svg>
  );
}

function spoken({ source, target, change }: PlannedPartition): string {
  return `${source.name}: ${change}${target ? `, ${binary(target.bytes)}` : ''}`;
}

function Ribbon({ one, from, to, on }: { one: PlannedPartition; from: Block; to: Block; on: boolean }) {
  const changed = one.change === 'grown' || one.change === 'shrunk';
  const middle = (from.y + from.height / 2 + to.y + to.height / 2) / 2 + 4;
  return (
    <>
      <path
        d={ribbonPath(from, to, COLUMN, RIGHT)}
        fill={changed ? 'var(--petrol-soft)' : 'var(--ribbon)'}
        stroke={on ? 'var(--petrol)' : 'var(--line-strong)'}
        strokeWidth={on ? 1.6 : 0.8}
      />
      <text
        x={(COLUMN + RIGHT) / 2}
        y={middle}
        textAnchor="middle"
        fontWeight={changed ? 700 : 400}
        fill={changed ? 'var(--petrol)' : 'var(--ink-2)'}
      >
        {changeWords(one)}
      </text>
    </>
  );
}

function changeWords({ change, target, sourceBytes }: PlannedPartition): string {
  const difference = target ? binary(Math.abs(target.bytes - sourceBytes)) : '';
  switch (change) {
    case 'grown':
      return `grown by ${difference}`;
    case 'shrunk':
      return `shrunk by ${difference}`;
    case 'moved':
      return 'moved, same size';
    default:
      return change;
  }
}

function SourceBlock({ one, block }: { one: PlannedPartition; block: Block }) {
  const lost = one.change === 'left behind' || one.change === 'no room';
  return (
    <>
      {lost ? (
        <path d={tornPath(block, 0, COLUMN)} fill="var(--danger-soft)" stroke="var(--danger)" strokeWidth="1.4" />
      ) : (
        <rect
          x="0"
          y={block.y}
          width={COLUMN}
          height={block.height}
          rx="3"
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.4"
        />
      )}
      {!lost && <Used used={one.source.used} bytes={one.sourceBytes} block={block} x={0} />}
      <Naming one={one} bytes={one.sourceBytes} block={block} x={0} />
      {lost && (
        <text x={COLUMN + 14} y={block.y + block.height / 2 + 5} fontWeight="700" fill="var(--danger)">
          {one.change === 'no room' ? 'no room on the new drive' : 'taken out, left behind'}
        </text>
      )}
    </>
  );
}

function TargetBlock({ one, block, on }: { one: PlannedPartition; block: Block; on: boolean }) {
  const bytes = one.target?.bytes ?? 0;
  return (
    <>
      <rect
        x={RIGHT}
        y={block.y}
        width={COLUMN}
        height={block.height}
        rx="3"
        fill="var(--sheet)"
        stroke={on ? 'var(--petrol)' : 'var(--ink)'}
        strokeWidth={on ? 3 : 1.4}
      />
      <Used used={one.source.used} bytes={bytes} block={block} x={RIGHT} />
      <Naming one={one} bytes={bytes} block={block} x={RIGHT} />
    </>
  );
}

/** The used part as a filled part of the block, from below. */
function Used({ used, bytes, block, x }: { used: number | null; bytes: number; block: Block; x: number }) {
  if (used === null || bytes === 0) return null;
  const height = Math.max(1, Math.min(1, used / bytes) * (block.height - 3));
  const top = block.y + block.height - 1.5 - height;
  return (
    <>
      <rect x={x + 1.5} y={top} width={COLUMN - 3} height={height} fill="var(--petrol)" opacity="0.14" />
      {block.height > 74 && <path d={`M${x + 1} ${top}h${COLUMN - 2}`} stroke="var(--petrol)" strokeDasharray="3 3" />}
      {block.height > 74 && (
        <text
          x={x + 10}
          y={Math.min(block.y + block.height - 8, Math.max(top + 16, block.y + 54))}
          fontSize="12"
          fill="var(--petrol)"
        >
          used {binary(used)}
        </text>
      )}
    </>
  );
}

function Naming({ one, bytes, block, x }: { one: PlannedPartition; bytes: number; block: Block; x: number }) {
  const { name, fileSystem, encrypted } = one.source;
  const short = name.length > 17 ? `${name.slice(0, 16)}…` : name;
  return (
    <>
      <text x={x + 10} y={block.y + 18} fontWeight="700">
        {short}
        <title>{name}</title>
      </text>
      <Size x={x + COLUMN - 12} y={block.y + 18} bytes={bytes} />
      {block.height > 44 && (
        <text x={x + 10} y={block.y + 35} fontSize="12" fill="var(--ink-2)">
          {fileSystem}
          {encrypted ? ', encrypted' : ''}
        </text>
      )}
    </>
  );
}

function Size({ x, y, bytes }: { x: number; y: number; bytes: number }) {
  return (
    <text x={x} y={y} textAnchor="end" fontFamily="var(--mono)" fontSize="12.5">
      {binary(bytes)}
    </text>
  );
}
