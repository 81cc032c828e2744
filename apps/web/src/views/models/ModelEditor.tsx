import Button from '@mui/material/Button';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { modelEndpoints } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import type { ModelView } from '@udrel/contract/types';
import { useAddModelMutation, useDescribeModelMutation, useModelQuery, useSessionQuery } from '../../api/api';
import { useChecklistsQuery } from '../../api/after';
import { Empty, Foot, Loaded } from '../../ui';
import { DeviceSchematic } from '../../features/device/DeviceSchematic';
import { FormTrouble } from '../../features/form/Field';
import { useKeptForm } from '../../features/form/kept-form';
import { problemsIn } from '../../features/form/shaped-form';
import { forgetTyped } from '../../features/typed/typed';
import {
  copyOf,
  draftOfModel,
  emptyDraft,
  lookedAt,
  fieldOfModel,
  modelOf,
  shownSite,
  type ModelDraft,
  type LookedAt,
  type ModelForm,
} from './model-draft';
import { ModelFields, ModelMore } from './ModelFields';
import { SiteEditor } from './SiteEditor';
import { Returns } from '../../features/lessons/Returns';
import { StartCases } from './StartCases';
import { DisassemblyEditor } from './DisassemblyEditor';
import styles from './editor.module.css';

/** Describing a model: new, changed, or copied from another one that is near; the drawing follows what is typed. */
export default function ModelEditor() {
  const { id = 'new' } = useParams();
  const [given] = useSearchParams();
  const from = given.get('from');
  const role = useSessionQuery().data?.staff?.role;
  const known = useModelQuery({ id }, { skip: id === 'new' });
  const checklists = useChecklistsQuery();
  const near = useModelQuery({ id: from ?? '' }, { skip: from === null });
  if (role && !may(role, 'describe models')) return <Empty>Models are described at the bench.</Empty>;
  if (id !== 'new' && !known.data)
    return <Loaded data={known.data} error={known.error} what="the model" children={() => null} />;
  if (!checklists.data)
    return <Loaded data={checklists.data} error={checklists.error} what="what is looked at" children={() => null} />;
  if (from !== null && !near.data)
    return <Loaded data={near.data} error={near.error} what="the model to copy" children={() => null} />;
  const of = { known: known.data ?? null, near: near.data ?? null };
  return <Editor key={`${id}|${from ?? ''}`} {...of} looked={lookedAt(checklists.data)} />;
}

interface Of {
  known: ModelView | null;
  near: ModelView | null;
  looked: LookedAt;
}

function begin({ known, near, looked }: Of): ModelDraft {
  if (near) return copyOf(near, known ?? { maker: near.maker, name: '', code: '' });
  return known ? draftOfModel(known) : emptyDraft(looked);
}

function Editor(of: Of) {
  const { known, near, looked } = of;
  const where = {
    address: `/models/${known?.id ?? 'new'}`,
    what: `the model${near ? `, from ${near.code}` : ''}`,
  };
  const [add, adding] = useAddModelMutation();
  const [describe, describing] = useDescribeModelMutation();
  const error = adding.error ?? describing.error;
  const [begun] = useState(() => begin(of));
  const form: ModelForm = useKeptForm(where, {
    begin: begun,
    read: (typed) => {
      const { spec, problems } = modelOf(typed);
      return problems.length > 0 ? { ok: false, problems } : { ok: true, body: spec };
    },
    shape: modelEndpoints.addModel.body,
    nameOf: fieldOfModel,
    error,
  });
  const [siteIndex, setSiteIndex] = useState(0);
  const navigate = useNavigate();
  const draft = useWatch({ control: form.control }) as ModelDraft;
  const told = problemsIn(form.formState.errors);
  const shown = draft.sites.map(shownSite);
  const { memory } = modelOf(draft).spec;

  const save = form.handleSubmit(async (body) => {
    const answer = known ? await describe({ id: known.id, body }) : await add({ body });
    // What was typed on meanwhile is not in the library yet: it is gone on with. A new model is there by now.
    if (!answer.data || (!form.taken() && known)) return;
    forgetTyped(where);
    void navigate(`/models?find=${encodeURIComponent(answer.data.code)}`);
  });

  return (
    <form className={styles.grid} onSubmit={(event) => void save(event)}>
      <div className={styles.drawing}>
        <title>{`${known ? known.name : 'New model'}, Udrel`}</title>
        <h1>{known ? (known.stub ? 'Describe a model' : known.code) : 'New model'}</h1>
        {near && (
          <p className="sub">
            Copied from {near.maker} {near.name}, {near.code}: look at each site before it counts as confirmed.
          </p>
        )}
        <DeviceSchematic
          sites={shown}
          memory={memory}
          feed={draft.kind === 'laptop' || draft.kind === 'handheld' ? 'battery' : 'power supply'}
          heldAt={(site) => (site.unconfirmed ? 'nobody has looked yet' : site.needs ? `needs ${site.needs}` : '')}
          inSlot={() => 0}
          chosen={shown[siteIndex]?.id ?? ''}
          choose={(id) => setSiteIndex(shown.findIndex((site) => site.id === id))}
        />
      </div>
      <div className={styles.column}>
        <ModelFields form={form} looked={looked} />
        <SiteEditor form={form} index={siteIndex} choose={setSiteIndex} />
        <ModelMore form={form} />
        <DisassemblyEditor form={form} />
        {known && !known.stub && <StartCases code={known.code} />}
        {known && <Returns model={known.id} />}
        {told.length > 0 && (
          <ul className="danger" role="alert">
            {told.map(({ field, sentence }) => (
              <li key={field}>
                {nameOf(field, draft)}: {sentence}
              </li>
            ))}
          </ul>
        )}
        {told.length === 0 && <FormTrouble form={form} />}
        <Foot note="Every device of this model follows.">
          <Button
            onClick={() => {
              forgetTyped(where);
              void navigate('/models');
            }}
          >
            Leave it
          </Button>
          <Button type="submit" variant="contained" disabled={adding.isLoading || describing.isLoading}>
            {known ? 'Record the model' : 'Add the model'}
          </Button>
        </Foot>
      </div>
    </form>
  );
}

/** The place of a problem as somebody reads it. */
function nameOf(field: string, draft: ModelDraft): string {
  const [group, index, ...rest] = field.split('.');
  const within = rest.filter((one) => one !== 'fields');
  if (group === 'sites') return [draft.sites[Number(index)]?.name ?? `site ${index}`, ...within].join(', ');
  if (group === 'disassembly')
    return [draft.disassembly[Number(index)]?.name || `line ${Number(index) + 1}`, ...within].join(', ');
  return field.replaceAll('.', ', ');
}
