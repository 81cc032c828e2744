import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import type { PartKind } from './entities';

export interface OfferedPart {
  id: string;
  kind: PartKind;
  maker: string;
  name: string;
  partNumber: string;
  spec: unknown;
  price: number;
  stock: number;
  /** Whether the job holds pieces of it. */
  held: boolean;
}

/**
 * Parts of some kinds ($2), some single ones ($3) and, where wanted ($4), those of which one job holds pieces, with how
 * many pieces nobody but this job ($1, null: nobody at all) has reserved.
 */
export const OFFERED_PARTS = `
  with wanted as materialized (
    select p.* from part p
     where p.kind = any ($2)
        or p.id = any ($3::uuid[] || array(select s.part_id from reservation r join stock s on s.id = r.stock_id
                                            where r.job_id = $1 and $4::boolean))),
  there as (
    select part_id, sum(quantity) as quantity from stock where part_id in (select id from wanted) group by part_id),
  taken as (
    select s.part_id, sum(r.quantity) filter (where r.job_id is distinct from $1::uuid) as quantity,
           bool_or(r.job_id = $1) as here
      from reservation r join stock s on s.id = r.stock_id
     where s.part_id in (select id from wanted)
     group by s.part_id)
  select w.id, w.kind, w.maker, w.name, w.part_number as "partNumber", w.spec, w.price,
         (coalesce(there.quantity, 0) - coalesce(taken.quantity, 0))::int as stock,
         coalesce(taken.here, false) as held
    from wanted w
    left join there on there.part_id = w.id
    left join taken on taken.part_id = w.id`;

/** Which parts are offered: all of some kinds, some single ones, those that the job holds. */
export interface Offering {
  kinds: readonly PartKind[];
  ids?: readonly string[];
  held?: boolean;
}

/**
 * Parts with how many pieces nobody else has reserved. What this job holds itself counts as there; with null for the
 * job, what anybody has reserved counts as gone.
 */
export function offeredParts(
  manager: EntityManager,
  jobId: string | null,
  { kinds, ids = [], held = false }: Offering,
): Promise<OfferedPart[]> {
  return rows<OfferedPart>(manager, OFFERED_PARTS, [jobId, kinds, ids, held]);
}
