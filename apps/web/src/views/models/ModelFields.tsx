import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { BATTERY_LEADS, DEVICE_KINDS } from '@udrel/core/device';
import { USB_MODES } from '@udrel/core/links';
import { BUFFERINGS, GENERATIONS, MODULE_FORMS } from '@udrel/core/memory';
import { Sheet } from '../../ui';
import type { ModelDraft } from './model-draft';
import styles from './editor.module.css';

interface Props {
  draft: ModelDraft;
  change: (part: Partial<ModelDraft>) => void;
  wrong: (field: string) => string | undefined;
}

type Choices = readonly (readonly [value: string, label: string])[];

const KNOWN: Choices = [
  ['', 'not known'],
  ['yes', 'yes'],
  ['no', 'no'],
];
const same = (values: readonly string[]): Choices => values.map((value) => [value, value]);

/** One field of the form, by the path that the server names it by. */
function Field(props: {
  label: string;
  value: string;
  set: (value: string) => void;
  wrong: string | undefined;
  choices?: Choices;
  lines?: number;
  wide?: boolean;
}) {
  const { label, value, set, wrong, choices, lines, wide } = props;
  return (
    <TextField
      label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      error={wrong !== undefined}
      helperText={wrong}
      select={choices !== undefined}
      multiline={lines !== undefined}
      {...(lines ? { minRows: lines } : {})}
      {...(wide ? { className: styles.wide ?? '' } : {})}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      {choices?.map(([one, text]) => (
        <option key={one} value={one}>
          {text}
        </option>
      ))}
    </TextField>
  );
}

/** What a model is called and how it starts. */
export function ModelFields({ draft, change, wrong }: Props) {
  const { firmware } = draft;
  const text = (field: 'maker' | 'name' | 'code' | 'note' | 'opening', label: string, more: object = {}) => (
    <Field
      label={label}
      value={draft[field]}
      set={(value) => change({ [field]: value })}
      wrong={wrong(field)}
      {...more}
    />
  );
  const inFirmware = (field: keyof typeof firmware, label: string) => (
    <Field
      label={label}
      value={firmware[field]}
      set={(value) => change({ firmware: { ...firmware, [field]: value as typeof firmware.uefi } })}
      wrong={wrong(`firmware.${field}`)}
      choices={KNOWN}
    />
  );
  return (
    <Sheet title="The model">
      <div className={styles.fields}>
        {text('maker', 'Maker')}
        {text('name', 'Name')}
        {text('code', 'Model number')}
        <Field
          label="Kind"
          value={draft.kind}
          set={(value) => change({ kind: value as ModelDraft['kind'] })}
          wrong={wrong('kind')}
          choices={same(DEVICE_KINDS)}
        />
        {text('opening', 'Minutes to open it')}
        <Field
          label="Battery"
          value={draft.battery}
          set={(value) => change({ battery: value as ModelDraft['battery'] })}
          wrong={wrong('battery')}
          choices={[['', 'not known'], ...same(BATTERY_LEADS)]}
        />
        {inFirmware('uefi', 'Starts in UEFI mode')}
        {inFirmware('startsNvme', 'Starts from NVMe')}
        {text('note', 'Note', { wide: true })}
      </div>
    </Sheet>
  );
}

/** Its memory, its ports, and what is checked after a swap. */
export function ModelMore({ draft, change, wrong }: Props) {
  const { memory } = draft;
  const inMemory = (field: keyof typeof memory, label: string, choices?: Choices) => (
    <Field
      label={label}
      value={memory[field]}
      set={(value) => change({ memory: { ...memory, [field]: value } })}
      wrong={wrong(`memory.${field}`)}
      {...(choices ? { choices } : {})}
    />
  );
  return (
    <>
      <Sheet title="Memory">
        <div className={styles.fields}>
          {inMemory('generation', 'Generation', same(GENERATIONS))}
          {inMemory('form', 'Form', same(MODULE_FORMS))}
          {inMemory('soldered', 'Soldered')}
          {inMemory('slots', 'Slots, by name')}
          {inMemory('slotMaximum', 'Most in a slot')}
          {inMemory('maximum', 'Most in all')}
          {inMemory('speed', 'Speed, MT/s')}
          {inMemory('channels', 'Channels', same(['1', '2']))}
          {inMemory('slotChannels', 'Channel of each slot')}
          {inMemory('buffering', 'Buffering', [['', 'not noted'], ...same(BUFFERINGS)])}
        </div>
      </Sheet>
      <PortFields draft={draft} change={change} wrong={wrong} />
      <Sheet title="To be checked after a swap" aside="one a line">
        <Field
          label="Functions"
          value={draft.functions}
          set={(functions) => change({ functions })}
          wrong={wrong('functions')}
          lines={3}
        />
      </Sheet>
    </>
  );
}

function PortFields({ draft, change, wrong }: Props) {
  const { ports } = draft;
  const set = (index: number, part: Partial<ModelDraft['ports'][number]>) =>
    change({ ports: ports.map((port, n) => (n === index ? { ...port, ...part } : port)) });
  return (
    <Sheet title="Ports" aside="where an enclosure can be plugged in">
      {ports.map((port, index) => (
        <div key={index} className={styles.port}>
          <Field
            label="Port"
            value={port.kind === 'usb' ? `usb ${port.plug}` : 'esata'}
            set={(value) =>
              set(
                index,
                value === 'esata'
                  ? { kind: 'esata', rate: '2' }
                  : {
                      kind: 'usb',
                      plug: value.endsWith('C') ? 'C' : 'A',
                      rate: port.kind === 'usb' ? port.rate : '5 Gb/s',
                    },
              )
            }
            wrong={wrong(`ports.${index}.kind`)}
            choices={[
              ['usb A', 'USB A'],
              ['usb C', 'USB C'],
              ['esata', 'eSATA'],
            ]}
          />
          <Field
            label="Where"
            value={port.name}
            set={(name) => set(index, { name })}
            wrong={wrong(`ports.${index}.name`)}
          />
          <Field
            label="Speed"
            value={port.rate}
            set={(rate) => set(index, { rate })}
            wrong={wrong(`ports.${index}.mode`)}
            choices={port.kind === 'usb' ? same(USB_MODES) : same(['1', '2', '3'])}
          />
          <Button onClick={() => change({ ports: ports.filter((_port, n) => n !== index) })}>Remove</Button>
        </div>
      ))}
      <Button onClick={() => change({ ports: [...ports, { kind: 'usb', name: 'left', plug: 'A', rate: '5 Gb/s' }] })}>
        Add a port
      </Button>
    </Sheet>
  );
}
