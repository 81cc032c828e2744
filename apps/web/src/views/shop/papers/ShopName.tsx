import Button from '@mui/material/Button';
import { nameEndpoints } from '@udrel/contract/endpoints';
import { useSessionQuery } from '../../../api/api';
import { useSetShopNameMutation } from '../../../api/after';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { Foot, Sheet } from '../../../ui';

/** What the shop is called: at the sign-in, on papers, in messages. */
export function ShopName() {
  const name = useSessionQuery().data?.shop;
  const setting = useSetShopNameMutation();
  return (
    <Sheet title="The shop" aside="at the sign-in, on papers, in messages">
      {name !== undefined && <NameForm key={name} name={name} setting={setting} />}
    </Sheet>
  );
}

interface NameFormProps {
  name: string;
  setting: ReturnType<typeof useSetShopNameMutation>;
}

function NameForm({ name, setting }: NameFormProps) {
  const [set, { error, isLoading, isSuccess }] = setting;
  const form = useShapedForm({
    begin: { name },
    read: (body) => ({ ok: true, body }),
    shape: nameEndpoints.setShopName.body,
    error,
  });
  const save = form.handleSubmit((body) => void set({ body }));
  return (
    <form onSubmit={(event) => void save(event)}>
      <Field form={form} name="name" label="Name of the shop" sx={{ width: '100%' }} />
      <FormTrouble form={form} />
      <Foot note={isSuccess ? 'Set.' : undefined}>
        <Button type="submit" disabled={isLoading || !form.formState.isDirty}>
          Call it so
        </Button>
      </Foot>
    </form>
  );
}
