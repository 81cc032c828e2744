import Button from '@mui/material/Button';
import { PART_KINDS } from '@udrel/core/parts-file';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { shelfEndpoints, urlOf } from '@udrel/contract/endpoints';
import { may } from '@udrel/contract/permissions';
import { PART_SORTS } from '@udrel/contract/shapes';
import type { PartFilter, PartView } from '@udrel/contract/types';
import { useLazyPartLinesQuery, usePartCountQuery, usePartsInfiniteQuery, useSessionQuery } from '../../api/api';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, TickedFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { TroubleNote } from '../../ui';
import { saveFile } from '../../ui/save-file';
import { BringInParts } from './BringInParts';
import { NewPart } from './NewPart';
import { KeepDialog } from './KeepDialog';
import { partColumns, USUALLY_HIDDEN } from './part-columns';
import { PartDialog } from './PartDialog';
import { csvOf } from './parts-lines';
import { ReceiveDialog } from './ReceiveDialog';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['find', 'kind', 'place', 'there', 'low'] as const;

function filterOf(given: URLSearchParams): PartFilter {
  const { text, known, tick } = readingOf(given);
  return { ...text('find'), ...known('kind', PART_KINDS), ...text('place'), ...tick('there'), ...tick('low') };
}

/** What is done with a part. */
interface Doing {
  what: 'look' | 'keep' | 'receive';
  part: PartView;
}

/** Parts with their pieces, places and reservations. */
export default function Shelf() {
  const [given] = useSearchParams();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, PART_SORTS, { by: 'kind', way: 'up' });
  const asked = { ...filter, ...sortOf(order) };
  const describes = may(useSessionQuery().data?.staff?.role, 'describe parts');
  const [doing, setDoing] = useState<Doing | null>(null);
  const columns = useMemo(
    () =>
      partColumns({
        receive: (part) => setDoing({ what: 'receive', part }),
        keep: describes ? (part) => setDoing({ what: 'keep', part }) : null,
      }),
    [describes],
  );
  const close = () => setDoing(null);
  const pages = usePartsInfiniteQuery(asked);
  // As it is now: pieces come and go while it is looked at.
  const asItIs = (part: PartView) =>
    pages.data?.pages.flatMap(({ rows }) => rows).find(({ id }) => id === part.id) ?? part;
  return (
    <>
      <title>Shelf, Udrel</title>
      <div className={styles.filters}>
        <h1>Shelf</h1>
        <TypedFilter name="find" label="Part, number or serial" width={260} />
        <ChosenFilter name="kind" label="Kind" options={PART_KINDS} width={130} />
        <TypedFilter name="place" label="Place" width={120} />
        <TickedFilter name="there" label="on the shelf" />
        <TickedFilter name="low" label="to order again" />
        <Link to="/to-order">To order</Link>
        <PartsFile />
        {describes && <BringInParts />}
        {describes && <NewPart />}
      </div>
      <List
        kept="parts"
        title="Shelf"
        words={['part', 'parts']}
        columns={columns}
        usuallyHidden={USUALLY_HIDDEN}
        fields={FIELDS}
        order={order}
        pages={pages}
        count={usePartCountQuery(filter).currentData}
        file={fileOf(urlOf(shelfEndpoints.partExport), asked)}
        keyOf={({ id }) => id}
        open={(part) => setDoing({ what: 'look', part })}
        empty={filter.low ? 'Nothing is below its level.' : 'No part is like that.'}
        uneven
      />
      {doing?.what === 'look' && <PartDialog part={asItIs(doing.part)} close={close} />}
      {doing?.what === 'keep' && <KeepDialog part={doing.part} close={close} />}
      {doing?.what === 'receive' && <ReceiveDialog part={doing.part} close={close} />}
    </>
  );
}

/** The library as a file whose lines can be changed and brought in again. */
function PartsFile() {
  const [fetchLines, { error }] = useLazyPartLinesQuery();
  const save = async () => {
    const lines = await fetchLines()
      .unwrap()
      .catch(() => null);
    if (lines) saveFile('parts.csv', 'text/csv', csvOf(lines));
  };
  return (
    <>
      <Button onClick={() => void save()}>Parts file</Button>
      <TroubleNote error={error} />
    </>
  );
}
