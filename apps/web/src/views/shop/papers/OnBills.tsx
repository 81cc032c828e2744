import Button from '@mui/material/Button';
import { moneyEndpoints } from '@udrel/contract/endpoints';
import type { SellerSetting } from '@udrel/contract/types';
import { useSellerQuery, useSetSellerMutation } from '../../../api/api';
import { Field, FormTrouble } from '../../../features/form/Field';
import { PartyFields } from '../../../features/form/PartyFields';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import { codeOf } from '../../../format/units';
import { Foot, Loaded, Sheet } from '../../../ui';
import { Earlier } from '../Earlier';
import styles from '../shop.module.css';

/** What stands on the bills of the shop: who it is, how it is known to its authorities, how it is paid. */
export function OnBills() {
  const { data, error } = useSellerQuery();
  // Above the form, which is made anew by what was set: that it was is said there.
  const setting = useSetSellerMutation();
  return (
    <Sheet title="On our bills" aside="those that were issued stay as they are">
      <Loaded data={data} error={error} what="what stands on bills">
        {(seller) => <SellerForm key={JSON.stringify(seller)} seller={seller} setting={setting} />}
      </Loaded>
      <Earlier of="seller" />
    </Sheet>
  );
}

interface SellerFormProps {
  seller: SellerSetting;
  setting: ReturnType<typeof useSetSellerMutation>;
}

function SellerForm({ seller, setting }: SellerFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const form = useShapedForm({
    begin: { ...seller, dueDays: String(seller.dueDays), keepYears: String(seller.keepYears) },
    read: ({ dueDays, keepYears, ...rest }): Read<SellerSetting> => ({
      ok: true,
      body: {
        ...rest,
        country: codeOf(rest.country),
        dueDays: typedFigure(dueDays),
        keepYears: typedFigure(keepYears),
      },
    }),
    shape: moneyEndpoints.setSeller.body,
    error,
  });
  const save = form.handleSubmit((body) => void set({ body }));
  return (
    <form onSubmit={(event) => void save(event)}>
      <div className={styles.fields}>
        <Field form={form} name="name" label="Name, where it is not that of the shop" />
        <PartyFields form={form} />
        <Field form={form} name="registration" label="Number at the register" />
        <Field form={form} name="exemption" label="Why no tax is charged, if so" help="as the law wants it said" />
        <Field form={form} name="iban" label="Account for transfers, IBAN" />
        <Field form={form} name="dueDays" label="To be paid within, days" />
        <Field form={form} name="keepYears" label="Kept for, years" help="as the law wants bills kept" />
      </div>
      <FormTrouble form={form} />
      <Foot note={isSuccess ? 'Set.' : undefined}>
        <Button type="submit" disabled={isLoading}>
          Set what stands on bills
        </Button>
      </Foot>
    </form>
  );
}
