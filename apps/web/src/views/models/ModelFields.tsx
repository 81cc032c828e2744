import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useFieldArray, useWatch } from 'react-hook-form';
import { BATTERY_LEADS, DEVICE_KINDS } from '@udrel/core/device';
import { USB_MODES } from '@udrel/core/links';
import { BUFFERINGS, CHANNELS, GENERATIONS, MODULE_FORMS } from '@udrel/core/memory';
import { Field, type Choices } from '../../features/form/Field';
import { Sheet } from '../../ui';
import type { LookedAt, ModelDraft, ModelForm } from './model-draft';
import styles from './editor.module.css';

const UNKNOWN = ['', 'not known'] as const;
const KNOWN: Choices = [
  ['', 'not known'],
  ['yes', 'yes'],
  ['no', 'no'],
];

/** What a model is called and how it starts. */
export function ModelFields({ form, looked }: { form: ModelForm; looked: LookedAt }) {
  const kind = useWatch({ control: form.control, name: 'kind' });
  // What nobody has changed follows the kind.
  const follow = (next: string) => {
    if (form.getValues('functions') === looked(kind)) form.setValue('functions', looked(next as typeof kind));
  };
  return (
    <Sheet title="The model">
      <div className={styles.fields}>
        <Field form={form} name="maker" label="Maker" shrink />
        <Field form={form} name="name" label="Name" shrink />
        <Field form={form} name="code" label="Model number" shrink />
        <Field form={form} name="kind" label="Kind" choices={DEVICE_KINDS} onChosen={follow} />
        <Field form={form} name="opening" label="Minutes to open it" shrink />
        <Field form={form} name="battery" label="Battery" choices={[['', 'not known'], ...BATTERY_LEADS]} />
        <Field form={form} name="firmware.uefi" label="Starts in UEFI mode" choices={KNOWN} />
        <Field form={form} name="firmware.startsNvme" label="Starts from NVMe" choices={KNOWN} />
        <Field
          form={form}
          name="firmware.controller"
          label="Controller mode"
          choices={[['', 'not known'], 'AHCI', 'RAID']}
        />
        <Field form={form} name="firmware.secureBoot" label="Secure Boot on" choices={KNOWN} />
        <Field form={form} name="firmware.startsOutside" label="Starts from outside" choices={KNOWN} />
        <Field form={form} name="firmware.setUpKey" label="Key of its set-up" shrink />
        <Field form={form} name="firmware.startMenuKey" label="Key of its start menu" shrink />
        <Field form={form} name="note" label="Note" className={styles.wide ?? ''} shrink />
      </div>
    </Sheet>
  );
}

/** Its memory, its ports, and what is checked after a swap. */
export function ModelMore({ form }: { form: ModelForm }) {
  const inMemory = (field: keyof ModelDraft['memory'], label: string, choices?: Choices) => (
    <Field form={form} name={`memory.${field}`} label={label} shrink {...(choices ? { choices } : {})} />
  );
  return (
    <>
      <Sheet title="Memory">
        <div className={styles.fields}>
          {inMemory('generation', 'Generation', [UNKNOWN, ...GENERATIONS])}
          {inMemory('form', 'Form', [UNKNOWN, ...MODULE_FORMS])}
          {inMemory('soldered', 'Soldered')}
          {inMemory('slots', 'Slots, by name')}
          {inMemory('slotMaximum', 'Most in a slot')}
          {inMemory('maximum', 'Most in all')}
          {inMemory('maximumFrom', 'Limits are told by', [
            ['', 'the maker, or tried'],
            ['firmware', 'the firmware alone'],
          ])}
          {inMemory('speed', 'Speed, MT/s')}
          {inMemory('speedFull', 'With every slot filled, MT/s')}
          {inMemory('channels', 'Channels', [UNKNOWN, ...CHANNELS.map(String)])}
          {inMemory('slotChannels', 'Channel of each slot')}
          {inMemory('fillFirst', 'Slots in the order to fill')}
          {inMemory('ranksPerChannel', 'Ranks on a channel')}
          {inMemory('buffering', 'Buffering', [['', 'not noted'], ...BUFFERINGS])}
        </div>
      </Sheet>
      <PortFields form={form} />
      <Sheet title="To be checked after a swap" aside="one a line">
        <Field form={form} name="functions" label="Functions" multiline minRows={3} shrink />
      </Sheet>
    </>
  );
}

const PLUGS = [
  ['usb A', 'USB A'],
  ['usb C', 'USB C'],
  ['esata', 'eSATA'],
] as const;

function PortFields({ form }: { form: ModelForm }) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'ports', keyName: 'key' });
  const ports = useWatch({ control: form.control, name: 'ports' });
  const plug = (index: number, value: string) => {
    const port = ports[index];
    if (!port) return;
    const next: Partial<ModelDraft['ports'][number]> =
      value === 'esata'
        ? { kind: 'esata', rate: '2' }
        : { kind: 'usb', plug: value.endsWith('C') ? 'C' : 'A', rate: port.kind === 'usb' ? port.rate : '5 Gb/s' };
    form.setValue(`ports.${index}`, { ...port, ...next });
  };
  return (
    <Sheet title="Ports" aside="where an enclosure can be plugged in">
      {fields.map(({ key }, index) => {
        const port = ports[index];
        return (
          <div key={key} className={styles.port}>
            <TextField
              label="Port"
              select
              value={port?.kind === 'esata' ? 'esata' : `usb ${port?.plug ?? 'A'}`}
              onChange={(event) => plug(index, event.target.value)}
              slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
            >
              {PLUGS.map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </TextField>
            <Field form={form} name={`ports.${index}.name`} label="Where" shrink />
            <Field
              form={form}
              name={`ports.${index}.rate`}
              label="Speed"
              choices={port?.kind === 'usb' ? USB_MODES : ['1', '2', '3']}
            />
            <Field
              form={form}
              name={`ports.${index}.shares`}
              label="Shares with others"
              placeholder="hub or controller"
              disabled={port?.kind !== 'usb'}
              shrink
            />
            <Button onClick={() => remove(index)}>Remove</Button>
          </div>
        );
      })}
      <Button onClick={() => append({ kind: 'usb', name: 'left', plug: 'A', rate: '5 Gb/s', shares: '' })}>
        Add a port
      </Button>
    </Sheet>
  );
}
