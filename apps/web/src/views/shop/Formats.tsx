import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LOCALES, PAPERS } from '@udrel/contract/shapes';
import type { ShopFormats } from '@udrel/contract/types';
import { useSessionQuery, useSetFormatsMutation } from '../../api/api';
import { fieldTrouble } from '../../api/problem';
import { Foot, Sheet, TroubleNote } from '../../ui';
import styles from './shop.module.css';

/** How the shop writes figures, money, days and times, on every screen and paper; typed figures are read the same way. */
export function Formats() {
  const formats = useSessionQuery().data?.formats;
  return (
    <Sheet title="How we write" aside="figures, money, times and papers of the whole shop">
      {formats && <FormatsForm key={JSON.stringify(formats)} formats={formats} />}
    </Sheet>
  );
}

const CURRENCIES = Intl.supportedValuesOf('currency');
const ZONES = Intl.supportedValuesOf('timeZone');
const regions = new Intl.DisplayNames('en', { type: 'language' });
const money = new Intl.DisplayNames('en', { type: 'currency' });

function FormatsForm({ formats }: { formats: ShopFormats }) {
  const [given, setGiven] = useState(formats);
  const [set, { error, isLoading }] = useSetFormatsMutation();
  const changed = (Object.keys(given) as (keyof ShopFormats)[]).some((name) => given[name] !== formats[name]);
  const chosen = (name: keyof ShopFormats, label: string, options: readonly (readonly [string, string])[]) => (
    <TextField
      select
      label={label}
      value={given[name]}
      onChange={(event) => setGiven({ ...given, [name]: event.target.value } as ShopFormats)}
      error={fieldTrouble(error, name) !== undefined}
      helperText={fieldTrouble(error, name)}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      {options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </TextField>
  );
  const sample = new Intl.NumberFormat(
    given.locale,
    given.currency ? { style: 'currency', currency: given.currency } : { minimumFractionDigits: 2 },
  );
  return (
    <>
      <div className={styles.fields}>
        {chosen(
          'locale',
          'Figures and days',
          LOCALES.map((one) => [one, regions.of(one) ?? one] as const),
        )}
        {chosen('currency', 'Currency', [
          ['', 'none'],
          ...CURRENCIES.map((code) => [code, `${code}, ${money.of(code) ?? ''}`] as const),
        ])}
        {chosen('timeZone', 'Time zone', [['', 'that of each browser'], ...ZONES.map((one) => [one, one] as const)])}
        {chosen(
          'paper',
          'Paper',
          PAPERS.map((one) => [one, one] as const),
        )}
      </div>
      <TroubleNote error={error} />
      <Foot note={`An amount is written ${sample.format(1290)}.`}>
        <Button disabled={isLoading || !changed} onClick={() => void set({ body: given })}>
          Write so
        </Button>
      </Foot>
    </>
  );
}
