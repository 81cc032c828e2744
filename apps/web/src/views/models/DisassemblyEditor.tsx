import Button from '@mui/material/Button';
import { useFieldArray, useWatch } from 'react-hook-form';
import { useState } from 'react';
import {
  DISASSEMBLY_KINDS,
  HIDDEN_UNDER,
  HOLDS,
  LATCHES,
  SCREW_BITS,
  SCREW_HEADS,
  type DisassemblyKind,
} from '@udrel/core/disassembly';
import { Field } from '../../features/form/Field';
import { Empty, Sheet } from '../../ui';
import { SortableLines } from '../../ui/SortableLines';
import { draftOfDetails } from './details-draft';
import type { ModelForm } from './model-draft';
import styles from './editor.module.css';

/** The strip-down template: what comes out in which stage, counted, so that it can be counted back. */
export function DisassemblyEditor({ form }: { form: ModelForm }) {
  const { control } = form;
  const { fields, append, remove, move } = useFieldArray({ control, name: 'disassembly', keyName: 'key' });
  const items = useWatch({ control, name: 'disassembly' });
  const [open, setOpen] = useState(-1);
  const lineOf = (index: number) => (
    <div className={styles.row} key={fields[index]?.key}>
      <Field form={form} name={`disassembly.${index}.stage`} label="Stage" sx={{ width: 76 }} />
      <Field
        form={form}
        name={`disassembly.${index}.kind`}
        label="Kind"
        choices={DISASSEMBLY_KINDS}
        sx={{ width: 100 }}
      />
      <Field form={form} name={`disassembly.${index}.name`} label="What and where" sx={{ flex: 1 }} />
      <Field form={form} name={`disassembly.${index}.count`} label="Count" sx={{ width: 76 }} />
      <Button
        aria-expanded={open === index}
        aria-label={`More of ${items[index]?.name || `line ${index + 1}`}`}
        onClick={() => setOpen(open === index ? -1 : index)}
      >
        {open === index ? 'Less' : 'More …'}
      </Button>
      <Button onClick={() => remove(index)}>Remove</Button>
      {open === index && <DetailFields form={form} index={index} kind={items[index]?.kind ?? 'screw'} />}
    </div>
  );
  return (
    <Sheet title="Strip-down" aside="screws, cables, clips and moved parts, in the order they come out">
      {fields.length === 0 && <Empty>Nothing is noted: then nothing is counted back.</Empty>}
      <SortableLines
        count={fields.length}
        nameOf={(index) => items[index]?.name || `line ${index + 1}`}
        move={move}
        line={lineOf}
      />
      <Button
        onClick={() =>
          append({
            stage: items.at(-1)?.stage ?? '1',
            kind: 'screw',
            name: '',
            count: '1',
            details: draftOfDetails(),
          })
        }
      >
        Add a line
      </Button>
    </Sheet>
  );
}

const NOT_NOTED = ['', 'not noted'] as const;

/** What is noted of an item beside its name; where its pieces are is shown on the picture of a job. */
function DetailFields({ form, index, kind }: { form: ModelForm; index: number; kind: DisassemblyKind }) {
  const at = <K extends string>(field: K) => `disassembly.${index}.details.${field}` as const;
  return (
    <div className={styles.details}>
      {kind === 'screw' && (
        <>
          <Field form={form} name={at('length')} label="Length, mm" shrink sx={{ width: 110 }} />
          <Field form={form} name={at('head')} label="Head" choices={[NOT_NOTED, ...SCREW_HEADS]} />
          <Field form={form} name={at('bit')} label="Bit" choices={[NOT_NOTED, ...SCREW_BITS]} />
        </>
      )}
      {kind === 'cable' && (
        <Field form={form} name={at('latch')} label="Its connector is" choices={[NOT_NOTED, ...LATCHES]} />
      )}
      <Field form={form} name={at('holds')} label="It is" choices={[['', 'screwed or plugged'], ...HOLDS]} />
      <Field form={form} name={at('hidden')} label="Hidden under" choices={[['', 'nothing'], ...HIDDEN_UNDER]} />
      <Field
        form={form}
        name={at('moves')}
        label="To the new drive"
        choices={[
          ['', 'stays'],
          ['yes', 'goes over'],
        ]}
      />
    </div>
  );
}
