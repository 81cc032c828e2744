import { parseSize, type LayoutIntent, type LayoutPlan, type PlannedPartition } from '@udrel/core/layout';
import type { Plan } from './usePlan';

type SizeChange = Pick<LayoutIntent, 'sizes' | 'spare'>;

/** Gives or takes bytes; the one that takes the rest gets a typed size by that. Null where nothing may change. */
export function nudged({ layout, draft: { intent } }: Plan, id: string, bytes: number): SizeChange | null {
  const one = layout.partitions.find((partition) => partition.source.id === id);
  if (!one?.resizable || !one.target) return null;
  return sized(intent, id, Math.max(one.minimum, one.target.bytes + bytes));
}

/** The rest of the drive goes to this partition: it loses its typed size. */
export function restTo(intent: LayoutIntent, id: string): SizeChange {
  const { [id]: _given, ...sizes } = intent.sizes;
  return { sizes, spare: { to: 'partition', id } };
}

/** A size of its own; the rest then goes to nobody if it was this one that took it. */
export function sized(intent: LayoutIntent, id: string, bytes: number): SizeChange {
  const took = intent.spare.to === 'partition' && intent.spare.id === id;
  return { sizes: { ...intent.sizes, [id]: bytes }, spare: took ? { to: 'nobody' } : intent.spare };
}

/** What a typed size means: "rest", or a size on the drive where it goes; else a sentence. */
export function typedSize(
  intent: LayoutIntent,
  layout: Pick<LayoutPlan, 'targets'>,
  { source, target }: Pick<PlannedPartition, 'source' | 'target'>,
  text: string,
): SizeChange | string {
  const drive = layout.targets.find(({ id }) => id === (target?.on ?? 'new'));
  if (!drive) return 'The drive that it goes to is not known yet.';
  const parsed = parseSize(text, drive);
  if (!parsed.ok) return parsed.sentence;
  return 'rest' in parsed ? restTo(intent, source.id) : sized(intent, source.id, parsed.bytes);
}
