import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Empty, Foot, Sheet } from '../../ui';
import { newSite, type DraftedSite, type ModelDraft } from './model-draft';
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
];

/** The sites of a model, one at a time: chosen here or in the drawing; confirmed by whoever looked. */
export function SiteEditor(props: {
  draft: ModelDraft;
  change: (part: Partial<ModelDraft>) => void;
  wrong: (field: string) => string | undefined;
  index: number;
  choose: (index: number) => void;
}) {
  const { draft, change, wrong, index, choose } = props;
  const { sites } = draft;
  const [form, setForm] = useState<ModelSite['form']>('m2');
  const site = sites[index];
  const set = (next: DraftedSite) => change({ sites: sites.map((one, n) => (n === index ? next : one)) });
  return (
    <Sheet title="Sites" aside={sites.length === 0 ? 'no drive can be changed' : 'choose one here or in the drawing'}>
      {sites.length === 0 && <Empty>No site yet: where the only drive is soldered, there is none.</Empty>}
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
          <div className={styles.fields}>
            <TextField
              label="Called"
              value={site.name}
              onChange={(event) => set({ ...site, name: event.target.value })}
              error={wrong(`sites.${index}.name`) !== undefined}
              helperText={wrong(`sites.${index}.name`)}
            />
            <SiteFields
              form={site.base.form}
              draft={site.fields}
              change={(fields) => set({ ...site, fields })}
              wrong={(field) => wrong(`sites.${index}.${field}`)}
            />
          </div>
          <Foot note={site.base.unconfirmed ? 'Nobody has looked at it yet.' : undefined}>
            <Button
              onClick={() => {
                change({ sites: sites.filter((_one, n) => n !== index) });
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
                  set({ ...site, base: base as ModelSite });
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
          value={form}
          onChange={(event) => setForm(event.target.value as ModelSite['form'])}
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
            change({ sites: [...sites, newSite(form, taken)] });
            choose(sites.length);
          }}
        >
          Add it
        </Button>
      </div>
    </Sheet>
  );
}
