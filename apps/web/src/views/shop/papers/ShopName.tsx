import { nameEndpoints } from '@udrel/contract/endpoints';
import { useSessionQuery } from '../../../api/api';
import { useSetShopNameMutation } from '../../../api/after';
import { Field } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';

/** What the shop is called: at the sign-in, on papers, in messages. */
export function ShopName() {
  const name = useSessionQuery().data?.shop;
  const setting = useSetShopNameMutation();
  return (
    <SettingSheet title="The shop" aside="at the sign-in, on papers, in messages" data={name} what="its name">
      {(known) => <NameForm name={known} setting={setting} />}
    </SettingSheet>
  );
}

interface NameFormProps {
  name: string;
  setting: Setting<{ name: string }>;
}

function NameForm({ name, setting }: NameFormProps) {
  const form = useShapedForm({
    begin: { name },
    read: (body) => ({ ok: true, body }),
    shape: nameEndpoints.setShopName.body,
    error: setting[1].error,
  });
  return (
    <SettingForm form={form} setting={setting} press="Call it so" once grid={false}>
      <Field form={form} name="name" label="Name of the shop" sx={{ width: '100%' }} />
    </SettingForm>
  );
}
