import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useFieldArray } from 'react-hook-form';
import { setUpEndpoints } from '@udrel/contract/endpoints';
import type { LabelPrinters as Known } from '@udrel/contract/types';
import { LABEL_KINDS, PLAIN_LABEL, printerOf } from '@udrel/core/labels';
import { useLabelPrintersQuery, useSetLabelPrintersMutation } from '../../../api/after';
import { Field, Ticks } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { figure, typedFigure } from '../../../format/shop-formats';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';
import styles from '../shop.module.css';

/** What labels are printed on: the size of each, and which printer it is for. */
export function LabelPrinters() {
  const { data, error } = useLabelPrintersQuery();
  const setting = useSetLabelPrintersMutation();
  return (
    <SettingSheet
      title="Label printers"
      aside="labels are laid out for what is in them"
      {...{ data, error }}
      what="the label printers"
      of="labels"
    >
      {(known) => <PrintersForm known={known} setting={setting} />}
    </SettingSheet>
  );
}

function PrintersForm({ known, setting }: { known: Known; setting: Setting<Known> }) {
  const form = useShapedForm({
    begin: {
      printers: known.printers.map((one) => ({ ...one, width: figure(one.width), height: figure(one.height) })),
    },
    read: ({ printers }) => ({
      ok: true,
      body: {
        printers: printers.map((one) => ({
          ...one,
          width: typedFigure(one.width),
          height: typedFigure(one.height),
        })),
      },
    }),
    shape: setUpEndpoints.setLabelPrinters.body,
    error: setting[1].error,
  });
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'printers', keyName: 'key' });
  const plain = LABEL_KINDS.filter((kind) => printerOf(known.printers, kind) === null);
  const size = `${figure(PLAIN_LABEL.width)} × ${figure(PLAIN_LABEL.height)} mm`;
  const add = () =>
    append({
      ...{ name: '', width: figure(PLAIN_LABEL.width), height: figure(PLAIN_LABEL.height) },
      kinds: fields.length === 0 ? [...LABEL_KINDS] : [],
    });
  return (
    <SettingForm
      form={form}
      setting={setting}
      press="Set the label printers"
      note={plain.length > 0 ? `Printed on ${size}: ${plain.join(', ')}.` : undefined}
      grid={false}
      before={<Button onClick={add}>A label printer</Button>}
    >
      {fields.map(({ key }, index) => (
        <div key={key} role="group" aria-label={`Label printer ${index + 1}`} className={styles.printer}>
          <div className={styles.supplier}>
            <Field form={form} name={`printers.${index}.name`} label="Printer" />
            <Field form={form} name={`printers.${index}.width`} label="Width, mm" />
            <Field form={form} name={`printers.${index}.height`} label="Height, mm" />
            <Button aria-label={`Not label printer ${index + 1}`} onClick={() => remove(index)}>
              <Close fontSize="small" />
            </Button>
          </div>
          <div className={styles.ticks} role="group" aria-label="What it prints">
            <Ticks form={form} name={`printers.${index}.kinds`} options={LABEL_KINDS} />
          </div>
        </div>
      ))}
    </SettingForm>
  );
}
