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
}

/** Parts of these kinds with how many pieces nobody else has reserved. What this job holds itself counts as there. */
export function offeredParts(manager: EntityManager, jobId: string, kinds: PartKind[]): Promise<OfferedPart[]> {
  return rows<OfferedPart>(
    manager,
    `select p.id, p.kind, p.maker, p.name, p.part_number as "partNumber", p.spec, p.price,
            coalesce((select sum(s.quantity) from stock s where s.part_id = p.id), 0)::int
          - coalesce((select sum(r.quantity) from reservation r join stock s on s.id = r.stock_id
                       where s.part_id = p.id and r.job_id <> $1), 0)::int as stock
       from part p where p.kind = any ($2)`,
    [jobId, kinds],
  );
}
