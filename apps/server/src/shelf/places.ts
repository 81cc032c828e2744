import { randomUUID } from 'node:crypto';
import type { AddPlaces, PlaceView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { firstRow, rows } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import { Place } from './entities';

/** Every place with how many things lie there: what belongs to customers and is not back yet, and pieces on the shelf. */
export function viewPlaces(manager: EntityManager): Promise<PlaceView[]> {
  return rows<PlaceView>(
    manager,
    `select p.id, p.code, p.kind,
            (select count(*)::int from belonging b where b.place_id = p.id and b.returned_at is null)
              + (select coalesce(sum(s.quantity), 0)::int from stock s where s.place_id = p.id) as holds
       from place p order by p.kind desc, p.code`,
  );
}

/** Adds places; those that are there already stay as they are. */
export async function addPlaces(context: CommandContext, { kind, codes }: AddPlaces): Promise<PlaceView[]> {
  const { manager, actor } = context;
  const plain = codes.map((code) => code.trim().toUpperCase());
  const typed = codes
    .filter((code, index) => plain.indexOf(code.trim().toUpperCase()) === index)
    .map((code) => code.trim());
  const known = await rows<{ code: string }>(
    manager,
    'select upper(code) as code from place where upper(code) = any($1)',
    [typed.map((code) => code.toUpperCase())],
  );
  const fresh = typed.filter((code) => !known.some((one) => one.code === code.toUpperCase()));
  if (fresh.length === 0) throw fieldWrong('codes', 'All of these are there already.');
  await manager.insert(
    Place,
    fresh.map((code) => ({ id: randomUUID(), code, kind })),
  );
  await noteAudit(context, actor.id, 'places changed', { what: 'added', codes: fresh.join(', ') });
  return viewPlaces(manager);
}

/** Calls a place otherwise; what lies there stays there. */
export async function renamePlace(context: CommandContext, id: string, typed: string): Promise<PlaceView[]> {
  const { manager, actor } = context;
  const code = typed.trim();
  const place = await manager.findOneBy(Place, { id });
  if (!place) throw notFound('This place');
  const twin = await firstRow(manager, 'select 1 from place where upper(code) = upper($1) and id <> $2', [code, id]);
  if (twin) throw fieldWrong('code', `There is a place ${code} already.`);
  await manager.update(Place, { id }, { code });
  await noteAudit(context, actor.id, 'places changed', { what: 'renamed', codes: `${place.code} is ${code}` });
  return viewPlaces(manager);
}

/** Takes away a place at which nothing lies and nothing ever lay that is still on record. */
export async function removePlace(context: CommandContext, id: string): Promise<PlaceView[]> {
  const { manager, actor } = context;
  const place = await manager.findOne(Place, { where: { id }, lock: { mode: 'pessimistic_write' } });
  if (!place) throw notFound('This place');
  const held = await firstRow<{ here: boolean }>(
    manager,
    `select bool_or(here) as here from (
       select returned_at is null as here from belonging where place_id = $1
       union all select quantity > 0 from stock where place_id = $1) of_it`,
    [id],
  );
  if (held?.here) throw new Refusal(409, 'place-in-use', `Something lies at ${place.code}: move it first.`);
  await manager.query('update belonging set place_id = null where place_id = $1', [id]);
  await manager.query('update stock set place_id = null where place_id = $1', [id]);
  await manager.delete(Place, { id });
  await noteAudit(context, actor.id, 'places changed', { what: 'removed', codes: place.code });
  return viewPlaces(manager);
}
