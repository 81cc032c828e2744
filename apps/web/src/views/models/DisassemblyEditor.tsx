import Button from '@mui/material/Button';
import { useFieldArray, useWatch } from 'react-hook-form';
import { DISASSEMBLY_KINDS } from '@udrel/core/disassembly';
import { Field } from '../../features/form/Field';
import { Empty, Sheet } from '../../ui';
import { SortableLines } from '../../ui/SortableLines';
import type { ModelForm } from './model-draft';
import styles from './editor.module.css';

/** The strip-down template: what comes out in which stage, counted, so that it can be counted back. */
export function DisassemblyEditor({ form }: { form: ModelForm }) {
  const { control } = form;
  const { fields, append, remove, move } = useFieldArray({ control, name: 'disassembly', keyName: 'key' });
  const items = useWatch({ control, name: 'disassembly' });
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
      <Button onClick={() => remove(index)}>Remove</Button>
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
      <Button onClick={() => append({ stage: items.at(-1)?.stage ?? '1', kind: 'screw', name: '', count: '1' })}>
        Add a line
      </Button>
    </Sheet>
  );
}
