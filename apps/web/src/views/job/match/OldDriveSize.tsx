import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import type { JobFacts } from '@udrel/core/facts';
import { M2_LENGTHS } from '@udrel/core/fit';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import type { FieldProblem, Read } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import { Foot } from '../../../ui';

interface Drafted {
  length: string;
  height: string;
}

function sizeOf({ length, height }: Drafted): Read<NonNullable<JobFacts['old drive measured']>> {
  const figure = height.trim() === '' ? null : typedFigure(height);
  const problems: FieldProblem[] =
    figure === null || figure > 0 ? [] : [{ field: 'height', sentence: 'Type millimetres, such as 7 or 9.5.' }];
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, body: { length: M2_LENGTHS.find((one) => String(one) === length) ?? null, height: figure } };
}

/** What a holder asks of the old drive and nobody knows until it lies on the bench: its length, or its height. */
export function OldDriveSize({ job, asked }: { job: JobView; asked: readonly ('length' | 'height')[] }) {
  const known = job.snapshot.facts['old drive measured'];
  const { form, busy, save } = useFactForm(job, 'old drive measured', {
    begin: { length: String(known?.length ?? ''), height: String(known?.height ?? '') },
    read: sizeOf,
  });
  return (
    <>
      <FormTrouble form={form} />
      <Foot note={known ? 'measured' : 'not measured yet'}>
        {asked.includes('length') && (
          <Field
            form={form}
            name="length"
            label="Length of the card"
            choices={[['', 'not measured'], ...M2_LENGTHS.map((one) => [String(one), `${one} mm`] as const)]}
            sx={{ width: 150 }}
          />
        )}
        {asked.includes('height') && <Field form={form} name="height" label="Height, mm" sx={{ width: 150 }} />}
        <Button disabled={busy} onClick={() => void save()}>
          {known ? 'Correct it' : 'Note the size'}
        </Button>
      </Foot>
    </>
  );
}
