import Button from '@mui/material/Button';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { paperEndpoints } from '@udrel/contract/endpoints';
import type { PaperTexts } from '@udrel/contract/types';
import { PAPER_KINDS } from '@udrel/core/customer-paper';
import { fillTemplate, PAPER_WORDS } from '@udrel/core/messages';
import { usePaperTextsQuery, useSetPaperTextsMutation } from '../../../api/after';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import { Foot, Loaded, Sheet } from '../../../ui';
import { Earlier } from '../Earlier';
import styles from '../shop.module.css';

/** What the shop says on its papers in its own words, and for how long it guarantees what it did. */
export function OnPapers() {
  const { data, error } = usePaperTextsQuery();
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetPaperTextsMutation();
  return (
    <Sheet title="On our papers" aside="those that were given stay as they are">
      <Loaded data={data} error={error} what="what stands on papers">
        {(texts) => <TextsForm key={JSON.stringify(texts)} texts={texts} setting={setting} />}
      </Loaded>
      <Earlier of="papers" />
    </Sheet>
  );
}

/** What a preview is filled with; nobody of that name is a customer. */
const SAMPLE = { customer: 'I. Marlowe', device: 'Ostrel Tern 15', tag: 'U-2418', shop: 'Your shop' };

interface TextsFormProps {
  texts: PaperTexts;
  setting: ReturnType<typeof useSetPaperTextsMutation>;
}

function TextsForm({ texts, setting }: TextsFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const [shown, setShown] = useState(0);
  const form = useShapedForm({
    begin: { ...texts, partsMonths: String(texts.partsMonths), labourMonths: String(texts.labourMonths) },
    read: ({ partsMonths, labourMonths, ...rest }): Read<PaperTexts> => ({
      ok: true,
      body: { ...rest, partsMonths: typedFigure(partsMonths), labourMonths: typedFigure(labourMonths) },
    }),
    shape: paperEndpoints.setPaperTexts.body,
    error,
  });
  const one = useWatch({ control: form.control, name: 'texts' })[shown];
  return (
    <form onSubmit={form.handleSubmit((body) => void set({ body }))}>
      <div className={styles.fields}>
        <Field form={form} name="partsMonths" label="Guarantee on parts, months" />
        <Field form={form} name="labourMonths" label="Guarantee on work, months" />
        <Field form={form} name="terms" label="Its terms" multiline minRows={2} className={styles.wide ?? ''} />
        <div className={styles.wide}>
          {PAPER_KINDS.map((kind, index) => (
            <Button
              key={kind}
              variant={index === shown ? 'contained' : 'outlined'}
              aria-pressed={index === shown}
              onClick={() => setShown(index)}
              sx={{ mr: 1, mb: 1 }}
            >
              {kind}
            </Button>
          ))}
        </div>
      </div>
      <div className={styles.fields} key={shown}>
        <Field
          form={form}
          name={`texts.${shown}.opening`}
          label="Before what was done"
          multiline
          minRows={2}
          className={styles.wide ?? ''}
          help={`Words: ${PAPER_WORDS.map((word) => `{${word}}`).join(' ')}`}
        />
        <Field
          form={form}
          name={`texts.${shown}.closing`}
          label="At its end"
          multiline
          minRows={2}
          className={styles.wide ?? ''}
        />
      </div>
      {one && (one.opening || one.closing) && (
        <section aria-label="As it would stand there" className={styles.preview}>
          {[one.opening, '…', one.closing].filter(Boolean).map((text, index) => (
            <p key={index}>{fillTemplate(text, SAMPLE)}</p>
          ))}
        </section>
      )}
      <FormTrouble form={form} />
      <Foot note={isSuccess ? 'Set.' : undefined}>
        <Button type="submit" disabled={isLoading}>
          Set what stands on papers
        </Button>
      </Foot>
    </form>
  );
}
