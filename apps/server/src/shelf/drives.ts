import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import type { DriveRow } from './entities';

/**
 * Puts a drive on record by its serial, or brings what is known of it up to date; it keeps its identity over all
 * jobs. Answers its id.
 */
export async function keepDrive(manager: EntityManager, drive: Omit<DriveRow, 'id'>): Promise<string> {
  const row = await firstRow<{ id: string }>(
    manager,
    `insert into drive (id, serial, maker, name, bytes, owner, customer_id, part_id, custody)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (serial) do update set maker = excluded.maker, name = excluded.name, bytes = excluded.bytes,
       owner = excluded.owner, customer_id = excluded.customer_id,
       part_id = coalesce(excluded.part_id, drive.part_id), custody = excluded.custody
     returning id`,
    [
      randomUUID(),
      drive.serial,
      drive.maker,
      drive.name,
      drive.bytes,
      drive.owner,
      drive.customerId,
      drive.partId,
      drive.custody,
    ],
  );
  if (!row) throw new Error(`drive ${drive.serial} was neither added nor found`);
  return row.id;
}

/** Puts a drive on record as a customer's. */
export async function keepTheirDrive(
  manager: EntityManager,
  { serial, maker, name, bytes, partId }: Pick<DriveRow, 'serial' | 'maker' | 'name' | 'bytes' | 'partId'>,
  customerId: string,
  custody: string,
): Promise<void> {
  await keepDrive(manager, { serial, maker, name, bytes, owner: 'customer', customerId, partId, custody });
}

/** The id of a drive by its serial, or null. */
export async function driveIdOf(manager: EntityManager, serial: string | undefined): Promise<string | null> {
  if (serial === undefined) return null;
  return (await firstRow<{ id: string }>(manager, 'select id from drive where serial = $1', [serial]))?.id ?? null;
}

/** Whether a serial is one of the shop's own drives, on the shelf or on record. */
export async function isOurs(manager: EntityManager, serial: string): Promise<boolean> {
  const found = await firstRow(
    manager,
    `select 1 from stock where serial = $1 and quantity > 0 union all
     select 1 from drive where serial = $1 and owner = 'shop' limit 1`,
    [serial],
  );
  return found !== null;
}
