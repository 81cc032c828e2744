import Button from '@mui/material/Button';
import { DEVICE_KINDS } from '@udrel/core/device';
import { GENERATIONS } from '@udrel/core/memory';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { modelEndpoints, urlOf } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import { MODEL_SORTS } from '@udrel/contract/shapes';
import type { ModelFilter, ModelRow, ModelView } from '@udrel/contract/types';
import { useLazyModelQuery, useModelCountQuery, useModelRowsInfiniteQuery, useSessionQuery } from '../../api/api';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, TickedFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { SiteDialog } from '../../features/site-editor/SiteDialog';
import { TroubleNote } from '../../ui';
import { saveFile } from '../../ui/save-file';
import { BringIn } from './BringIn';
import { FromProbe } from './FromProbe';
import { modelColumns, USUALLY_HIDDEN } from './model-columns';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['find', 'kind', 'memory', 'stub'] as const;

function filterOf(given: URLSearchParams): ModelFilter {
  const { text, known, tick } = readingOf(given);
  return { ...text('find'), ...known('kind', DEVICE_KINDS), ...known('memory', GENERATIONS), ...tick('stub') };
}

/** Device models with their sites, memory and notes. */
export default function Models() {
  const [given] = useSearchParams();
  const navigate = useNavigate();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, MODEL_SORTS, { by: 'model', way: 'up' });
  const asked = { ...filter, ...sortOf(order) };
  const describes = may(useSessionQuery().data?.staff?.role, 'describe models');
  const [chosen, setChosen] = useState<{ model: ModelRow; siteId: string } | null>(null);
  const [readModel, { error }] = useLazyModelQuery();
  const columns = useMemo(() => {
    const file = async ({ id }: ModelRow) => {
      const model = await readModel({ id })
        .unwrap()
        .catch(() => null);
      if (model) saveFile(`${model.code}.json`, 'application/json', writtenOf(model));
    };
    return modelColumns({
      describes,
      site: (model, siteId) => setChosen({ model, siteId }),
      file: (row) => void file(row),
    });
  }, [describes, readModel]);
  const site = chosen?.model.sites.find(({ id }) => id === chosen.siteId);
  return (
    <>
      <title>Models, Udrel</title>
      <div className={styles.filters}>
        <h1>Models</h1>
        <TypedFilter name="find" label="Maker, name or number" width={205} />
        <ChosenFilter name="kind" label="Kind" options={DEVICE_KINDS} width={112} />
        <ChosenFilter name="memory" label="Memory" options={GENERATIONS} width={96} />
        <TickedFilter name="stub" label="to be described" />
        {describes && (
          <>
            <FromProbe />
            <BringIn />
            <Button component={Link} to="/models/new" variant="contained">
              New model
            </Button>
          </>
        )}
      </div>
      <TroubleNote error={error} />
      <List
        kept="models"
        title="Models"
        words={['model', 'models']}
        columns={columns}
        usuallyHidden={USUALLY_HIDDEN}
        fields={FIELDS}
        order={order}
        pages={useModelRowsInfiniteQuery(asked)}
        count={useModelCountQuery(filter).currentData}
        file={fileOf(urlOf(modelEndpoints.modelExport), asked)}
        keyOf={({ id }) => id}
        open={({ id }) => describes && void navigate(`/models/${id}`)}
        empty="No model is like that. Bring one in from a model file."
        uneven
      />
      {chosen && site && <SiteDialog model={chosen.model} site={site} close={() => setChosen(null)} />}
    </>
  );
}

/** A model in the open format. */
function writtenOf({ id: _id, stub: _stub, ...spec }: ModelView): string {
  return JSON.stringify(spec, null, 2);
}
