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

type Named = Pick<DisassemblyItem, 'stage' | 'kind' | 'name'>;

/** Whether both are the same thing of a sheet. */
export function sameItem(one: Named, other: Named): boolean {
  return one.stage === other.stage && one.kind === other.kind && one.name === other.name;
}

/** A sheet or a template with one more thing, at the end of its stage. */
export function withItem<T extends Named>(items: readonly T[], item: T): T[] {
  const after = items.findLastIndex(({ stage }) => stage <= item.stage);
  return [...items.slice(0, after + 1), item, ...items.slice(after + 1)];
}

/**
 * What a job's sheet teaches of its model: counts that are accounted for and are others, places that were shown, and what was put on it. What was
 * missing on arrival is that device's, and teaches nothing.
 */
export function learntOf(items: readonly DisassemblyItem[], template: readonly TemplateItem[]): Learnt[] {
  return items.flatMap((item) => {
    const known = template.find((one) => sameItem(one, item));
    const { out, left, missing, details } = item;
    const seen = out + left + missing;
    if (!known) return seen > 0 && toComeOut(item) === 0 ? [notOnSheet(item, seen)] : [];
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

/** What somebody found that the sheet did not have. */
function notOnSheet({ id, stage, kind, name, details }: DisassemblyItem, count: number): Learnt {
  return {
    id,
    sentence: `${name} (stage ${stage}): not on its sheet, ${count} of it`,
    next: { stage, kind, name, count, ...(Object.keys(details ?? {}).length > 0 ? { details } : {}) },
  };
}

/** The template with what was learnt of some items taken into it. */
export function taught(template: readonly TemplateItem[], learnt: readonly Learnt[]): TemplateItem[] {
  const known = template.map((item) => learnt.find(({ next }) => sameItem(next, item))?.next ?? item);
  const found = learnt.filter(({ next }) => !template.some((item) => sameItem(item, next)));
  return found.reduce<TemplateItem[]>((items, { next }) => withItem(items, next), known);
}
