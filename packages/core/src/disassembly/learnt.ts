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
    const known = ofTemplate(item, items, template);
    const { out, left, missing, details } = item;
    const seen = out + left + missing;
    if (!known) return seen > 0 && toComeOut(item) === 0 ? [notOnSheet(item, seen)] : [];
    const other = seen > 0 && toComeOut(item) === 0 && seen !== known.count;
    const places = details?.places ?? [];
    const shown = places.length > 0 && JSON.stringify(places) !== JSON.stringify(known.details?.places ?? []);
    const moved = known.stage !== item.stage;
    if (!other && !shown && !moved) return [];
    const words = [
      ...(moved ? [`comes out at stage ${item.stage}, not ${known.stage}`] : []),
      ...(other ? [`${seen} of it, not ${known.count}`] : []),
      ...(shown ? [`where ${places.length === 1 ? 'it is' : `${places.length} of it are`} on the picture`] : []),
    ];
    return [
      {
        id: item.id,
        sentence: `${item.name} (stage ${item.stage}): ${words.join('; ')}`,
        next: {
          ...known,
          stage: item.stage,
          ...(other ? { count: seen } : {}),
          ...(shown ? { details: { ...known.details, places } } : {}),
        },
      },
    ];
  });
}

/** What of the template an item is: the same, or else the one of that name that no other item of the sheet is. */
function ofTemplate(
  item: DisassemblyItem,
  items: readonly DisassemblyItem[],
  template: readonly TemplateItem[],
): TemplateItem | undefined {
  const left = template.filter(({ kind, name }) => kind === item.kind && name === item.name);
  return left.find((one) => sameItem(one, item)) ?? left.find((one) => !items.some((other) => sameItem(other, one)));
}

/** What somebody found that the sheet did not have. */
function notOnSheet({ id, stage, kind, name, details }: DisassemblyItem, count: number): Learnt {
  return {
    id,
    sentence: `${name} (stage ${stage}): not on its sheet, ${count} of it`,
    next: { stage, kind, name, count, ...(Object.keys(details ?? {}).length > 0 ? { details } : {}) },
  };
}

/** The template with what was learnt of some items taken into it; `items`: the sheet that it was learnt from. */
export function taught(
  template: readonly TemplateItem[],
  learnt: readonly Learnt[],
  items: readonly DisassemblyItem[],
): TemplateItem[] {
  return learnt.reduce<TemplateItem[]>(
    (all, { id, next }) => {
      const item = items.find((one) => one.id === id);
      const before = item && ofTemplate(item, items, template);
      if (before?.stage === next.stage) return all.map((one) => (sameItem(one, next) ? next : one));
      return withItem(
        all.filter((one) => !before || !sameItem(one, before)),
        next,
      );
    },
    [...template],
  );
}
