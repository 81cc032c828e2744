import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { Empty, Foot, Sheet } from '../../ui';
import { Field } from '../../features/form/Field';
import { newSite, type ModelForm } from './model-draft';
import type { ModelSite } from '../../features/site-editor/site-draft';
import { SiteFields } from '../../features/site-editor/SiteFields';
import styles from './editor.module.css';

const FORMS: readonly (readonly [ModelSite['form'], label: string])[] = [
  ['m2', 'M.2 slot'],
  ['2.5', '2.5 inch bay'],
  ['3.5', '3.5 inch bay'],
  ['1.8', '1.8 inch bay'],
  ['msata', 'Mini Card slot'],
  ['optical', 'optical bay'],
  ['pcie', 'PCIe slot'],
  ['blade', 'maker’s own flat slot'],
  ['soldered', 'storage on the board'],
];

/** The sites of a model, one at a time: chosen here or in the drawing; confirmed by whoever looked. */
export function SiteEditor(props: { form: ModelForm; index: number; choose: (index: number) => void }) {
  const { form, index, choose } = props;
  const { control } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'sites', keyName: 'key' });
  const sites = useWatch({ control, name: 'sites' });
  const [factor, setFactor] = useState<ModelSite['form']>('m2');
  const site = sites[index];
  return (
    <Sheet title="Sites" aside={sites.length === 0 ? 'no drive can be changed' : 'choose one here or in the drawing'}>
      {sites.length === 0 && (
        <Empty>No site yet. Storage that is soldered is one too: it stays, and is copied from.</Empty>
      )}
      {sites.length > 0 && (
        <div className={styles.row} role="group" aria-label="Sites">
          {sites.map((one, n) => (
            <Button
              key={one.base.id}
              variant={n === index ? 'contained' : 'outlined'}
              aria-pressed={n === index}
              onClick={() => choose(n)}
            >
              {one.name}
              {one.base.unconfirmed ? ' ?' : ''}
            </Button>
          ))}
        </div>
      )}
      {site && (
        <>
          <div className={styles.fields} key={fields[index]?.key}>
            <Field form={form} name={`sites.${index}.name`} label="Called" />
            <SiteFields form={form} within={`sites.${index}.fields`} factor={site.base.form} />
          </div>
          <Foot note={site.base.unconfirmed ? 'Nobody has looked at it yet.' : undefined}>
            <Button
              onClick={() => {
                remove(index);
                choose(Math.max(0, index - 1));
              }}
            >
              Take {site.name} out
            </Button>
            {site.base.unconfirmed && (
              <Button
                variant="contained"
                onClick={() => {
                  const { unconfirmed: _was, ...base } = site.base;
                  form.setValue(`sites.${index}.base`, base as ModelSite);
                }}
              >
                I have looked: {site.name} is so
              </Button>
            )}
          </Foot>
        </>
      )}
      <div className={styles.row}>
        <TextField
          label="Another site"
          select
          value={factor}
          onChange={(event) => setFactor(event.target.value as ModelSite['form'])}
          slotProps={{ select: { native: true } }}
          sx={{ width: 200 }}
        >
          {FORMS.map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </TextField>
        <Button
          disabled={sites.length >= 12}
          onClick={() => {
            const taken = sites.map((one) => one.base.id);
            append(newSite(factor, taken));
            choose(sites.length);
          }}
        >
          Add it
        </Button>
      </div>
    </Sheet>
  );
}
