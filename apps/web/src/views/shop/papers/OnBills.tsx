import { moneyEndpoints } from '@udrel/contract/endpoints';
import type { SellerSetting } from '@udrel/contract/types';
import { useSellerQuery, useSetSellerMutation } from '../../../api/api';
import { Field } from '../../../features/form/Field';
import { PartyFields } from '../../../features/form/PartyFields';
import { useShapedForm, type Read } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import { codeOf } from '../../../format/units';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';

/** What stands on the bills of the shop: who it is, how it is known to its authorities, how it is paid. */
export function OnBills() {
  const { data, error } = useSellerQuery();
  const setting = useSetSellerMutation();
  return (
    <SettingSheet
      title="On our bills"
      aside="those that were issued stay as they are"
      {...{ data, error }}
      what="what stands on bills"
      of="seller"
    >
      {(seller) => <SellerForm seller={seller} setting={setting} />}
    </SettingSheet>
  );
}

interface SellerFormProps {
  seller: SellerSetting;
  setting: Setting<SellerSetting>;
}

function SellerForm({ seller, setting }: SellerFormProps) {
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
    error: setting[1].error,
  });
  return (
    <SettingForm form={form} setting={setting} press="Set what stands on bills">
      <Field form={form} name="name" label="Name, where it is not that of the shop" />
      <PartyFields form={form} />
      <Field form={form} name="registration" label="Number at the register" />
      <Field form={form} name="exemption" label="Why no tax is charged, if so" help="as the law wants it said" />
      <Field form={form} name="iban" label="Account for transfers, IBAN" />
      <Field form={form} name="dueDays" label="To be paid within, days" />
      <Field form={form} name="keepYears" label="Kept for, years" help="as the law wants bills kept" />
    </SettingForm>
  );
}
