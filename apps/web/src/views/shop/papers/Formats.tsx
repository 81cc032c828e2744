import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import { shopEndpoints } from '@udrel/contract/endpoints';
import { LOCALES, PAPERS } from '@udrel/contract/shapes';
import type { ShopFormats } from '@udrel/contract/types';
import { useSessionQuery, useSetFormatsMutation } from '../../../api/api';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { Foot, Sheet } from '../../../ui';
import { Earlier } from '../Earlier';
import styles from '../shop.module.css';

/** How the shop writes figures, money, days and times, on every screen and paper; typed figures are read the same way. */
export function Formats() {
  const formats = useSessionQuery().data?.formats;
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetFormatsMutation();
  return (
    <Sheet title="How we write" aside="figures, money, times and papers of the whole shop">
      {formats && <FormatsForm key={JSON.stringify(formats)} formats={formats} setting={setting} />}
      <Earlier of="shop" />
    </Sheet>
  );
}

const CURRENCIES = Intl.supportedValuesOf('currency');
const ZONES = Intl.supportedValuesOf('timeZone');
const regions = new Intl.DisplayNames('en', { type: 'language' });
const money = new Intl.DisplayNames('en', { type: 'currency' });

interface FormatsFormProps {
  formats: ShopFormats;
  setting: ReturnType<typeof useSetFormatsMutation>;
}

function FormatsForm({ formats, setting }: FormatsFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const form = useShapedForm({
    begin: formats,
    read: (body) => ({ ok: true, body }),
    shape: shopEndpoints.setFormats.body,
    error,
  });
  const given = useWatch({ control: form.control }) as ShopFormats;
  const save = form.handleSubmit((body) => void set({ body }));
  const sample = new Intl.NumberFormat(
    given.locale,
    given.currency ? { style: 'currency', currency: given.currency } : { minimumFractionDigits: 2 },
  );
  return (
    <form onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field
          form={form}
          name="locale"
          label="Figures and days"
          choices={LOCALES.map((one) => [one, regions.of(one) ?? one] as const)}
        />
        <Field
          form={form}
          name="currency"
          label="Currency"
          choices={[['', 'none'], ...CURRENCIES.map((code) => [code, `${code}, ${money.of(code) ?? ''}`] as const)]}
        />
        <Field form={form} name="timeZone" label="Time zone" choices={[['', 'that of each browser'], ...ZONES]} />
        <Field form={form} name="paper" label="Paper" choices={PAPERS} />
      </div>
      <FormTrouble form={form} />
      <Foot note={`${isSuccess ? 'Set. ' : ''}An amount is written ${sample.format(1290)}.`}>
        <Button type="submit" disabled={isLoading || !form.formState.isDirty}>
          Write so
        </Button>
      </Foot>
    </form>
  );
}
