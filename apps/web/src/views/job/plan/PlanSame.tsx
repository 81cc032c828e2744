import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { usePlanSameMutation } from '../../../api/after';
import { Foot, Sheet, TroubleNote } from '../../../ui';

/** Like devices of the same order are planned as this one is, each from its own drives and table. */
export function PlanSame({ job: { tag, alike } }: { job: JobView }) {
  const [plan, { error, isLoading, data }] = usePlanSameMutation();
  const tags = alike.filter(({ chosen }) => chosen).map((one) => one.tag);
  if (tags.length === 0) return null;
  return (
    <Sheet title="The same for the others of this order" aside={tags.join(', ')}>
      <TroubleNote error={error} />
      <Foot
        note={
          data
            ? `Planned: ${data.tags.join(', ')}.`
            : 'Each is computed from its own drives; what it is divided into must be the same.'
        }
      >
        <Button disabled={isLoading} onClick={() => void plan({ tag, body: { tags } })}>
          Plan {tags.length} the same
        </Button>
      </Foot>
    </Sheet>
  );
}
