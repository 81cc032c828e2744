import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary, parseCapacity } from '@udrel/core/capacity';
import type { JobFacts } from '@udrel/core/facts';
import { BUFFERINGS, mostOf, RANKS, SYSTEM_BITS, type FittedModule, type SystemBits } from '@udrel/core/memory';
import { wants } from '@udrel/core/steps';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble, type Choices } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import type { FieldProblem, Read, ShapedForm } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import styles from '../../../features/job/job.module.css';

type Memory = JobView['device']['model']['memory'];

/** What is typed of one slot; an empty size is an empty slot. */
interface TypedModule {
  size: string;
  speed: string;
  buffering: string;
  ranks: string;
}

interface Drafted {
  modules: TypedModule[];
  system: SystemBits | '';
}

/** The modules that were typed, by slot; what nobody noted of one is left out. */
function memoryOf({ slots }: Memory, { modules, system }: Drafted): Read<NonNullable<JobFacts['memory']>> {
  const problems: FieldProblem[] = [];
  const found = slots.flatMap((slot, index): FittedModule[] => {
    const { size = '', speed = '', buffering = '', ranks = '' } = modules[index] ?? {};
    if (size.trim() === '') return [];
    const parsed = parseCapacity(size, 'GiB');
    const rate = speed.trim() === '' ? null : Math.round(typedFigure(speed));
    if (!parsed.ok) problems.push({ field: `modules.${index}.size`, sentence: 'Type a size such as 8 GiB.' });
    if (rate !== null && !(rate >= 100))
      problems.push({ field: `modules.${index}.speed`, sentence: 'Type a rate such as 2666.' });
    if (!parsed.ok) return [];
    const kind = BUFFERINGS.find((one) => one === buffering);
    const count = RANKS.find((one) => String(one) === ranks);
    return [
      {
        slot,
        bytes: parsed.bytes,
        speed: rate,
        ...(kind ? { buffering: kind } : {}),
        ...(count ? { ranks: count } : {}),
      },
    ];
  });
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, body: { modules: found, ...(system === '' ? {} : { system }) } };
}

const NOT_NOTED = ['', 'not noted'] as const;
const KINDS: Choices = [NOT_NOTED, ...BUFFERINGS];
const COUNTS: Choices = [NOT_NOTED, ...RANKS.map(String)];

/** What sits in each memory slot now, and of how many bits the system is. */
export function MemoryForm({ job }: { job: JobView }) {
  const { memory } = job.device.model;
  const known = job.snapshot.facts.memory;
  const { form, busy, save } = useFactForm(job, 'memory', {
    begin: {
      modules: memory.slots.map((slot): TypedModule => {
        const fitted = known?.modules.find((module) => module.slot === slot);
        return {
          size: fitted ? binary(fitted.bytes) : '',
          speed: String(fitted?.speed ?? ''),
          buffering: fitted?.buffering ?? '',
          ranks: String(fitted?.ranks ?? ''),
        };
      }),
      system: known?.system ?? '',
    } as Drafted,
    read: (typed) => memoryOf(memory, typed),
  });
  return (
    <Sheet
      title="Memory fitted"
      aside={`${memory.generation} ${memory.form}${memory.soldered ? `, ${binary(memory.soldered)} soldered` : ''}, ${mostOf(memory)}`}
    >
      <div className={styles.fields}>
        {memory.slots.map((slot, index) => (
          <SlotFields key={slot} form={form} index={index} slot={slot} memory={memory} />
        ))}
        <Field form={form} name="system" label="Its system is of" choices={[NOT_NOTED, ...SYSTEM_BITS]} />
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

interface SlotFieldsProps {
  form: ShapedForm<Drafted, NonNullable<JobFacts['memory']>>;
  index: number;
  slot: string;
  memory: Memory;
}

/** Kind and ranks are asked for where the board makes something of them. */
function SlotFields({ form, index, slot, memory }: SlotFieldsProps) {
  const buffered = memory.buffering !== undefined && memory.buffering !== 'unbuffered';
  const more = buffered || memory.ranksPerChannel !== undefined;
  const wide = more ? '' : (styles.wide ?? '');
  return (
    <>
      <Field
        form={form}
        name={`modules.${index}.size`}
        className={wide}
        label={`In ${slot}`}
        placeholder="empty"
        shrink
      />
      <Field form={form} name={`modules.${index}.speed`} className={wide} label={`${slot}, MT/s`} shrink />
      {more && <Field form={form} name={`modules.${index}.buffering`} label={`${slot}, kind`} choices={KINDS} />}
      {memory.ranksPerChannel !== undefined && (
        <Field form={form} name={`modules.${index}.ranks`} label={`${slot}, ranks`} choices={COUNTS} />
      )}
    </>
  );
}
