import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { fullMoment } from '../../../format/time';
import { money } from '../../../format/units';
import { FactList, Foot, Sheet } from '../../../ui';

/** The booking as it was taken, with its papers. */
export function BookedStation({ job }: { job: JobView }) {
  const wishes = job.snapshot.wishes.map(({ kind, least }) =>
    kind === 'memory' ? `memory, ${binary(least)} in all at least` : `new drive, ${soldName(least)} at least`,
  );
  const things = job.things.map(({ name, place }) => (place ? `${name} (${place})` : name)).join(', ');
  return (
    <Sheet title="As booked in" aside={fullMoment(job.bookedAt)}>
      <FactList
        rows={[
          ['Customer', `${job.customer.name}${job.customer.phone ? `, ${job.customer.phone}` : ''}`],
          ['Device', `${job.device.model.maker} ${job.device.model.name}, ${job.device.model.code}`],
          [
            'Serial',
            <span key="serial" className="mono">
              {job.device.serial}
            </span>,
          ],
          ['Wish', wishes.join('; ')],
          ['Complaint', job.complaint],
          ['Condition', job.condition || 'nothing noted'],
          ['Left with us', things || 'nothing'],
          ['Promised', job.promisedAt ? fullMoment(job.promisedAt) : 'no promise'],
          ['Price', job.price === null ? 'not agreed' : money(job.price)],
          ['Order', String(job.order)],
        ]}
      />
      <div style={{ marginTop: 14 }}>
        <Foot>
          <Button component="a" href={`/print/receipt/${job.tag}`} target="_blank" rel="noopener">
            Print receipt
          </Button>
          <Button component="a" href={`/print/tag/${job.tag}`} target="_blank" rel="noopener">
            Print tag
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
