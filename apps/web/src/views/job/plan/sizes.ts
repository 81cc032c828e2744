import { parseCapacity } from '@udrel/core/capacity';
import type { LayoutIntent, PlannedPartition } from '@udrel/core/layout';
import type { Plan } from './usePlan';

type SizeChange = Pick<LayoutIntent, 'sizes' | 'restTo'>;

/** Gives or takes bytes; the one that takes the rest gets a typed size by that. Null where nothing may change. */
export function nudged({ layout, draft: { intent } }: Plan, id: string, bytes: number): SizeChange | null {
  const one = layout.partitions.find((partition) => partition.source.id === id);
  if (!one?.resizable || !one.target) return null;
  const size = Math.max(one.minimum, one.target.bytes + bytes);
  return { sizes: { ...intent.sizes, [id]: size }, restTo: intent.restTo === id ? null : intent.restTo };
}

/** The rest of the drive goes to this partition: it loses its typed size. */
export function restTo(intent: LayoutIntent, id: string): SizeChange {
  const { [id]: _given, ...sizes } = intent.sizes;
  return { sizes, restTo: id };
}

/** What a typed size means: "rest", or a capacity; else a sentence. */
export function typedSize(intent: LayoutIntent, one: PlannedPartition, text: string): SizeChange | string {
  const { id } = one.source;
  if (text.trim().toLowerCase() === 'rest') return restTo(intent, id);
  const parsed = parseCapacity(text, 'GiB');
  if (!parsed.ok) return parsed.sentence;
  return { sizes: { ...intent.sizes, [id]: parsed.bytes }, restTo: intent.restTo === id ? null : intent.restTo };
}
