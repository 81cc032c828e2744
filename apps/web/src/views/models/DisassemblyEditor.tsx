import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { DISASSEMBLY_KINDS } from '@udrel/core/disassembly';
import { Empty, Sheet } from '../../ui';
import { moved, SortableLines } from '../../ui/SortableLines';
import type { ModelDraft } from './model-draft';
import styles from './editor.module.css';

type Item = ModelDraft['disassembly'][number];

/** The strip-down template: what comes out in which stage, counted, so that it can be counted back. */
export function DisassemblyEditor(props: {
  items: readonly Item[];
  change: (items: Item[]) => void;
  wrong: (field: string) => string | undefined;
}) {
  const { items, change, wrong } = props;
  const set = (index: number, part: Partial<Item>) =>
    change(items.map((item, n) => (n === index ? { ...item, ...part } : item)));
  const field = (index: number, name: 'stage' | 'count' | 'name', label: string, width?: number) => (
    <TextField
      label={label}
      value={items[index]?.[name] ?? ''}
      onChange={(event) => set(index, { [name]: event.target.value })}
      error={wrong(`disassembly.${index}.${name}`) !== undefined}
      helperText={wrong(`disassembly.${index}.${name}`)}
      {...(width ? { sx: { width } } : { sx: { flex: 1 } })}
    />
  );
  const lineOf = (index: number) => {
    const item = items[index];
    if (!item) return null;
    return (
      <div className={styles.row}>
        {field(index, 'stage', 'Stage', 76)}
        <TextField
          label="Kind"
          select
          value={item.kind}
          onChange={(event) => set(index, { kind: event.target.value as Item['kind'] })}
          slotProps={{ select: { native: true } }}
          sx={{ width: 100 }}
        >
          {DISASSEMBLY_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {kind}
            </option>
          ))}
        </TextField>
        {field(index, 'name', 'What and where')}
        {field(index, 'count', 'Count', 76)}
        <Button onClick={() => change(items.filter((_item, n) => n !== index))}>Remove</Button>
      </div>
    );
  };
  return (
    <Sheet title="Strip-down" aside="screws, cables, clips and moved parts, in the order they come out">
      {items.length === 0 && <Empty>Nothing is noted: then nothing is counted back.</Empty>}
      <SortableLines
        count={items.length}
        nameOf={(index) => items[index]?.name || `line ${index + 1}`}
        move={(from, to) => change(moved(items, from, to))}
        line={(index) => lineOf(index)}
      />

      <Button
        onClick={() => change([...items, { stage: items.at(-1)?.stage ?? '1', kind: 'screw', name: '', count: '1' }])}
      >
        Add a line
      </Button>
    </Sheet>
  );
}
