import { randomBytes } from 'node:crypto';
import { digestOf } from '../platform/secret';
import type { PairedView, PairingView } from '@udrel/contract/types';
import type { Station } from '@udrel/core/stations';
import type { EntityManager } from 'typeorm';
import { changedRows, firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { notFound, Refusal } from '../platform/errors';

/** So long a phone may send, minutes. */
const MINUTES = 30;

const secret = () => randomBytes(16).toString('hex');

/** A pairing for one station of a job: whoever opens its address first may send photographs there, and nothing else. */
export async function pairPhone(context: CommandContext, tag: string, station: Station): Promise<PairingView> {
  const { manager, actor, now } = context;
  const token = secret();
  const until = new Date(now.getTime() + MINUTES * 60_000);
  await endPairing(context, tag);
  const made = await firstRow(
    manager,
    `insert into pairing (token, job_id, station, by, until)
     select $1, id, $3, $4, $5 from job where tag = $2 and closed_at is null returning token`,
    [digestOf(token), tag.toUpperCase(), station, actor.id, until],
  );
  if (!made) throw notFound(`The open job ${tag}`);
  return { token, until: until.toISOString() };
}

/** Ends every pairing that this person opened for a job. */
export async function endPairing({ manager, actor }: CommandContext, tag: string): Promise<void> {
  await changedRows(manager, 'delete from pairing where by = $2 and job_id = (select id from job where tag = $1)', [
    tag.toUpperCase(),
    actor.id,
  ]);
}

const OVER = () =>
  new Refusal(
    410,
    'pairing-over',
    'This address has been used, or its time is over: let the screen show another code.',
  );

/** Opens a pairing, once. */
export async function openPairing(manager: EntityManager, token: string, now: Date): Promise<PairedView> {
  const key = secret();
  const opened = await firstRow<Omit<PairedView, 'key'>>(
    manager,
    `update pairing p set phone = $2 from job j join device d on d.id = j.device_id join device_model m on m.id = d.model_id
      where p.token = $1 and p.phone is null and p.until > $3 and j.id = p.job_id and j.closed_at is null
      returning j.tag, m.maker || ' ' || m.name as device, p.station, p.until`,
    [digestOf(token), digestOf(key), now],
  );
  if (!opened) throw OVER();
  return { ...opened, key };
}

/** Whose photographs a phone sends, and of what; refuses one whose key is not that of the pairing, or whose time is over. */
export async function pairingOf(manager: EntityManager, token: string, key: string, now: Date) {
  const pairing = await firstRow<{ tag: string; station: Station; id: string; name: string; role: 'technician' }>(
    manager,
    `select j.tag, p.station, s.id, s.name, s.role from pairing p join job j on j.id = p.job_id join staff s on s.id = p.by
      where p.token = $1 and p.phone = $2 and p.until > $3 and j.closed_at is null`,
    [digestOf(token), digestOf(key), now],
  );
  if (!pairing) throw OVER();
  const { tag, station, ...actor } = pairing;
  return { tag, station, actor };
}
