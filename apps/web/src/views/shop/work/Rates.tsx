import { shopEndpoints } from '@udrel/contract/endpoints';
import type { ShopRates } from '@udrel/contract/types';
import { useRatesQuery, useSetRatesMutation } from '../../../api/api';
import { fieldAmount, minorOf } from '../../../format/units';
import { Field } from '../../../features/form/Field';
import { useShapedForm, type FieldProblem, type Read } from '../../../features/form/shaped-form';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';
import { typedFigure } from '../../../format/shop-formats';

/** What an hour of work costs, and the tax: every quote that is not written yet follows. */
export function Rates() {
  const { data, error } = useRatesQuery();
  const setting = useSetRatesMutation();
  return (
    <SettingSheet
      title="Rates"
      aside="quotes that are written keep theirs"
      {...{ data, error }}
      what="the rates"
      of="rates"
    >
      {(rates) => <RatesForm rates={rates} setting={setting} />}
    </SettingSheet>
  );
}

/** The rates as they were typed. */
function ratesOf(typed: Record<'hourly' | 'tax' | 'assessment', string>): Read<ShopRates> {
  const problems: FieldProblem[] = [];
  const hourly = minorOf(typed.hourly) ?? null;
  if (hourly === null) problems.push({ field: 'hourly', sentence: 'An amount such as 36.00' });
  const taxPercent = typedFigure(typed.tax);
  if (!(taxPercent >= 0 && taxPercent <= 100)) problems.push({ field: 'taxPercent', sentence: 'From 0 to 100' });
  const fee = typed.assessment.trim() === '' ? null : (minorOf(typed.assessment) ?? NaN);
  if (Number.isNaN(fee)) problems.push({ field: 'assessment', sentence: 'An amount such as 15.00, or nothing' });
  if (hourly === null || problems.length > 0) return { ok: false, problems };
  return { ok: true, body: { hourly, taxPercent, ...(fee === null ? {} : { assessment: fee }) } };
}

interface RatesFormProps {
  rates: ShopRates;
  setting: Setting<ShopRates>;
}

function RatesForm({ rates, setting }: RatesFormProps) {
  const form = useShapedForm({
    begin: {
      hourly: fieldAmount(rates.hourly),
      tax: String(rates.taxPercent),
      assessment: rates.assessment === undefined ? '' : fieldAmount(rates.assessment),
    },
    read: ratesOf,
    shape: shopEndpoints.setRates.body,
    nameOf: (field) => (field === 'taxPercent' ? 'tax' : field),
    error: setting[1].error,
  });
  return (
    <SettingForm form={form} setting={setting} press="Set the rates">
      <Field form={form} name="hourly" label="Work, an hour" />
      <Field form={form} name="tax" label="Tax, per cent" />
      <Field
        form={form}
        name="assessment"
        label="Looking at a device, where nothing is done after"
        help="stands on the receipt; before tax"
      />
    </SettingForm>
  );
}
