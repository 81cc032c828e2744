import Button from '@mui/material/Button';
import { useDeferredValue } from 'react';
import type { KnownDevice, ModelView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { mostOf } from '@udrel/core/memory';
import { useDevicesQuery } from '../../api/api';
import { describeSite } from '../../format/parts';
import { Empty, FactList, Foot, Sheet, Tag } from '../../ui';
import { Lessons } from '../../features/lessons/Lessons';
import { EarlierJobs } from '../../features/lessons/EarlierJobs';
import type { DeviceDraft } from './draft';

/** At a glance: what the chosen model can take, and what is known of the serial typed. */
export function Glance(props: {
  device: DeviceDraft;
  take: (known: KnownDevice) => void;
  /** Says under whose guarantee it comes back; empty where it does not. */
  back: (tag: string) => void;
}) {
  const { device, take, back } = props;
  const serial = useDeferredValue(device.serial.trim());
  const { currentData: known = [] } = useDevicesQuery({ serial }, { skip: serial.length < 3 });
  return (
    <>
      {known.map((one) => (
        <Known
          key={one.id}
          known={one}
          chosen={device.model?.id === one.model.id}
          take={() => take(one)}
          returnOf={device.returnOf}
          back={back}
        />
      ))}
      <Sites model={device.model} stub={device.stub !== null} />
      {device.model && <Lessons modelId={device.model.id} />}
    </>
  );
}

function Known(props: {
  known: KnownDevice;
  chosen: boolean;
  take: () => void;
  returnOf: string;
  back: (tag: string) => void;
}) {
  const { known, chosen, take, returnOf, back } = props;
  const done = known.earlier.filter(({ end }) => end === null);
  return (
    <Sheet title="Known here" aside={known.serial}>
      <p style={{ marginBottom: 8 }}>
        {known.model.maker} {known.model.name} of {known.customer.name}
        {known.openTag && (
          <>
            : here already, as <Tag tag={known.openTag} />
          </>
        )}
      </p>
      <EarlierJobs earlier={known.earlier} />
      {chosen && !known.openTag && done.length > 0 && (
        <Foot note={returnOf ? `It comes back under the guarantee of ${returnOf}: nothing is charged.` : undefined}>
          {done.map(({ tag }) =>
            returnOf === tag ? (
              <Button key={tag} onClick={() => back('')}>
                It is no return
              </Button>
            ) : (
              <Button key={tag} onClick={() => back(tag)}>
                Comes back under guarantee of {tag}
              </Button>
            ),
          )}
        </Foot>
      )}
      {!chosen && !known.openTag && (
        <Foot>
          <Button onClick={take}>It is this one</Button>
        </Foot>
      )}
    </Sheet>
  );
}

function Sites({ model, stub }: { model: ModelView | null; stub: boolean }) {
  if (stub) {
    return (
      <Sheet title="At a glance">
        <Empty>Booked by its name. Somebody describes the model before the device is assessed.</Empty>
      </Sheet>
    );
  }
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
          ['Memory', `${soldered}${slots} ${memory.generation}, ${mostOf(memory)}`],
          ...(model.note ? [['Note', model.note] as const] : []),
        ]}
      />
    </Sheet>
  );
}
