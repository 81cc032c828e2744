import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { ModelSort } from '@udrel/contract/shapes';
import type { ModelRow } from '@udrel/contract/types';
import { mostOf } from '@udrel/core/memory';
import type { Column } from '../../features/list/ListTable';
import { describeSite } from '../../format/parts';
import styles from '../../ui/list.module.css';

/** Who is in the list to do something with a model. */
interface Acts {
  /** Whether models can be described here. */
  describes: boolean;
  site: (model: ModelRow, siteId: string) => void;
  file: (model: ModelRow) => void;
}

/** What can be shown of each model. */
export function modelColumns({ describes, site, file }: Acts): readonly Column<ModelRow, ModelSort>[] {
  return [
    {
      id: 'model',
      title: 'Model',
      by: 'model',
      width: 210,
      always: true,
      cell: (model) => {
        const name = (
          <b>
            {model.maker} {model.name}
          </b>
        );
        return describes ? <Link to={`/models/${model.id}`}>{name}</Link> : name;
      },
    },
    {
      id: 'code',
      title: 'Number',
      by: 'code',
      width: 112,
      cell: ({ code }) => <span className="mono sub">{code}</span>,
    },
    { id: 'kind', title: 'Kind', by: 'kind', width: 110, wideOnly: true, cell: ({ kind }) => kind },
    {
      id: 'sites',
      title: 'Sites',
      wideOnly: true,
      cell: (model) => <Sites model={model} choose={describes ? (id) => site(model, id) : null} />,
    },
    { id: 'memory', title: 'Memory', width: 160, wideOnly: true, cell: memoryOf },
    { id: 'starts', title: 'Starts from', width: 110, wideOnly: true, cell: startsFrom },
    { id: 'note', title: 'Note', wideOnly: true, cell: ({ note }) => note },
    {
      id: 'do',
      title: 'What to do',
      quiet: true,
      always: true,
      figure: true,
      width: describes ? 140 : 80,
      cell: (model) => (
        <span className={styles.rowActions}>
          {describes && !model.stub && (
            <Button component={Link} to={`/models/new?from=${model.id}`} aria-label={`Copy ${model.code}`}>
              Copy
            </Button>
          )}
          <Button onClick={() => file(model)} aria-label={`Model file of ${model.code}`}>
            File
          </Button>
        </span>
      ),
    },
  ];
}

/** What is left out until somebody wants it. */
export const USUALLY_HIDDEN: readonly string[] = ['kind', 'note'];

function Sites({ model, choose }: { model: ModelRow; choose: ((siteId: string) => void) | null }) {
  if (model.sites.length === 0) return model.stub ? 'not known' : 'soldered';
  return model.sites.map((one) => (
    <div key={one.id}>
      {choose ? (
        <button
          type="button"
          className={styles.inline}
          onClick={() => choose(one.id)}
          aria-label={`Correct ${one.name} of ${model.code}`}
        >
          {one.name}
        </button>
      ) : (
        one.name
      )}
      : {describeSite(one)}
    </div>
  ));
}

function memoryOf({ stub, memory }: ModelRow): string {
  if (stub) return 'not known';
  const slots = memory.slots.length === 1 ? '1 slot' : `${memory.slots.length} slots`;
  return `${memory.generation}, ${slots}, ${mostOf(memory)}`;
}

function startsFrom({ firmware }: ModelRow): string {
  const mode = firmware.uefi === null ? 'mode not known' : firmware.uefi ? 'UEFI' : 'legacy';
  const nvme = firmware.startsNvme === null ? 'NVMe not known' : firmware.startsNvme ? 'NVMe' : 'no NVMe';
  return `${mode}, ${nvme}`;
}
