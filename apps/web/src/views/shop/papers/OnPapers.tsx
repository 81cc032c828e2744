import Button from '@mui/material/Button';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { paperEndpoints } from '@udrel/contract/endpoints';
import type { PaperTexts } from '@udrel/contract/types';
import { PAPER_KINDS } from '@udrel/core/customer-paper';
import { fillTemplate, PAPER_WORDS } from '@udrel/core/messages';
import { usePaperTextsQuery, useSetPaperTextsMutation } from '../../../api/after';
import { Field } from '../../../features/form/Field';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';
import styles from '../shop.module.css';

/** What the shop says on its papers in its own words, and for how long it guarantees what it did. */
export function OnPapers() {
  const { data, error } = usePaperTextsQuery();
  const setting = useSetPaperTextsMutation();
  return (
    <SettingSheet
      title="On our papers"
      aside="those that were given stay as they are"
      {...{ data, error }}
      what="what stands on papers"
      of="papers"
    >
      {(texts) => <TextsForm texts={texts} setting={setting} />}
    </SettingSheet>
  );
}

/** What a preview is filled with; nobody of that name is a customer. */
const SAMPLE = { customer: 'I. Marlowe', device: 'Ostrel Tern 15', tag: 'U-2418', shop: 'Your shop' };

interface TextsFormProps {
  texts: PaperTexts;
  setting: Setting<PaperTexts>;
}

function TextsForm({ texts, setting }: TextsFormProps) {
  const [shown, setShown] = useState(0);
  const form = useShapedForm({
    begin: { ...texts, partsMonths: String(texts.partsMonths), labourMonths: String(texts.labourMonths) },
    read: ({ partsMonths, labourMonths, ...rest }): Read<PaperTexts> => ({
      ok: true,
      body: { ...rest, partsMonths: typedFigure(partsMonths), labourMonths: typedFigure(labourMonths) },
    }),
    shape: paperEndpoints.setPaperTexts.body,
    error: setting[1].error,
  });
  const one = useWatch({ control: form.control, name: 'texts' })[shown];
  return (
    <SettingForm form={form} setting={setting} press="Set what stands on papers" grid={false}>
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
    </SettingForm>
  );
}
