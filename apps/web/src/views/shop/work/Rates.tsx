import Button from '@mui/material/Button';
import { shopEndpoints } from '@udrel/contract/endpoints';
import type { ShopRates } from '@udrel/contract/types';
import { useRatesQuery, useSetRatesMutation } from '../../../api/api';
import { fieldAmount, minorOf } from '../../../format/units';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm, type FieldProblem, type Read } from '../../../features/form/shaped-form';
import { Foot, Loaded, Sheet } from '../../../ui';
import { Earlier } from '../Earlier';
import styles from '../shop.module.css';
import { typedFigure } from '../../../format/shop-formats';

/** What an hour of work costs, and the tax: every quote that is not written yet follows. */
export function Rates() {
  const { data, error } = useRatesQuery();
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetRatesMutation();
  return (
    <Sheet title="Rates" aside="quotes that are written keep theirs">
      <Loaded data={data} error={error} what="the rates">
        {(rates) => <RatesForm key={JSON.stringify(rates)} rates={rates} setting={setting} />}
      </Loaded>
      <Earlier of="rates" />
    </Sheet>
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
  setting: ReturnType<typeof useSetRatesMutation>;
}

function RatesForm({ rates, setting }: RatesFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const form = useShapedForm({
    begin: {
      hourly: fieldAmount(rates.hourly),
      tax: String(rates.taxPercent),
      assessment: rates.assessment === undefined ? '' : fieldAmount(rates.assessment),
    },
    read: ratesOf,
    shape: shopEndpoints.setRates.body,
    nameOf: (field) => (field === 'taxPercent' ? 'tax' : field),
    error,
  });
  const save = form.handleSubmit((body) => void set({ body }));
  return (
    <form onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field form={form} name="hourly" label="Work, an hour" />
        <Field form={form} name="tax" label="Tax, per cent" />
        <Field
          form={form}
          name="assessment"
          label="Looking at a device, where nothing is done after"
          help="stands on the receipt; before tax"
        />
      </div>
      <FormTrouble form={form} />
      <Foot note={isSuccess ? 'Set.' : undefined}>
        <Button type="submit" disabled={isLoading}>
          Set the rates
        </Button>
      </Foot>
    </form>
  );
}
