import { socketPiece, type Equipment, type Port } from '@udrel/core/equipment';
import { recordsOf, samePiece, unused, type PassedRun, type Piece, type PieceRecord } from '@udrel/core/pieces';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { notFound } from '../platform/errors';

/** Latest copies that are looked at: what was mended or bought since should not be told by older ones. */
const LATEST = 4000;

/** The latest copies; sockets of a device that is of another model than $1 are left out. */
const PASSED = `
  select (select coalesce(jsonb_agg(p.value), '[]') from jsonb_array_elements(r.through) p
           where p.value ->> 'kind' <> 'socket of the device' or d.model_id = $1) as through,
         r.outcome = 'failed' as failed, (r.judged ->> 'rate')::float as rate,
         case r.judged ->> 'sign' when 'pace of USB 2' then 'usb2' when 'slow' then 'slow'
              when 'errors' then 'troubled' when 'standstill' then 'troubled' end as sign
    from (select * from run where ended_at is not null and kind = 'copy' order by ended_at desc limit ${LATEST}) r
    join job j on j.id = r.job_id join device d on d.id = j.device_id
   where r.through <> '[]' order by r.ended_at desc`;

/** The pieces that a copy of this job can go through: what the shop has, sockets of its device, and what was noted before. */
export async function equipmentRecord(manager: EntityManager, tag: string): Promise<PieceRecord[]> {
  const [model] = await rows<{ id: string; ports: Port[] | null }>(
    manager,
    `select m.id, m.spec -> 'ports' as ports from job j join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id where j.tag = $1`,
    [tag.toUpperCase()],
  );
  if (!model) throw notFound(tag);
  const recorded = recordsOf(await rows<PassedRun>(manager, PASSED, [model.id]));
  const there = [
    ...(await shelfPieces(manager)),
    ...(model.ports ?? []).map((port) => socketPiece({ at: 'the device', port })),
  ];
  return [...recorded, ...there.filter((piece) => !recorded.some((one) => samePiece(one, piece))).map(unused)];
}

async function shelfPieces(manager: EntityManager): Promise<Piece[]> {
  const parts = await rows<{ maker: string; name: string; spec: Equipment }>(
    manager,
    `select maker, name, spec from part where kind = 'equipment' order by maker, name`,
  );
  return parts.flatMap(({ maker, name, spec }): Piece[] =>
    spec.kind === 'bench host'
      ? spec.ports.map((port) => socketPiece({ at: name, port }))
      : [{ kind: spec.kind, name: `${maker} ${name}` }],
  );
}
