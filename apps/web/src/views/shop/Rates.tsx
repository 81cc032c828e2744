import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { ShopRates } from '@udrel/contract/types';
import { useRatesQuery, useSetRatesMutation } from '../../api/api';
import { fieldAmount, minorOf } from '../../format/units';
import { Foot, Loaded, Sheet, TroubleNote } from '../../ui';
import styles from './shop.module.css';
import { typedFigure } from '../../format/shop-formats';

/** What an hour of work costs, and the tax: every quote that is not written yet follows. */
export function Rates() {
  const { data, error } = useRatesQuery();
  return (
    <Sheet title="Rates" aside="quotes that are written keep theirs">
      <Loaded data={data} error={error} what="the rates">
        {(rates) => <RatesForm key={JSON.stringify(rates)} rates={rates} />}
      </Loaded>
    </Sheet>
  );
}

function RatesForm({ rates }: { rates: ShopRates }) {
  const [hourly, setHourly] = useState(fieldAmount(rates.hourly));
  const [tax, setTax] = useState(String(rates.taxPercent));
  const [set, { error, isLoading, isSuccess }] = useSetRatesMutation();
  const given = {
    hourly: minorOf(hourly) ?? null,
    taxPercent: typedFigure(tax),
  };
  const taxWrong = !(given.taxPercent >= 0 && given.taxPercent <= 100);
  return (
    <>
      <div className={styles.fields}>
        <TextField
          label="Work, an hour"
          value={hourly}
          onChange={(event) => setHourly(event.target.value)}
          error={given.hourly === null}
          helperText={given.hourly === null ? 'An amount such as 36.00' : undefined}
        />
        <TextField
          label="Tax, per cent"
          value={tax}
          onChange={(event) => setTax(event.target.value)}
          error={taxWrong}
          helperText={taxWrong ? 'From 0 to 100' : undefined}
        />
      </div>
      <TroubleNote error={error} />
      <Foot note={isSuccess ? 'Set.' : undefined}>
        <Button
          disabled={isLoading || given.hourly === null || taxWrong}
          onClick={() => {
            if (given.hourly !== null) void set({ body: { hourly: given.hourly, taxPercent: given.taxPercent } });
          }}
        >
          Set the rates
        </Button>
      </Foot>
    </>
  );
}
