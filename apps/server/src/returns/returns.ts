import { randomUUID } from 'node:crypto';
import type { ClaimSort } from '@udrel/contract/shapes';
import type { ClaimFilter, ClaimView, OpenClaim, ReturnView, SettleClaim } from '@udrel/contract/types';
import { CHOICE_KEYS } from '@udrel/core/facts';
import type { EntityManager } from 'typeorm';
import type { CommandContext } from '../platform/command-context';
import { firstRow, rows, wordsIn } from '../platform/database/database';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';
import { notFound, Refusal } from '../platform/errors';
import { SupplierClaim } from './entities';

/** Returns that are told of one part or model. */
const SHOWN = 50;

/** What came back of a part, or of a model, and why, the newest first. */
export function returnsOf(
  manager: EntityManager,
  { part, model }: { part?: string | undefined; model?: string | undefined },
): Promise<ReturnView[]> {
  return rows<ReturnView>(
    manager,
    `select j.tag, b.value ->> 'of' as of, m.maker || ' ' || m.name as device, f.value ->> 'cause' as cause,
            f.value ->> 'serial' as serial, f.value ->> 'note' as note, f.at
       from fact f join job j on j.id = f.job_id join device d on d.id = j.device_id join device_model m on m.id = d.model_id
       join fact b on b.job_id = j.id and b.key = 'guarantee return' and b.current
      where f.key = 'return cause' and f.current
        and ($1::uuid is null or exists (select 1 from drive r where r.part_id = $1 and upper(r.serial) = upper(f.value ->> 'serial')))
        and ($2::uuid is null or m.id = $2)
      order by f.at desc limit ${SHOWN}`,
    [part ?? null, model ?? null],
  );
}

const JOINS = 'join job j on j.id = k.job_id join staff s on s.id = k.by';
const COLUMNS = `k.id, j.tag, k.supplier, k.what, k.serial, k.state, k.note, s.name as by, k.at, k.settled_at as "settledAt",
  (select max(e.closed_at) from fact f join job e on e.id = f.job_id
    where k.serial <> '' and f.current and f.key in ${wordsIn(CHOICE_KEYS)} and upper(f.value ->> 'serial') = upper(k.serial)
      and e.device_id = j.device_id and e.id <> j.id) as "fittedAt"`;
const OPEN = `k.state in ('to be sent', 'sent')`;

/** Claims on suppliers, the newest first. */
export const CLAIM_LIST: Listed<ClaimFilter, ClaimSort, ClaimView, ClaimView> = {
  from: 'supplier_claim k',
  alias: 'k',
  joins: JOINS,
  joined: ['j', 's'],
  tie: { key: 'k.id', type: 'uuid' },
  sorts: {
    opened: { key: 'k.at', type: 'timestamptz', usually: 'down' },
    supplier: { key: 'lower(k.supplier)', type: 'text' },
  },
  usual: 'opened',
  columns: COLUMNS,
  conditions: ({ find, state, open }, value) => {
    const like = find ? value(`%${escapeLike(find)}%`) : '';
    return [
      ...(find
        ? [`(k.supplier ilike ${like} or k.what ilike ${like} or k.serial ilike ${like} or j.tag ilike ${like})`]
        : []),
      ...(state ? [`k.state = ${value(state)}`] : []),
      ...(open ? [OPEN] : []),
    ];
  },
  row: (row) => row,
  file: {
    columns: ['tag', 'supplier', 'what', 'serial', 'fittedAt', 'at', 'state', 'settledAt', 'note'],
    line: (row) => row,
  },
};

async function viewClaim(manager: EntityManager, id: string): Promise<ClaimView> {
  const row = await firstRow<ClaimView>(manager, `select ${COLUMNS} from supplier_claim k ${JOINS} where k.id = $1`, [
    id,
  ]);
  if (!row) throw notFound('This claim');
  return row;
}

/** Opens a claim for a part of a job that came back under guarantee; one of each serial. */
export async function openClaim(context: CommandContext, tag: string, given: OpenClaim): Promise<ClaimView> {
  const { manager, actor, now } = context;
  const job = await firstRow<{ id: string }>(
    manager,
    `select j.id from job j join fact f on f.job_id = j.id and f.key = 'guarantee return' and f.current where j.tag = $1 for update of j`,
    [tag.toUpperCase()],
  );
  if (!job) throw new Refusal(409, 'no-return', 'This job did not come back under guarantee.');
  const there = await firstRow(
    manager,
    'select 1 from supplier_claim where job_id = $1 and upper(serial) = upper($2) and upper(what) = upper($3)',
    [job.id, given.serial, given.what],
  );
  if (there) throw new Refusal(409, 'claimed', 'It is claimed already.');
  const id = randomUUID();
  await manager.insert(SupplierClaim, { id, jobId: job.id, ...given, state: 'to be sent', by: actor.id, at: now });
  return viewClaim(manager, id);
}

/** Notes how a claim stands. */
export async function settleClaim(
  { manager, now }: CommandContext,
  id: string,
  { state, note }: SettleClaim,
): Promise<ClaimView> {
  const answered = state !== 'to be sent' && state !== 'sent';
  const { affected } = await manager.update(SupplierClaim, { id }, { state, note, settledAt: answered ? now : null });
  if (affected !== 1) throw notFound('This claim');
  return viewClaim(manager, id);
}
