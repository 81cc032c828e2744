import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState, type ChangeEvent } from 'react';
import { Link, useSearchParams } from 'react-router';
import { MOST_MODELS } from '@udrel/contract/limits';
import { may } from '@udrel/contract/permissions';
import type { ModelSpec, ModelView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { useAddModelMutation, useModelsQuery, useSessionQuery } from '../../api/api';
import { troubleOf } from '../../api/problem';
import { describeSite } from '../../format/parts';
import { Empty, Loaded, Sheet, TroubleNote } from '../../ui';
import { FromProbe } from './FromProbe';
import { SiteDialog } from '../../features/site-editor/SiteDialog';
import styles from '../../ui/list.module.css';

/** Device models with their sites, memory and notes; a model is brought in from a file of the open format. */
export default function Models() {
  const [given, setGiven] = useSearchParams();
  const find = given.get('find') ?? '';
  const { data, error } = useModelsQuery({ find: useDeferredValue(find) });
  const role = useSessionQuery().data?.staff?.role;
  return (
    <>
      <div className={styles.filters}>
        <h1>Models</h1>
        <title>Models, Udrel</title>
        <TextField
          label="Maker, name or number"
          value={find}
          onChange={(event) => setGiven(event.target.value ? { find: event.target.value } : {}, { replace: true })}
          sx={{ maxWidth: 320 }}
        />
        {may(role, 'describe models') && (
          <>
            <FromProbe />
            <BringIn />
            <Button component={Link} to="/models/new" variant="contained">
              New model
            </Button>
          </>
        )}
      </div>
      <Loaded data={data} error={error} what="the models">
        {(models) =>
          models.length === 0 ? (
            <Empty>No model is like that. Bring one in from a model file.</Empty>
          ) : (
            <Sheet>
              <table>
                <thead>
                  <tr>
                    <th>Model</th>
                    <th>Sites</th>
                    <th>Memory</th>
                    <th>Starts from</th>
                    <th className="roomy">Note</th>
                    <th>
                      <span className="unseen">File</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {models.map((model) => (
                    <ModelRow key={model.id} model={model} describes={may(role, 'describe models')} />
                  ))}
                </tbody>
              </table>
              {models.length >= MOST_MODELS && (
                <p className="sub">The first {MOST_MODELS} are shown: type more of the name to see others.</p>
              )}
            </Sheet>
          )
        }
      </Loaded>
    </>
  );
}

function ModelRow({ model, describes }: { model: ModelView; describes: boolean }) {
  const [siteId, setSiteId] = useState<string | null>(null);
  const site = model.sites.find((one) => one.id === siteId);
  const { memory, firmware } = model;
  const mode = firmware.uefi === null ? 'mode not known' : firmware.uefi ? 'UEFI' : 'legacy';
  const nvme = firmware.startsNvme === null ? 'NVMe not known' : firmware.startsNvme ? 'NVMe' : 'no NVMe';
  return (
    <tr>
      <td>
        {describes ? (
          <Link to={`/models/${model.id}`}>
            <b>
              {model.maker} {model.name}
            </b>
          </Link>
        ) : (
          <b>
            {model.maker} {model.name}
          </b>
        )}
        <div className="mono sub">{model.code}</div>
      </td>
      <td style={{ fontSize: 13 }}>
        {model.sites.length === 0 && (model.stub ? 'not known' : 'soldered')}
        {model.sites.map((one) => (
          <div key={one.id}>
            {describes ? (
              <button
                type="button"
                className={styles.inline}
                onClick={() => setSiteId(one.id)}
                aria-label={`Correct ${one.name} of ${model.code}`}
              >
                {one.name}
              </button>
            ) : (
              one.name
            )}
            : {describeSite(one)}
          </div>
        ))}
        {site && <SiteDialog model={model} site={site} close={() => setSiteId(null)} />}
      </td>
      <td style={{ fontSize: 13 }}>
        {model.stub
          ? 'not known'
          : `${memory.generation}, ${memory.slots.length === 1 ? '1 slot' : `${memory.slots.length} slots`}, up to ${binary(memory.maximum)}`}
      </td>
      <td style={{ fontSize: 13 }}>
        {mode}, {nvme}
      </td>
      <td className="roomy" style={{ fontSize: 13 }}>
        {model.note}
      </td>
      <td className="figure">
        <span className={styles.rowActions}>
          {describes && !model.stub && (
            <Button component={Link} to={`/models/new?from=${model.id}`} aria-label={`Copy ${model.code}`}>
              Copy
            </Button>
          )}
          <Button
            component="a"
            href={fileOf(model)}
            download={`${model.code}.json`}
            aria-label={`Model file of ${model.code}`}
          >
            File
          </Button>
        </span>
      </td>
    </tr>
  );
}

function fileOf({ id: _id, stub: _stub, ...spec }: ModelView): string {
  return `data:application/json,${encodeURIComponent(JSON.stringify(spec, null, 2))}`;
}

function BringIn() {
  const [add, { error, data }] = useAddModelMutation();
  const [unreadable, setUnreadable] = useState('');
  const problems = troubleOf(error)?.problem?.problems ?? [];

  async function read(event: ChangeEvent<HTMLInputElement>): Promise<void> {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      setUnreadable('');
      await add({ body: JSON.parse(await file.text()) as ModelSpec });
    } catch {
      setUnreadable(`${file.name} is no model file: it is not readable JSON.`);
    }
  }

  return (
    <>
      <Button component="label">
        Bring in a model file
        <input type="file" accept=".json,application/json" hidden onChange={(event) => void read(event)} />
      </Button>
      <div style={{ maxWidth: 420 }} role="status">
        {unreadable && <span className="danger">{unreadable}</span>}
        {!unreadable && problems.length > 0
          ? problems.slice(0, 3).map((one) => (
              <div key={one.field} className="danger">
                {one.field}: {one.sentence}
              </div>
            ))
          : !unreadable && <TroubleNote error={error} />}
        {data && !error && `${data.maker} ${data.name} is in the library.`}
      </div>
    </>
  );
}
