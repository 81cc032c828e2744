import { useWatch } from 'react-hook-form';
import { shopEndpoints } from '@udrel/contract/endpoints';
import { LOCALES, PAPERS } from '@udrel/contract/shapes';
import type { ShopFormats } from '@udrel/contract/types';
import { useSessionQuery, useSetFormatsMutation } from '../../../api/api';
import { Field } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';

/** How the shop writes figures, money, days and times, on every screen and paper; typed figures are read the same way. */
export function Formats() {
  const formats = useSessionQuery().data?.formats;
  const setting = useSetFormatsMutation();
  return (
    <SettingSheet
      title="How we write"
      aside="figures, money, times and papers of the whole shop"
      data={formats}
      what="how we write"
      of="shop"
    >
      {(value) => <FormatsForm formats={value} setting={setting} />}
    </SettingSheet>
  );
}

const CURRENCIES = Intl.supportedValuesOf('currency');
const ZONES = Intl.supportedValuesOf('timeZone');
const regions = new Intl.DisplayNames('en', { type: 'language' });
const money = new Intl.DisplayNames('en', { type: 'currency' });

interface FormatsFormProps {
  formats: ShopFormats;
  setting: Setting<ShopFormats>;
}

function FormatsForm({ formats, setting }: FormatsFormProps) {
  const form = useShapedForm({
    begin: formats,
    read: (body) => ({ ok: true, body }),
    shape: shopEndpoints.setFormats.body,
    error: setting[1].error,
  });
  const given = useWatch({ control: form.control }) as ShopFormats;
  const sample = new Intl.NumberFormat(
    given.locale,
    given.currency ? { style: 'currency', currency: given.currency } : { minimumFractionDigits: 2 },
  );
  return (
    <SettingForm
      form={form}
      setting={setting}
      press="Write so"
      once
      note={`An amount is written ${sample.format(1290)}.`}
    >
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
    </SettingForm>
  );
}
