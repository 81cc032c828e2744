import { columnVisibilityFeature, tableFeatures, useTable, type ColumnDef } from '@tanstack/react-table';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import styles from './list-table.module.css';

/** A column of a list. `by` is what the server sorts it by; `always` stays when columns are chosen. */
export interface Column<Row, By extends string = string> {
  id: string;
  title: string;
  cell: (row: Row) => ReactNode;
  by?: By;
  figure?: boolean;
  /** px; the others share what is left. */
  width?: number;
  /** Is left out where there is little room. */
  roomy?: boolean;
  always?: boolean;
  /** Is left out on a phone. */
  wideOnly?: boolean;
  /** Its heading is for whoever hears the screen. */
  quiet?: boolean;
}

/** The order that a list is in. */
export interface Order<By extends string = string> {
  by: By;
  way: 'up' | 'down';
}

interface Props<Row, By extends string> {
  /** What the list is of, for whoever hears the screen. */
  name: string;
  columns: readonly Column<Row, By>[];
  hidden: readonly string[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  /** How many there are in all, as far as it is known. */
  total: number | null;
  order: Order<By>;
  /** A heading was pressed: sorted by it, or the other way round. */
  press: (by: By) => void;
  /** Asks for the next page; null where there is none, or it is on its way. */
  more: (() => void) | null;
  open: (row: Row) => void;
  /** Whether a row is as high as what stands in it: each is measured then. */
  uneven?: boolean;
}

/** Height of a row, px: all are alike where nothing else is said, so that where a row stands is known without drawing it. */
const ROW = 41;
/** Rows that are drawn beyond the edges, and while they go by: those that are far would be gone before they are seen. */
const BEYOND = 15;
const GOING_BY = 3;
/** For so many frames a row that is gone to is waited for, until it is drawn. */
const FRAMES = 30;

type Scrolled = Pick<ReturnType<typeof useWindowVirtualizer>, 'isScrolling'>;

const features = tableFeatures({ columnVisibilityFeature });

/**
 * A list of any length: of its rows those in sight are drawn, and pages are asked for as they come near. Headings sort it;
 * arrow keys, Home and End go from row to row, Enter opens one.
 */
export function ListTable<Row extends object, By extends string>(props: Props<Row, By>) {
  const { name, columns, hidden, rows, keyOf, total, order, press, more, open, uneven = false } = props;
  const [at, setAt] = useState(0);
  const body = useRef<HTMLTableSectionElement>(null);
  const scrolled = useRef<Scrolled | null>(null);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => ROW,
    overscan: scrolled.current?.isScrolling ? GOING_BY : BEYOND,
    scrollMargin: body.current?.offsetTop ?? 0,
    // Once a frame, and not with each event of it.
    useFlushSync: false,
  });
  scrolled.current = virtual;
  const seen = virtual.getVirtualItems();
  const [first, last] = [seen[0]?.index ?? 0, seen.at(-1)?.index ?? -1];
  const data = useMemo(() => rows.slice(first, last + 1), [rows, first, last]);
  const defs = useMemo(
    () => columns.map((column): ColumnDef<typeof features, Row> => ({ id: column.id, header: column.title })),
    [columns],
  );
  const columnVisibility = useMemo(() => Object.fromEntries(hidden.map((id) => [id, false])), [hidden]);
  const table = useTable({
    features,
    columns: defs,
    data,
    getRowId: keyOf,
    state: { columnVisibility },
    onColumnVisibilityChange: () => undefined,
  });
  const shown = useMemo(() => columns.filter(({ id }) => !hidden.includes(id)), [columns, hidden]);
  const byId = new Map(columns.map((column) => [column.id, column]));

  // The same from row to row and from page to page, so that a row that was drawn stays as it is.
  const opens = useRef(open);
  useEffect(() => {
    opens.current = open;
  }, [open]);
  const openOne = useCallback((row: Row) => opens.current(row), []);

  const near = last >= rows.length - BEYOND * 2;
  useEffect(() => {
    if (near && more) more();
  }, [near, more]);

  function goTo(event: KeyboardEvent): void {
    const wanted = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: rows.length - 1 }[event.key];
    if (wanted !== undefined) {
      event.preventDefault();
      go(Math.min(rows.length - 1, Math.max(0, wanted)));
    } else if (event.key === 'Enter' && event.target instanceof HTMLTableRowElement) {
      const row = rows[at];
      if (row) open(row);
    }
  }

  function go(index: number): void {
    setAt(index);
    virtual.scrollToIndex(index);
    requestAnimationFrame(() => focusDrawn(index, FRAMES));
  }

  /** It may have to be drawn first. */
  function focusDrawn(index: number, frames: number): void {
    const line = body.current?.querySelector<HTMLElement>(`[data-index="${index}"]`);
    if (line) line.focus();
    else if (frames > 0) requestAnimationFrame(() => focusDrawn(index, frames - 1));
  }

  const margin = virtual.options.scrollMargin;
  const above = (seen[0]?.start ?? margin) - margin;
  const below = virtual.getTotalSize() - ((seen.at(-1)?.end ?? margin) - margin);
  return (
    <table className={styles.table} aria-label={name} aria-rowcount={total === null ? -1 : total + 1}>
      <thead className={styles.head}>
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            {group.headers.map(({ id }) => {
              const column = byId.get(id);
              return column && <Heading key={id} column={column} order={order} press={press} />;
            })}
          </tr>
        ))}
      </thead>
      <tbody ref={body} onKeyDown={goTo}>
        {above > 0 && <Room height={above} />}
        {table.getRowModel().rows.map((row, n) => {
          const index = first + n;
          return (
            <Line
              key={row.id}
              row={row.original}
              index={index}
              shown={shown}
              reached={index === Math.min(at, rows.length - 1) || (n === 0 && (at < first || at > last))}
              measure={uneven ? virtual.measureElement : undefined}
              reach={setAt}
              open={openOne}
            />
          );
        })}
        {below > 0 && <Room height={below} />}
      </tbody>
    </table>
  );
}

interface LineProps<Row> {
  row: Row;
  index: number;
  shown: readonly Column<Row>[];
  /** Whether Tab comes to it. */
  reached: boolean;
  /** Where its height is its own: what is told of it. */
  measure: ((line: HTMLTableRowElement | null) => void) | undefined;
  reach: (index: number) => void;
  open: (row: Row) => void;
}

/** A row: drawn once, however the list is scrolled. */
const Line = memo(function Line<Row>({ row, index, shown, reached, measure, reach, open }: LineProps<Row>) {
  return (
    <tr
      data-index={index}
      aria-rowindex={index + 2}
      ref={measure}
      className={measure ? `${styles.row} ${styles.uneven}` : styles.row}
      tabIndex={reached ? 0 : -1}
      onFocus={() => reach(index)}
      onClick={(event) => {
        if (event.target instanceof Element && event.target.closest('a, button')) return;
        open(row);
      }}
    >
      {shown.map((column) => {
        const content = column.cell(row);
        return (
          <td key={column.id} className={classOf(column)} title={typeof content === 'string' ? content : undefined}>
            {content}
          </td>
        );
      })}
    </tr>
  );
}) as <Row>(props: LineProps<Row>) => ReactNode;

function Heading<Row, By extends string>({
  column,
  order,
  press,
}: {
  column: Column<Row, By>;
  order: Order<By>;
  press: (by: By) => void;
}) {
  const { by, title } = column;
  if (by === undefined)
    return (
      <th className={classOf(column)} style={{ width: column.width }}>
        {column.quiet ? <span className="unseen">{title}</span> : title}
      </th>
    );
  const sorted = order.by === by ? order.way : null;
  return (
    <th
      className={classOf(column)}
      style={{ width: column.width }}
      aria-sort={sorted === null ? 'none' : sorted === 'up' ? 'ascending' : 'descending'}
    >
      <button type="button" className={styles.sort} onClick={() => press(by)}>
        {title}
        <span aria-hidden className={styles.arrow}>
          {sorted === 'up' ? '↑' : sorted === 'down' ? '↓' : ''}
        </span>
      </button>
    </th>
  );
}

/** Where rows stand that are not drawn. */
function Room({ height }: { height: number }) {
  return (
    <tr aria-hidden>
      <td style={{ height, padding: 0, border: 0 }} />
    </tr>
  );
}

const classOf = (column: Pick<Column<never>, 'figure' | 'roomy' | 'wideOnly'> | undefined) =>
  [column?.figure && 'figure', column?.roomy && 'roomy', column?.wideOnly && styles.wideOnly].filter(Boolean).join(' ');
