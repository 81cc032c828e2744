import type { LayoutPlan, PlannedPartition } from '@udrel/core/layout';

/** A block of the map: place and height in drawing units. */
export interface Block {
  y: number;
  height: number;
}

export interface MapGeometry {
  height: number;
  source: Map<string, Block>;
  target: Map<string, Block>;
  leftFree: Block | null;
}

const LEAST = 27;
const GAP = 6;

/** Compressed scale: the share of a size to the power of 0.45, so that 16 MiB and 1 TB are both visible. */
const compressed = (bytes: number) => bytes ** 0.45;

/**
 * Where the blocks stand, both columns on one scale: equal sizes look equal. A source block without a place on
 * the target takes none there.
 */
export function mapGeometry(layout: LayoutPlan, height: number): MapGeometry {
  const left = layout.partitions.map((one) => one.sourceBytes);
  const right = layout.partitions.flatMap((one) => (one.target ? [one.target.bytes] : []));
  const free = layout.leftFree > 0 ? [layout.leftFree] : [];
  const spare = (sizes: number[]) => height - sizes.length * (LEAST + GAP);
  const total = (sizes: number[]) => sizes.reduce((sum, size) => sum + compressed(size), 0);
  const scale = Math.min(...[left, [...right, ...free]].map((sizes) => spare(sizes) / Math.max(1, total(sizes))));
  const tall = (bytes: number) => LEAST + Math.max(0, scale) * compressed(bytes);
  const source = stack(layout.partitions, (one) => one.sourceBytes, tall);
  const target = stack(
    layout.partitions.filter((one) => one.target),
    (one) => one.target?.bytes ?? 0,
    tall,
  );
  const end = [...target.values()].reduce((most, block) => Math.max(most, block.y + block.height + GAP), 0);
  const leftFree = layout.leftFree > 0 ? { y: end, height: tall(layout.leftFree) } : null;
  const bottom = [...source.values(), ...target.values(), ...(leftFree ? [leftFree] : [])];
  return { height: Math.max(0, ...bottom.map((block) => block.y + block.height)), source, target, leftFree };
}

function stack(
  list: readonly PlannedPartition[],
  size: (one: PlannedPartition) => number,
  tall: (bytes: number) => number,
) {
  const blocks = new Map<string, Block>();
  let y = 0;
  for (const one of list) {
    const height = tall(size(one));
    blocks.set(one.source.id, { y, height });
    y += height + GAP;
  }
  return blocks;
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
