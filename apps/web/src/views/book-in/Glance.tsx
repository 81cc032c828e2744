import type { ModelView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { describeSite } from '../../format/parts';
import { Empty, FactList, Sheet } from '../../ui';

/** What the chosen model can take, at a glance. */
export function Glance({ model }: { model: ModelView | null }) {
  if (!model) {
    return (
      <Sheet title="At a glance">
        <Empty>Choose a model to see its sites and memory.</Empty>
      </Sheet>
    );
  }
  const { memory } = model;
  const slots = memory.slots.length > 0 ? `${memory.slots.length} × ${memory.form}` : 'no slot';
  const soldered = memory.soldered > 0 ? `${binary(memory.soldered)} soldered, ` : '';
  return (
    <Sheet title="At a glance" aside={`${model.maker} ${model.name}`}>
      <FactList
        rows={[
          ...model.sites.map((site) => [site.name, describeSite(site)] as const),
          ...(model.sites.length === 0 ? [['Drive', 'soldered: no site for a drive'] as const] : []),
          ['Memory', `${soldered}${slots} ${memory.generation}, up to ${binary(memory.maximum)}`],
          ...(model.note ? [['Note', model.note] as const] : []),
        ]}
      />
    </Sheet>
  );
}
