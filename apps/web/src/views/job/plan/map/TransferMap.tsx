import { Suspense, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { binary, soldName } from '@udrel/core/capacity';
import type { DriveChoice } from '@udrel/core/facts';
import { broughtTo, reordered, type PlannedPartition, type TargetId } from '@udrel/core/layout';
import { late } from '../../../../ui/late';
import { LeftFree, NewBlock, Ribbon, RIGHT, SourceBlock, TargetBlock, WIDTH } from './MapBlocks';
import { mapGeometry } from './map-geometry';
import type { Plan } from './usePlan';
import styles from './plan.module.css';

const HEIGHT = 350;
const MapHandles = late(() => import('./MapHandles'));

interface Props {
  plan: Plan;
  selected: string;
  select: (id: string) => void;
  /** Gives or takes GiB. */
  nudge: (id: string, gib: number) => void;
  typeSize: () => void;
}

/**
 * Source left, targets right, ribbons between them. Arrows select, + and - give and take, Enter types a size,
 * Ctrl+Z takes the last change back and Ctrl+Y brings it again. A block is dragged by its handle to the place of another.
 */
export function TransferMap({ plan, selected, select, nudge, typeSize }: Props) {
  const {
    layout,
    table,
    draft: { intent },
  } = plan;
  const driveOf = (id: TargetId) => plan.drives.find(({ on }) => on === id)?.drive;
  const map = mapGeometry(layout, HEIGHT);
  const frame = useRef<SVGSVGElement>(null);
  const ids = [...layout.partitions.map(({ source }) => source.id), ...layout.made.map(({ volume }) => volume.id)];

  /** What can change places on a drive. */
  const movableOn = (on: TargetId) => {
    const movable = layout.partitions.flatMap(({ source: { id, name }, target }) => {
      const block = map.target.get(id);
      const moves = ([-1, 1] as const).some((by) => reordered(table, intent, id, by) !== null);
      return block && target?.on === on && moves ? [{ id, name, block }] : [];
    });
    return movable.length > 1 ? movable : [];
  };
  const bring = (id: string, place: string) => {
    const order = broughtTo(table, intent, id, place);
    if (!order) return;
    plan.change({ order });
    select(id);
  };

  function press(event: KeyboardEvent, id: string): void {
    const at = ids.indexOf(id);
    const { key } = event;
    const held = event.ctrlKey || event.metaKey;
    if (key === 'ArrowDown' || key === 'ArrowUp') {
      const next = ids[Math.min(ids.length - 1, Math.max(0, at + (key === 'ArrowDown' ? 1 : -1)))];
      if (next) {
        select(next);
        frame.current?.querySelector<SVGGElement>(`[data-id="${next}"]`)?.focus();
      }
    } else if (held && (key === 'y' || (key === 'z' && event.shiftKey) || key === 'Z')) plan.redo();
    else if (held && key === 'z') plan.undo();
    else if (held) return;
    else if (key === '+' || key === '=') nudge(id, 1);
    else if (key === '-') nudge(id, -1);
    else if (key === 'Enter') typeSize();
    else if (key === ' ') select(id);
    else return;
    event.preventDefault();
  }

  const pressable = (id: string, label: string, drawing: ReactNode) => (
    <g
      key={id}
      className={styles.block}
      data-id={id}
      role="button"
      tabIndex={id === selected ? 0 : -1}
      aria-pressed={id === selected}
      aria-label={label}
      onClick={() => select(id)}
      onKeyDown={(event) => press(event, id)}
    >
      {drawing}
    </g>
  );

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
        const [from, to] = [map.source.get(id), map.target.get(id)];
        if (!from) return null;
        const on = id === selected;
        return pressable(
          id,
          spoken(one),
          <>
            {to && <Ribbon one={one} from={from} to={to} on={on} />}
            <SourceBlock one={one} block={from} />
            {to && <TargetBlock one={one} block={to} on={on} />}
          </>,
        );
      })}
      {layout.made.map((made) => {
        const { volume, target, takes } = made;
        const block = map.target.get(volume.id);
        if (!block || !target) return null;
        const what = takes ? `made for the files of ${takes.name}` : 'made anew';
        const label = `${volume.name}: ${what}, ${binary(target.bytes)}`;
        return pressable(
          volume.id,
          label,
          <NewBlock made={made} bytes={target.bytes} block={block} on={volume.id === selected} />,
        );
      })}
      <Suspense fallback={null}>
        {map.drives.map(({ id }) => (
          <MapHandles
            key={id}
            blocks={movableOn(id)}
            scale={() => (frame.current?.getBoundingClientRect().width ?? WIDTH) / WIDTH}
            move={bring}
          />
        ))}
      </Suspense>
      {map.drives.map(({ id, heading, leftFree }) => (
        <g key={id}>
          {heading !== null && <Heading y={heading} drive={driveOf(id)} />}
          {leftFree && <LeftFree block={leftFree} bytes={layout.targets.find((one) => one.id === id)?.leftFree ?? 0} />}
        </g>
      ))}
    </svg>
  );
}

/** What a further drive is, above what goes there. */
function Heading({ y, drive }: { y: number; drive: DriveChoice | undefined }) {
  if (!drive) return null;
  return (
    <text x={RIGHT} y={y} fontWeight="700">
      To: {drive.name}, {soldName(drive.bytes, drive.sectorSize)}
      <tspan x={RIGHT} dy="16" fontWeight="400" fontSize="12" fontFamily="var(--mono)" fill="var(--ink-2)">
        {drive.serial}
      </tspan>
    </text>
  );
}

function spoken({ source, target, change }: PlannedPartition): string {
  return `${source.name}: ${change}${target ? `, ${binary(target.bytes)}` : ''}`;
}
