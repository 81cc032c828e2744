import type { DisassemblyDetails } from './details';
import { toComeOut } from './sheet';
import type { DisassemblyItem } from './types';

/** An item of a model's template. */
export type TemplateItem = Pick<DisassemblyItem, 'stage' | 'kind' | 'name' | 'count'> & {
  details?: DisassemblyDetails | undefined;
};

/** What a sheet shows otherwise than its model's template, to be taken into it. */
export interface Learnt {
  /** The item of the job's sheet. */
  id: string;
  sentence: string;
  next: TemplateItem;
}

const isOf = (item: DisassemblyItem) => (one: TemplateItem) =>
  one.stage === item.stage && one.kind === item.kind && one.name === item.name;

/**
 * What a job's sheet teaches of its model: counts that are accounted for and are others, and places that were shown. What was
 * missing on arrival is that device's, and teaches nothing.
 */
export function learntOf(items: readonly DisassemblyItem[], template: readonly TemplateItem[]): Learnt[] {
  return items.flatMap((item) => {
    const known = template.find(isOf(item));
    if (!known) return [];
    const { out, left, missing, details } = item;
    const seen = out + left + missing;
    const other = seen > 0 && toComeOut(item) === 0 && seen !== known.count;
    const places = details?.places ?? [];
    const shown = places.length > 0 && JSON.stringify(places) !== JSON.stringify(known.details?.places ?? []);
    if (!other && !shown) return [];
    const words = [
      ...(other ? [`${seen} of it, not ${known.count}`] : []),
      ...(shown ? [`where ${places.length === 1 ? 'it is' : `${places.length} of it are`} on the picture`] : []),
    ];
    return [
      {
        id: item.id,
        sentence: `${item.name} (stage ${item.stage}): ${words.join('; ')}`,
        next: {
          ...known,
          ...(other ? { count: seen } : {}),
          ...(shown ? { details: { ...known.details, places } } : {}),
        },
      },
    ];
  });
}

/** The template with what was learnt of some items taken into it. */
export function taught(template: readonly TemplateItem[], learnt: readonly Learnt[]): TemplateItem[] {
  return template.map((item) => {
    const found = learnt.find(
      ({ next }) => next.stage === item.stage && next.kind === item.kind && next.name === item.name,
    );
    return found?.next ?? item;
  });
}
