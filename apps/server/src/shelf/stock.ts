import { randomUUID } from 'node:crypto';
import type { PartView, ReceiveStock } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Place, Stock } from './entities';

/** What is read of a part `p`, with its pieces. */
export const PART_COLUMNS = `p.id, p.kind, p.maker, p.name, p.part_number as "partNumber", p.spec, p.price, p.cost, p.serialised,
         p.reorder_level as "reorderLevel", x.on_shelf as "onShelf", x.reserved, x.stock`;
export const PART_PIECES = `left join lateral (
    select coalesce(sum(s.quantity), 0)::int as on_shelf, coalesce(sum(r.reserved), 0)::int as reserved,
           coalesce(json_agg(json_build_object('id', s.id, 'serial', s.serial, 'quantity', s.quantity,
                    'place', coalesce(pl.code, ''), 'reservedFor', r.tags) order by s.serial)
                    filter (where s.quantity > 0), '[]') as stock
      from stock s
      left join place pl on pl.id = s.place_id
      left join lateral (select sum(quantity)::int as reserved, string_agg(j.tag, ', ') as tags
                           from reservation x join job j on j.id = x.job_id where x.stock_id = s.id) r on true
     where s.part_id = p.id) x on true`;

export function listPlaces(manager: EntityManager): Promise<{ code: string; kind: string }[]> {
  return rows(manager, 'select code, kind from place order by kind, code');
}

/** A place by its code, as that is written there; a new code makes a new place. Empty: nowhere in particular. */
export async function placeOf(
  manager: EntityManager,
  code: string,
  kind: 'shelf' | 'storage',
): Promise<{ id: string; code: string } | null> {
  if (code === '') return null;
  const known = await firstRow<{ id: string; code: string }>(
    manager,
    'select id, code from place where upper(code) = upper($1)',
    [code],
  );
  if (known) return known;
  const id = randomUUID();
  await manager.insert(Place, { id, code, kind });
  return { id, code };
}

/** Takes pieces onto the shelf: by serial where the part has them, else by count. */
export async function receive(context: CommandContext, given: ReceiveStock): Promise<PartView> {
  const { manager } = context;
  const part = await firstRow<{ serialised: boolean; partNumber: string }>(
    manager,
    'select serialised, part_number as "partNumber" from part where id = $1 for update',
    [given.partId],
  );
  if (!part) throw notFound('This part');
  const serials = given.serials.map((serial) => serial.toUpperCase());
  if (part.serialised && serials.length === 0) throw fieldWrong('serials', 'Scan or type the serial of each piece.');
  if (!part.serialised && given.count < 1) throw fieldWrong('count', 'Type how many pieces came in.');
  await refuseKnown(manager, serials);
  const place = await placeOf(manager, given.place, 'shelf');
  const pieces = part.serialised
    ? serials.map((serial) => ({ serial, quantity: 1 }))
    : [{ serial: null, quantity: given.count }];
  await manager.insert(
    Stock,
    pieces.map((piece) => ({ id: randomUUID(), partId: given.partId, placeId: place?.id ?? null, ...piece })),
  );
  return partView(manager, given.partId);
}

/** One part with its pieces. */
export async function partView(manager: EntityManager, id: string): Promise<PartView> {
  const [view] = await rows<PartView>(manager, `select ${PART_COLUMNS} from part p ${PART_PIECES} where p.id = $1`, [
    id,
  ]);
  if (!view) throw notFound('This part');
  return view;
}

async function refuseKnown(manager: EntityManager, serials: readonly string[]): Promise<void> {
  const twice = serials.find((serial, index) => serials.indexOf(serial) !== index);
  if (twice) throw fieldWrong('serials', `${twice} is in the list twice.`);
  const known = await firstRow<{ serial: string }>(
    manager,
    `select serial from stock where serial = any ($1) union all select serial from drive where serial = any ($1) limit 1`,
    [serials],
  );
  if (known) throw fieldWrong('serials', `${known.serial} is on record already.`);
}
