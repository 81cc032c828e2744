import type { JobEvent } from '@udrel/contract/events';
import type { EventView, HistoryPage, JobView } from '@udrel/contract/types';
import { canRetract, deliveryIn, procedureOf } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { meanwhile } from '../platform/meanwhile';
import { joined, worded } from '../platform/words';
import { sentenceOf } from './event-sentences';
import { readJobs, type JobRecord } from './job-record';

/** The job with that tag. Throws a refusal when there is none. */
export async function readJob(manager: EntityManager, tag: string, now: Date): Promise<JobRecord> {
  const [record] = await readJobs(manager, { tag }, now);
  if (!record) throw notFound(`The job ${tag}`);
  return record;
}

/** Entries of a history that come at once: nearly every job has fewer. */
const HISTORY = 100;

/** The newest events of a job before a number, by its id. */
export const EVENTS_SQL = `select e.seq, e.kind, e.data, e.corrects, s.name as by, e.at from event e join staff s on s.id = e.by
      where e.job_id = $1 and e.seq < $2 order by e.seq desc limit ${HISTORY}`;

/** Everything the page of a job shows, in two statements. */
export async function viewJob(manager: EntityManager, tag: string, now: Date): Promise<JobView> {
  return viewRecord(manager, await readJob(manager, tag, now), now);
}

/** The same of a job just read: only its history is asked for. */
export async function viewRecord(manager: EntityManager, record: JobRecord, now: Date): Promise<JobView> {
  const [history, shown] = await meanwhile(newestHistory(manager, record.id), () => shownOf(record, now));
  return joined(shown, { history });
}

/** What a job's page shows but its history, in words already. */
export const shownOf = (record: JobRecord, now: Date) => worded(present(record, now));

/** The newest entries of a job's history, by its id. */
export const newestHistory = (manager: EntityManager, jobId: string) => eventsBefore(manager, jobId, END_OF_HISTORY);

const END_OF_HISTORY = 2_147_483_647;

/** Entries of a job's history before one of them, newest first. */
export async function earlierHistory(
  manager: EntityManager,
  tag: string,
  before = END_OF_HISTORY,
): Promise<HistoryPage> {
  const events = await eventsBefore(manager, await jobIdOf(manager, tag), before);
  const last = events.at(-1)?.seq ?? 1;
  return { events, before: last > 1 ? last : null };
}

/** The id of a job by its tag; refused where there is none. */
export async function jobIdOf(manager: EntityManager, tag: string): Promise<string> {
  const job = await firstRow<{ id: string }>(manager, 'select id from job where tag = $1', [tag.toUpperCase()]);
  if (!job) throw notFound(`The job ${tag}`);
  return job.id;
}

/** An event as it is stored. */
export type StoredEvent = JobEvent & { seq: number; corrects: number[]; by: string; at: Date };

async function eventsBefore(manager: EntityManager, jobId: string, before: number): Promise<EventView[]> {
  const events = await rows<StoredEvent>(manager, EVENTS_SQL, [jobId, before]);
  return events.map(toldEvent);
}

/** An entry of the history in words. */
export function toldEvent(event: StoredEvent): EventView {
  const { seq, kind, data, corrects, by, at } = event;
  const onto = 'onto' in data ? data.onto : null;
  return { seq, kind, sentence: sentenceOf(event), onto, corrects, by, at: at.toISOString() };
}

function present(record: JobRecord, now: Date): Omit<JobView, 'history'> {
  const { snapshot, runs, origins, belongings, holding, secrets, earlier, together, alike } = record;
  const procedure = procedureOf(snapshot);
  const readyIn = procedure.handsLeft + procedure.unattendedLeft + deliveryIn(snapshot, now.getTime());
  return {
    id: record.id,
    tag: record.tag,
    version: record.version,
    order: record.orderNumber,
    customer: { id: record.customerId, name: record.customer, phone: record.phone, email: record.email },
    device: {
      id: record.deviceId,
      serial: record.serial,
      model: { id: record.modelId, stub: record.stub, ...record.model },
    },
    complaint: record.complaint,
    condition: record.condition,
    price: record.price,
    bookedAt: record.bookedAt.toISOString(),
    promisedAt: record.promisedAt?.toISOString() ?? null,
    closedAt: record.closedAt?.toISOString() ?? null,
    readySince: record.readySince?.toISOString() ?? null,
    together,
    alike,
    belongings,
    holding,
    secrets,
    earlier,
    guaranteedUntil: record.guaranteedUntil?.toISOString() ?? null,
    retractable: record.closedAt
      ? []
      : procedure.steps.filter((step) => canRetract(snapshot, step.id)).map((step) => step.id),
    snapshot,
    origins,
    procedure,
    readyIn,
    slack: record.promisedAt ? (record.promisedAt.getTime() - now.getTime()) / 60_000 - readyIn : null,
    runs: [...runs],
    trials: record.trials,
  };
}
