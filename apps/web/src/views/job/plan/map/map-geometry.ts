import type { LayoutPlan, TargetId, TargetPartition } from '@udrel/core/layout';

/** A block of the map: place and height in drawing units. */
export interface Block {
  y: number;
  height: number;
}

/** One of the new drives in the target column. */
export interface DriveBlocks {
  id: TargetId;
  /** Where its heading stands; null for the first drive, whose heading stands above the map. */
  heading: number | null;
  leftFree: Block | null;
}

export interface MapGeometry {
  height: number;
  source: Map<string, Block>;
  target: Map<string, Block>;
  drives: DriveBlocks[];
}

const LEAST = 27;
const GAP = 6;
const HEADING = 40;

/** Compressed scale: the share of a size to the power of 0.45, so that 16 MiB and 1 TB are both visible. */
const compressed = (bytes: number) => bytes ** 0.45;

interface Stacked {
  id: string;
  bytes: number;
}

/**
 * Where the blocks stand, all on one scale: equal sizes look equal. The source column in the order of the old drive,
 * the target column in the order of each new one, what is left free where most of it lies.
 */
export function mapGeometry(layout: LayoutPlan, height: number): MapGeometry {
  const left = layout.partitions.map(({ source, sourceBytes }): Stacked => ({ id: source.id, bytes: sourceBytes }));
  const placed = [...layout.partitions, ...layout.made]
    .flatMap(({ target }) => target ?? [])
    .sort((a, b) => a.startSector - b.startSector);
  const columns = layout.targets.map(({ id, leftFree, sectorSize }) => {
    const blocks = placed.filter(({ on }) => on === id);
    return { id, leftFree, blocks, freeAt: freeAt(blocks, leftFree / sectorSize) };
  });
  const right = columns.flatMap(({ blocks, leftFree }) => [
    ...blocks.map(({ bytes }) => bytes),
    ...(leftFree > 0 ? [leftFree] : []),
  ]);
  const headings = (columns.length - 1) * HEADING;
  const spare = (sizes: number[], taken: number) => height - taken - sizes.length * (LEAST + GAP);
  const total = (sizes: number[]) => sizes.reduce((sum, size) => sum + compressed(size), 0);
  const scaleOf = (sizes: number[], taken: number) => spare(sizes, taken) / Math.max(1, total(sizes));
  const scale = Math.max(
    0,
    Math.min(
      scaleOf(
        left.map(({ bytes }) => bytes),
        0,
      ),
      scaleOf(right, headings),
    ),
  );
  const tall = (bytes: number) => LEAST + scale * compressed(bytes);
  const source = new Map<string, Block>();
  const bottom = stack(source, left, 0, tall);
  const target = new Map<string, Block>();
  const drives: DriveBlocks[] = [];
  let y = 0;
  for (const { id, blocks, leftFree, freeAt: at } of columns) {
    const heading = drives.length === 0 ? null : y + 16;
    y = stack(target, blocks.slice(0, at), heading === null ? y : y + HEADING, tall);
    const free = leftFree > 0 ? { y, height: tall(leftFree) } : null;
    drives.push({ id, heading, leftFree: free });
    if (free) y += free.height + GAP;
    y = stack(target, blocks.slice(at), y, tall);
  }
  return { height: Math.max(0, Math.max(bottom, y) - GAP), source, target, drives };
}

/** Before which of the partitions most of what is left free lies: behind all of them, but for a gap that holds the half. */
function freeAt(blocks: readonly TargetPartition[], sectors: number): number {
  const gap = blocks.findIndex(({ startSector }, index) => {
    const before = blocks[index - 1];
    return before !== undefined && startSector - before.startSector - before.sectors > sectors / 2;
  });
  return gap < 0 || sectors <= 0 ? blocks.length : gap;
}

/** Puts blocks one under the other; answers where the next would stand. */
function stack(
  into: Map<string, Block>,
  list: readonly Stacked[],
  from: number,
  tall: (bytes: number) => number,
): number {
  let y = from;
  for (const { id, bytes } of list) {
    const height = tall(bytes);
    into.set(id, { y, height });
    y += height + GAP;
  }
  return y;
}

/** The outline of a ribbon from a source block to its place. */
export function ribbonPath(from: Block, to: Block, x0: number, x1: number): string {
  const middle = (x0 + x1) / 2;
  const edge = (a: number, b: number, start: number, end: number) => `C${middle} ${a} ${middle} ${b} ${end} ${b}`;
  return [
    `M${x0} ${from.y}`,
    edge(from.y, to.y, x0, x1),
    `V${to.y + to.height}`,
    `C${middle} ${to.y + to.height} ${middle} ${from.y + from.height} ${x0} ${from.y + from.height}Z`,
  ].join('');
}

/** The torn right edge of a block that is left behind. */
export function tornPath(block: Block, x0: number, x1: number): string {
  const teeth = Math.max(2, Math.round(block.height / 16));
  const step = block.height / teeth;
  const points = Array.from(
    { length: teeth },
    (_none, n) => `L${x1 - 8} ${block.y + (n + 0.5) * step}L${x1} ${block.y + (n + 1) * step}`,
  );
  return `M${x0} ${block.y}H${x1}${points.join('')}H${x0}Z`;
}
