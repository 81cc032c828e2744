import type { PartSort } from '@udrel/contract/shapes';
import type { PartFilter, PartView } from '@udrel/contract/types';
import { escapeLike, patternsOf } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';
import { PART_COLUMNS, PART_PIECES } from './stock';

const PIECES = 'coalesce((select sum(n.quantity) from stock n where n.part_id = p.id), 0)';
const TAKEN =
  'coalesce((select sum(y.quantity) from reservation y join stock n on n.id = y.stock_id where n.part_id = p.id), 0)';

/** The list of the shelf: every part of the library with its pieces. */
export const PART_LIST: Listed<PartFilter, PartSort, PartView, PartView> = {
  from: 'part p',
  alias: 'p',
  joins: PART_PIECES,
  joined: ['x'],
  tie: { key: 'p.id', type: 'uuid' },
  sorts: {
    kind: { key: "(p.kind || ' ' || lower(p.maker || ' ' || p.name) || ' ' || p.part_number)", type: 'text' },
    part: { key: "lower(p.maker || ' ' || p.name)", type: 'text' },
    number: { key: 'p.part_number', type: 'text' },
    price: { key: 'p.price', type: 'int' },
    shelf: { key: `${PIECES}::int`, type: 'int' },
  },
  usual: 'kind',
  columns: PART_COLUMNS,
  conditions: ({ find = '', kind, place, low, there }, value) => {
    const where: string[] = [];
    const patterns = patternsOf(find);
    if (patterns.length > 0) {
      where.push(`(p.maker || ' ' || p.name || ' ' || p.part_number || ' ' || p.kind ilike all (${value(patterns)}::text[])
         or exists (select 1 from stock n where n.part_id = p.id and upper(n.serial) = upper(${value(find.trim())})))`);
    }
    if (kind) where.push(`p.kind = ${value(kind)}`);
    if (place) {
      where.push(`exists (select 1 from stock n join place l on l.id = n.place_id
                           where n.part_id = p.id and n.quantity > 0 and l.code ilike ${value(`%${escapeLike(place)}%`)})`);
    }
    if (there) where.push('exists (select 1 from stock n where n.part_id = p.id and n.quantity > 0)');
    if (low) where.push(`p.reorder_level > ${PIECES} - ${TAKEN}`);
    return where;
  },
  row: (stored) => stored,
  file: {
    columns: [
      'kind',
      'maker',
      'name',
      'partNumber',
      'price',
      'cost',
      'onShelf',
      'reserved',
      'reorderLevel',
      'places',
      'serials',
    ],
    line: ({ price, cost, stock, ...part }) => ({
      ...part,
      price: (price / 100).toFixed(2),
      cost: cost === null ? '' : (cost / 100).toFixed(2),
      places: [...new Set(stock.map((piece) => piece.place).filter(Boolean))].join(' '),
      serials: stock.flatMap(({ serial }) => serial ?? []).join(' '),
    }),
  },
};
