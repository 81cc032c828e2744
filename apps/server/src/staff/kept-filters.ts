import { randomUUID } from 'node:crypto';
import type { KeepFilter, KeptFilterView } from '@udrel/contract/types';
import { Refusal } from '../platform/errors';
import { changedRows, firstRow, rows } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';

/** Filters that one account keeps at most: more is nobody's habit. */
const MOST = 200;

/** The filters of lists that somebody keeps, by list and name. */
export function keptFilters({ manager, actor }: Pick<CommandContext, 'manager' | 'actor'>): Promise<KeptFilterView[]> {
  return rows<KeptFilterView>(
    manager,
    'select list, name, search from kept_filter where staff_id = $1 order by list, lower(name)',
    [actor.id],
  );
}

/** Keeps one under its name, in the place of what had that name; or throws it away. */
export async function keepFilter(
  context: CommandContext,
  { list, name, search }: KeepFilter,
): Promise<KeptFilterView[]> {
  const { manager, actor } = context;
  await changedRows(manager, 'delete from kept_filter where staff_id = $1 and list = $2 and lower(name) = lower($3)', [
    ...[actor.id, list, name],
  ]);
  if (search !== null) {
    const kept = await firstRow<{ count: number }>(
      manager,
      'select count(*)::int as count from kept_filter where staff_id = $1',
      [actor.id],
    );
    if ((kept?.count ?? 0) >= MOST)
      throw new Refusal(409, 'too-many', `${MOST} filters are kept already: throw one away first.`);
    await changedRows(
      manager,
      `insert into kept_filter (id, staff_id, list, name, search) values ($1, $2, $3, $4, $5)
       on conflict (staff_id, list, lower(name)) do update set name = excluded.name, search = excluded.search`,
      [randomUUID(), actor.id, list, name, search],
    );
  }
  return keptFilters(context);
}
