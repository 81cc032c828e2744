import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useFieldArray } from 'react-hook-form';
import { setUpEndpoints } from '@udrel/contract/endpoints';
import type { Suppliers as Known } from '@udrel/contract/types';
import { useSetSuppliersMutation, useSuppliersQuery } from '../../../api/after';
import { Field } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { typedFigure } from '../../../format/shop-formats';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';
import styles from '../shop.module.css';

/** Whom the shop orders from: offered where something is ordered, with the day on which it usually comes. */
export function Suppliers() {
  const { data, error } = useSuppliersQuery();
  const setting = useSetSuppliersMutation();
  return (
    <SettingSheet
      title="Suppliers"
      aside="offered where something is ordered or claimed"
      {...{ data, error }}
      what="the suppliers"
      of="suppliers"
    >
      {(known) => <SuppliersForm known={known} setting={setting} />}
    </SettingSheet>
  );
}

function SuppliersForm({ known, setting }: { known: Known; setting: Setting<Known> }) {
  const form = useShapedForm({
    begin: { suppliers: known.suppliers.map((one) => ({ ...one, days: String(one.days) })) },
    read: ({ suppliers }) => ({
      ok: true,
      body: { suppliers: suppliers.map((one) => ({ ...one, days: typedFigure(one.days) })) },
    }),
    shape: setUpEndpoints.setSuppliers.body,
    error: setting[1].error,
  });
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'suppliers', keyName: 'key' });
  return (
    <SettingForm
      form={form}
      setting={setting}
      press="Set the suppliers"
      grid={false}
      before={<Button onClick={() => append({ name: '', days: '3', note: '' })}>A supplier</Button>}
    >
      {fields.map(({ key }, index) => (
        <div key={key} className={styles.supplier} role="group" aria-label={`Supplier ${index + 1}`}>
          <Field form={form} name={`suppliers.${index}.name`} label="Supplier" />
          <Field form={form} name={`suppliers.${index}.days`} label="Comes in, days" />
          <Field form={form} name={`suppliers.${index}.note`} label="How it is ordered" />
          <Button aria-label={`Not supplier ${index + 1}`} onClick={() => remove(index)}>
            <Close fontSize="small" />
          </Button>
        </div>
      ))}
    </SettingForm>
  );
}
