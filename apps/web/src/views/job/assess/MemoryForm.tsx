import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary, parseCapacity } from '@udrel/core/capacity';
import type { FittedModule } from '@udrel/core/memory';
import { wants } from '@udrel/core/steps';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import type { FieldProblem, Read } from '../../../features/form/shaped-form';
import styles from '../../../features/job/job.module.css';

type Memory = JobView['device']['model']['memory'];

/** The modules that were typed, by slot; an empty field is an empty slot. */
function modulesOf({ slots, speed }: Memory, sizes: readonly string[]): Read<{ modules: FittedModule[] }> {
  const problems: FieldProblem[] = [];
  const modules = slots.flatMap((slot, index): FittedModule[] => {
    const text = sizes[index]?.trim() ?? '';
    if (text === '') return [];
    const parsed = parseCapacity(text, 'GiB');
    if (parsed.ok) return [{ slot, bytes: parsed.bytes, speed }];
    problems.push({ field: `sizes.${index}`, sentence: 'Type a size such as 8 GiB.' });
    return [];
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, body: { modules } };
}

/** What sits in each memory slot now. */
export function MemoryForm({ job }: { job: JobView }) {
  const { memory } = job.device.model;
  const known = job.snapshot.facts.memory;
  const { form, busy, save } = useFactForm(job, 'memory', {
    begin: {
      sizes: memory.slots.map((slot) => {
        const fitted = known?.modules.find((module) => module.slot === slot);
        return fitted ? binary(fitted.bytes) : '';
      }),
    },
    read: ({ sizes }) => modulesOf(memory, sizes),
  });
  return (
    <Sheet
      title="Memory fitted"
      aside={`${memory.generation} ${memory.form}${memory.soldered ? `, ${binary(memory.soldered)} soldered` : ''}, up to ${binary(memory.maximum)}`}
    >
      <div className={styles.fields}>
        {memory.slots.map((slot, index) => (
          <Field key={slot} form={form} name={`sizes.${index}`} label={`In ${slot}`} placeholder="empty" shrink />
        ))}
      </div>
      <FormTrouble form={form} />
      <div style={{ marginTop: 10 }}>
        <Foot>
          <Button
            variant={known || !wants(job.snapshot, 'memory') ? 'outlined' : 'contained'}
            disabled={busy}
            onClick={() => void save()}
          >
            {known ? 'Correct the memory' : 'Record the memory'}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
