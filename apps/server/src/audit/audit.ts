import { amount } from '@udrel/core/money';
import { randomUUID } from 'node:crypto';
import type { JobEvent, JobEventKind } from '@udrel/contract/events';
import type { AuditPage, AuditRow } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { sentenceOf } from '../jobs/event-sentences';
import { rows } from '../platform/database/database';
import { Audit } from './entities';

type Data = Record<string, unknown>;
const word = (data: Data, key: string) => String(data[key] ?? '');

const SENTENCES: Readonly<Record<string, (data: Data) => string>> = {
  'signed in': (data) => `Signed in${data['pin'] ? ' by PIN' : ''}`,
  'sign-in refused': (data) => `Wrong ${word(data, 'by')} for ${word(data, 'login')}`,
  'signed out everywhere': (data) => `Signed out everywhere, ${word(data, 'count')} sessions`,
  'session ended': () => 'Ended a session from the list',
  'account made': (data) => `Account ${word(data, 'login')} made, ${word(data, 'role')}`,
  'account changed': (data) =>
    `Account ${word(data, 'login')}: ${word(data, 'role')}, ${data['active'] ? 'active' : 'closed'}`,
  'pin set': () => 'PIN set',
  'pin removed': () => 'PIN removed',
  'password changed': (data) => `Password changed, ${word(data, 'ended')} other sessions ended`,
  'password reset': (data) => `New password for ${word(data, 'login')}, signed out everywhere`,
  'stock counted': (data) =>
    `Counted ${word(data, 'part')}${data['serial'] ? ` ${word(data, 'serial')}` : ''}: ${word(data, 'to')} instead of ${word(data, 'from')}`,
  'formats set': (data) =>
    `Formats set: ${word(data, 'locale')}, ${word(data, 'currency') || 'no currency'}, ${word(data, 'timeZone') || 'time zone of each browser'}, ${word(data, 'paper')}`,
  'rates set': (data) => `Rates set: ${amount(Number(data['hourly']))} an hour, tax ${word(data, 'taxPercent')} %`,
};

/** Notes something about accounts or access. */
export async function noteAudit(
  { manager, now }: { manager: EntityManager; now: Date },
  by: string | null,
  kind: string,
  data: Data = {},
): Promise<void> {
  await manager.insert(Audit, { id: randomUUID(), at: now, by, kind, data });
}

/** Events of jobs that an owner looks back at. */
const WATCHED: readonly JobEventKind[] = [
  'secret kept',
  'secret shown',
  'secrets erased',
  'gate overridden',
  'stamp taken back',
  'went back',
  'customer corrected',
  'customer details corrected',
  'serial corrected',
  'model corrected',
  'booking corrected',
  'ended without work',
  'payment taken',
  'payment corrected',
  'payment refunded',
  'gone on',
];
const PAGE = 50;

/** One page of the audit, newest first: accounts and access, and what jobs have that an owner looks back at. */
export async function readAudit(manager: EntityManager, before: string | undefined): Promise<AuditPage> {
  const found = await rows<Omit<AuditRow, 'sentence' | 'at'> & { at: Date; data: Data; corrects: number[] }>(
    manager,
    `select * from (
       (select a.id::text as id, a.at, coalesce(s.name, case a.kind when 'password reset' then 'at the server' else 'nobody' end) as by, a.kind, a.data, '[]'::jsonb as corrects, null as tag
          from audit a left join staff s on s.id = a.by
         where (a.at, a.id::text) < ($1, $2) order by a.at desc, a.id desc limit $3)
       union all
       (select e.job_id || '.' || e.seq, e.at, s.name, e.kind, e.data, e.corrects, j.tag
          from event e join staff s on s.id = e.by join job j on j.id = e.job_id
         where e.kind = any ($4) and (e.at, e.job_id || '.' || e.seq) < ($1, $2)
         order by e.at desc, e.job_id || '.' || e.seq desc limit $3)
     ) audit order by at desc, id desc limit $3`,
    [...keyOf(before), PAGE + 1, WATCHED],
  );
  const page = found.slice(0, PAGE).map(({ data, corrects, at, ...row }) => {
    const told = SENTENCES[row.kind]?.(data);
    const sentence = told ?? sentenceOf({ kind: row.kind, data, corrects } as JobEvent);
    return { ...row, at: at.toISOString(), sentence };
  });
  const last = page.at(-1);
  return { rows: page, before: found.length > PAGE && last ? `${last.at}|${last.id}` : null };
}

/** Where the page before ended: moment and id; without one, after everything. */
function keyOf(before: string | undefined): [string, string] {
  const [at, id] = before?.split('|') ?? [];
  return [at && !Number.isNaN(Date.parse(at)) ? at : 'infinity', id ?? ''];
}
