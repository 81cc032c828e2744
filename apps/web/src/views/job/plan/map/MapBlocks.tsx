import { binary } from '@udrel/core/capacity';
import { targetName, type PlannedVolume, type PlannedPartition } from '@udrel/core/layout';
import { ribbonPath, tornPath, type Block } from './map-geometry';

/** The drawing's measures: width of the whole and of a column, and where the right column begins. */
export const WIDTH = 760;
export const COLUMN = 210;
export const RIGHT = WIDTH - COLUMN;

export function Ribbon({ one, from, to, on }: { one: PlannedPartition; from: Block; to: Block; on: boolean }) {
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

export function changeWords({ change, target, source, sourceBytes }: PlannedPartition): string {
  const difference = target ? binary(Math.abs(target.bytes - sourceBytes)) : '';
  switch (change) {
    case 'grown':
      return `grown by ${difference}`;
    case 'shrunk':
      return `shrunk by ${difference}`;
    case 'moved':
      if (target && target.on !== 'new') return `to the ${targetName(target.on)}`;
      return (target?.startSector ?? 0) < source.startSector ? 'starts earlier, same size' : 'starts later, same size';
    default:
      return change;
  }
}

const LOST: Readonly<Partial<Record<PlannedPartition['change'], string>>> = {
  'no room': 'no room on the new drive',
  'left behind': 'taken out, left behind',
};

export function SourceBlock({ one, block }: { one: PlannedPartition; block: Block }) {
  const lost = LOST[one.change];
  return (
    <>
      {lost ? (
        <path d={tornPath(block, 0, COLUMN)} fill="var(--danger-soft)" stroke="var(--danger)" strokeWidth="1.4" />
      ) : (
        <Frame x={0} block={block} on={false} />
      )}
      {!lost && <Used used={one.source.used} bytes={one.sourceBytes} block={block} x={0} />}
      <Naming source={one.source} bytes={one.sourceBytes} block={block} x={0} />
      {(lost ?? (one.change === 'stays' ? 'stays on the old drive' : null)) && (
        <text
          x={COLUMN + 14}
          y={block.y + block.height / 2 + 5}
          fontWeight="700"
          fill={lost ? 'var(--danger)' : 'var(--ink-2)'}
        >
          {lost ?? 'stays on the old drive'}
        </text>
      )}
    </>
  );
}

export function TargetBlock({ one, block, on }: { one: PlannedPartition; block: Block; on: boolean }) {
  const bytes = one.target?.bytes ?? 0;
  return (
    <>
      <Frame x={RIGHT} block={block} on={on} />
      <Used used={one.used ?? one.source.used} bytes={bytes} block={block} x={RIGHT} />
      {one.resizable && <Least minimum={one.minimum} bytes={bytes} block={block} />}
      <Naming source={one.source} bytes={bytes} block={block} x={RIGHT} />
    </>
  );
}

/** A volume that the old drive does not have. */
export function NewBlock({
  made: { volume, takes },
  bytes,
  block,
  on,
}: {
  made: PlannedVolume;
  bytes: number;
  block: Block;
  on: boolean;
}) {
  return (
    <>
      <Frame x={RIGHT} block={block} on={on} />
      <Naming source={{ ...volume, encrypted: false }} bytes={bytes} block={block} x={RIGHT} />
      <text x={RIGHT - 12} y={block.y + block.height / 2 + 5} textAnchor="end" fill="var(--ink-2)">
        {takes ? `files of ${takes.name}` : 'made anew'}
      </text>
    </>
  );
}

function Frame({ x, block, on }: { x: number; block: Block; on: boolean }) {
  return (
    <rect
      x={x}
      y={block.y}
      width={COLUMN}
      height={block.height}
      rx="3"
      fill="var(--sheet)"
      stroke={on ? 'var(--petrol)' : 'var(--ink)'}
      strokeWidth={on ? 3 : 1.4}
    />
  );
}

/** A notch at the least size that would hold it. */
function Least({ minimum, bytes, block }: { minimum: number; bytes: number; block: Block }) {
  if (bytes === 0 || minimum > bytes) return null;
  const y = block.y + block.height - 1.5 - (minimum / bytes) * (block.height - 3);
  return (
    <path d={`M${WIDTH - 1} ${y}l-11 -5v10z`} fill="var(--ink)">
      <title>least that holds it: {binary(minimum)}</title>
    </path>
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

interface Named {
  name: string;
  fileSystem: string;
  encrypted: boolean;
}

function Naming({ source, bytes, block, x }: { source: Named; bytes: number; block: Block; x: number }) {
  const { name, fileSystem, encrypted } = source;
  const short = name.length > 15 ? `${name.slice(0, 14)}…` : name;
  return (
    <>
      <text x={x + 10} y={block.y + 18} fontWeight="700">
        {short}
        <title>{name}</title>
      </text>
      <Size x={x + COLUMN - 14} y={block.y + 18} bytes={bytes} />
      {block.height > 44 && (
        <text x={x + 10} y={block.y + 35} fontSize="12" fill="var(--ink-2)">
          {fileSystem}
          {encrypted ? ', encrypted' : ''}
        </text>
      )}
    </>
  );
}

/** What belongs to no partition. */
export function LeftFree({ block, bytes }: { block: Block; bytes: number }) {
  return (
    <g>
      <rect
        x={RIGHT}
        y={block.y}
        width={COLUMN}
        height={block.height}
        rx="3"
        fill="none"
        stroke="var(--line-strong)"
        strokeDasharray="4 3"
      />
      <text x={RIGHT + 10} y={block.y + 18} fill="var(--ink-2)">
        left free
      </text>
      <Size x={WIDTH - 14} y={block.y + 18} bytes={bytes} />
    </g>
  );
}

function Size({ x, y, bytes }: { x: number; y: number; bytes: number }) {
  return (
    <text x={x} y={y} textAnchor="end" fontFamily="var(--mono)" fontSize="12.5">
      {binary(bytes)}
    </text>
  );
}
