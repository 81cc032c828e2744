import { useSelector } from 'react-redux';
import type { LayoutPlan } from '@udrel/core/layout';
import { useAppDispatch } from '../../../../store/dispatch';
import type { store } from '../../../../store/store';
import { chosen } from '../../../../features/plan-draft/plan-slice';

/** The partition or new volume selected in a job's map; the system volume at first. */
export function useSelected(tag: string, layout: LayoutPlan): { selected: string; select: (id: string) => void } {
  const dispatch = useAppDispatch();
  const wanted = useSelector((state: ReturnType<typeof store.getState>) => state.plans.selected[tag]);
  const { partitions, made } = layout;
  const usual = partitions.find((one) => one.source.kind === 'system') ?? partitions[0];
  const known = [...partitions.map(({ source }) => source), ...made.map(({ volume }) => volume)];
  return {
    selected: known.find(({ id }) => id === wanted)?.id ?? usual?.source.id ?? '',
    select: (id) => void dispatch(chosen({ tag, id })),
  };
}
