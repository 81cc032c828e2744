import type { WipeReadAnswer, WipeReadRequest } from '@udrel/contract/types';
import { normaliseSerial } from '@udrel/core/identity';
import { judgeWipe, WIPE_WAYS, type WipeWayName } from '@udrel/core/wiping';
import type { EntityManager } from 'typeorm';
import { noteAtJob } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { firstRow, rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Wipe } from './entities';

const ASKED = `from wipe w join run r on r.id = w.run_id join job j on j.id = r.job_id join berth b on b.id = w.berth_id
                where w.asked_at is not null`;

/** Wiped drives of which berths are asked to read samples. */
export async function openWipeReads(manager: EntityManager): Promise<WipeReadRequest[]> {
  const asked = await rows<{ id: string; berth: number; serial: string; bytes: string; way: WipeWayName }>(
    manager,
    `select w.id, b.number as berth, r.target_serial as serial, r.target_bytes as bytes, w.way ${ASKED} order by w.asked_at`,
  );
  return asked.map(({ id, berth, serial, bytes, way }) => ({
    ...{ id, berth, leaves: WIPE_WAYS[way].leaves },
    drive: { serial, bytes: Number(bytes) },
  }));
}

interface Asked {
  tag: string;
  serial: string;
  bytes: string;
  way: WipeWayName;
  berth: number;
  simulated: boolean;
  actor: CommandContext['actor'];
}

/** What an agent saw: kept in the name of whoever asked. An answer to what nobody asks any more changes nothing. */
export async function answerWipeRead(
  context: CommandContext,
  { id, drive, seen, trouble }: WipeReadAnswer,
): Promise<{ taken: boolean }> {
  const { manager, now, demo } = context;
  const of = await firstRow<{ tag: string }>(manager, `select j.tag ${ASKED} and w.id = $1`, [id]);
  const [job] = of ? await lockJobs(manager, of) : [];
  const asked = await firstRow<Asked>(
    manager,
    `select j.tag, r.target_serial as serial, r.target_bytes as bytes, w.way, b.number as berth,
            b.simulated_speed is not null as simulated,
            (select json_build_object('id', s.id, 'name', s.name, 'role', s.role) from staff s where s.id = w.asked_by) as actor
       ${ASKED} and w.id = $1`,
    [id],
  );
  if (!asked || !job) return { taken: false };
  const { serial, way, berth, actor } = asked;
  if (asked.simulated && !demo)
    throw new Refusal(409, 'simulation-refused', 'What a simulated berth shows is no evidence here.');
  const why = trouble || whyUnread(drive, seen, serial, Number(asked.bytes));
  const settled = { berthId: null, askedBy: null, askedAt: null };
  if (why !== '' || !seen) {
    await manager.update(Wipe, { id }, { ...settled, trouble: why });
    await noteAtJob({ ...context, actor }, job, [{ kind: 'wiped drive not read', data: { serial, trouble: why } }]);
    return { taken: true };
  }
  await manager.update(Wipe, { id }, { ...settled, trouble: '', seen, seenAt: now, seenBerth: berth });
  const { verdict } = judgeWipe(way, seen);
  const told = { serial, verdict, samples: seen.samples };
  await noteAtJob({ ...context, actor }, job, [{ kind: 'wiped drive read', data: told }]);
  return { taken: true };
}

/** Why an answer is none: nothing was read, or not of that drive as a whole. */
function whyUnread(
  drive: WipeReadAnswer['drive'],
  seen: WipeReadAnswer['seen'],
  serial: string,
  bytes: number,
): string {
  if (!drive) return 'No drive was seen at the berth.';
  if (normaliseSerial(drive.serial) !== normaliseSerial(serial))
    return `Another drive lies there: ${drive.serial || 'without serial'}.`;
  if (!seen || seen.samples === 0) return 'Nothing was read.';
  // A bridge or a hidden area shows less of it than there is: what lies behind was not read.
  return seen.bytes < bytes
    ? `Only ${seen.bytes} of its ${bytes} bytes are shown there: what lies behind was not read.`
    : '';
}
