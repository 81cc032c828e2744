import Button from '@mui/material/Button';
import type { PartSort } from '@udrel/contract/shapes';
import type { PartView } from '@udrel/contract/types';
import type { Column } from '../../features/list/ListTable';
import { describePart } from '../../format/parts';
import { money } from '../../format/units';
import styles from '../../ui/list.module.css';

/** Whether fewer are free than are to be kept. */
export function isLow({ onShelf, reserved, reorderLevel }: PartView): boolean {
  return reorderLevel !== null && onShelf - reserved < reorderLevel;
}

const placesOf = ({ stock }: PartView) => [...new Set(stock.map((piece) => piece.place).filter(Boolean))].join(', ');

/** What can be shown of each part, with what is done with it: `keep` where somebody may count it. */
export function partColumns(act: {
  receive: (part: PartView) => void;
  keep: ((part: PartView) => void) | null;
}): readonly Column<PartView, PartSort>[] {
  const { receive, keep } = act;
  return [
    { id: 'kind', title: 'Kind', by: 'kind', cell: ({ kind }) => kind, width: 92, wideOnly: true },
    {
      id: 'part',
      title: 'Part',
      by: 'part',
      always: true,
      cell: (part) => (
        <>
          <b>
            {part.maker} {part.name}
          </b>{' '}
          <span className="sub">{describePart(part)}</span>
        </>
      ),
    },
    {
      id: 'number',
      title: 'Number',
      by: 'number',
      width: 138,
      wideOnly: true,
      cell: ({ partNumber }) => <span className="mono">{partNumber}</span>,
    },
    { id: 'place', title: 'Place', cell: placesOf, width: 92, wideOnly: true },
    {
      id: 'serials',
      title: 'Serials',
      cell: ({ stock }) => <span className="mono">{stock.flatMap(({ serial }) => serial ?? []).join(', ')}</span>,
    },
    {
      id: 'price',
      title: 'Price',
      by: 'price',
      figure: true,
      width: 80,
      wideOnly: true,
      cell: ({ price }) => money(price),
    },
    {
      id: 'shelf',
      title: 'On the shelf',
      by: 'shelf',
      figure: true,
      width: 150,
      cell: (part) => (
        <>
          {part.onShelf}
          {isLow(part) && <div className={styles.again}>order again: below {part.reorderLevel}</div>}
        </>
      ),
    },
    { id: 'reserved', title: 'Reserved', figure: true, width: 80, wideOnly: true, cell: ({ reserved }) => reserved },
    {
      id: 'do',
      title: 'What to do',
      quiet: true,
      always: true,
      width: keep ? 232 : 160,
      figure: true,
      cell: (part) => (
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
            <Button onClick={() => keep(part)} aria-label={`Count ${part.partNumber}`}>
              Count
            </Button>
          )}
          <Button onClick={() => receive(part)} aria-label={`Receive ${part.maker} ${part.name} ${part.partNumber}`}>
            Receive
          </Button>
        </span>
      ),
    },
  ];
}

/** What is left out until somebody wants it. */
export const USUALLY_HIDDEN: readonly string[] = ['serials'];
