import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { PartView } from '@udrel/contract/types';
import { may } from '@udrel/contract/permissions';
import { useLazyPartLinesQuery, usePartsInfiniteQuery, useSessionQuery } from '../../api/api';
import { describePart } from '../../format/parts';
import { money } from '../../format/units';
import { Empty, Loaded, Sheet } from '../../ui';
import { saveFile } from '../../ui/save-file';
import { KeepDialog } from './KeepDialog';
import { BringInParts } from './BringInParts';
import { csvOf } from './parts-lines';
import { ReceiveDialog } from './ReceiveDialog';
import styles from '../../ui/list.module.css';

/** Parts with their pieces, places and reservations. */
export default function Shelf() {
  const [given, setGiven] = useSearchParams();
  const find = given.get('find') ?? '';
  const [lowOnly, setLowOnly] = useState(false);
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = usePartsInfiniteQuery({
    find: useDeferredValue(find),
    ...(lowOnly ? { low: 'yes' as const } : {}),
  });
  const role = useSessionQuery().data?.staff?.role;
  const [fetchLines] = useLazyPartLinesQuery();
  const [keeping, setKeeping] = useState<PartView | null>(null);
  const [receiving, setReceiving] = useState<PartView | null>(null);
  return (
    <>
      <div className={styles.filters}>
        <h1>Shelf</h1>
        <title>Shelf, Udrel</title>
        <TextField
          label="Part, number or serial"
          value={find}
          onChange={(event) => setGiven(event.target.value ? { find: event.target.value } : {}, { replace: true })}
          sx={{ maxWidth: 320 }}
        />
        <FormControlLabel
          control={<Checkbox checked={lowOnly} onChange={(event) => setLowOnly(event.target.checked)} />}
          label="to order again"
        />
        <Button
          onClick={() =>
            void fetchLines()
              .unwrap()
              .then((lines) => saveFile('parts.csv', 'text/csv', csvOf(lines)))
              .catch(() => undefined)
          }
        >
          Export
        </Button>
        {may(role, 'describe parts') && <BringInParts />}
      </div>
      <Loaded data={data} error={error} what="the shelf">
        {({ pages }) => {
          const parts = pages.flatMap(({ rows }) => rows);
          return parts.length === 0 ? (
            <Empty>{lowOnly ? 'Nothing is below its level.' : 'No part is like that.'}</Empty>
          ) : (
            <Sheet>
              <table>
                <thead>
                  <tr>
                    <th className="roomy">Kind</th>
                    <th>Part</th>
                    <th className="roomy">Number</th>
                    <th>Place and serials</th>
                    <th className="figure">Price</th>
                    <th className="figure">On the shelf</th>
                    <th className="figure">Reserved</th>
                    <th>
                      <span className="unseen">Receive</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {parts.map((part) => (
                    <PartRow
                      key={part.id}
                      part={part}
                      receive={() => setReceiving(part)}
                      {...(may(role, 'describe parts') ? { keep: () => setKeeping(part) } : {})}
                    />
                  ))}
                </tbody>
              </table>
              <p className={styles.told} role="status">
                {parts.length === pages[0]?.of ? `${parts.length} parts` : `${parts.length} of ${pages[0]?.of} parts`}
                {hasNextPage && (
                  <Button disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
                    Further parts
                  </Button>
                )}
              </p>
            </Sheet>
          );
        }}
      </Loaded>
      {keeping && <KeepDialog part={keeping} close={() => setKeeping(null)} />}
      {receiving && <ReceiveDialog part={receiving} close={() => setReceiving(null)} />}
    </>
  );
}

/** Whether fewer are free than are to be kept. */
function isLow({ onShelf, reserved, reorderLevel }: PartView): boolean {
  return reorderLevel !== null && onShelf - reserved < reorderLevel;
}

function PartRow({ part, receive, keep }: { part: PartView; receive: () => void; keep?: () => void }) {
  return (
    <tr>
      <td className="roomy">{part.kind}</td>
      <td>
        <b>
          {part.maker} {part.name}
        </b>{' '}
        <span className="sub">{describePart(part)}</span>
      </td>
      <td className="mono roomy">{part.partNumber}</td>
      <td style={{ fontSize: 13 }}>
        {[...new Set(part.stock.map((piece) => piece.place).filter(Boolean))].join(', ')}
        {part.serialised && part.stock.length > 0 && (
          <details>
            <summary>{part.stock.length} serials</summary>
            {part.stock.map((piece) => (
              <div key={piece.id} className="mono">
                {piece.serial}
                {piece.reservedFor && <span className="sub"> for {piece.reservedFor}</span>}
              </div>
            ))}
          </details>
        )}
      </td>
      <td className="figure">{money(part.price)}</td>
      <td className="figure">
        {part.onShelf}
        {isLow(part) && <div className="sub">order again: below {part.reorderLevel}</div>}
      </td>
      <td className="figure">{part.reserved}</td>
      <td className="figure">
        <span className={styles.rowActions}>
          <Button
            component="a"
            href={`/print/part/${encodeURIComponent(part.partNumber)}`}
            target="_blank"
            rel="noreferrer"
            aria-label={`Label of ${part.partNumber}`}
          >
            Label
          </Button>
          {keep && (
            <Button onClick={keep} aria-label={`Count ${part.partNumber}`}>
              Count
            </Button>
          )}
          <Button onClick={receive} aria-label={`Receive ${part.maker} ${part.name} ${part.partNumber}`}>
            Receive
          </Button>
        </span>
      </td>
    </tr>
  );
}
