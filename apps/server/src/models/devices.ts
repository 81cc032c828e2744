import { randomUUID } from 'node:crypto';
import type { KnownDevice, ModelSpec } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import { earlierSql } from '../jobs/earlier-jobs';
import type { CommandContext } from '../platform/command-context';
import { Device } from './entities';

/** The device by serial and model: known from an earlier job, or new. It may have changed hands. */
export async function deviceOf(
  { manager }: CommandContext,
  customerId: string,
  given: { serial: string; modelId: string },
  field: string,
): Promise<string> {
  const serial = given.serial.toUpperCase();
  const known = await firstRow<{ id: string; busy: string | null }>(
    manager,
    `select d.id, (select j.tag from job j where j.device_id = d.id and j.closed_at is null limit 1) as busy
       from device d where d.serial = $1 and d.model_id = $2`,
    [serial, given.modelId],
  );
  if (known?.busy) throw fieldWrong(field, `This device is here already, as ${known.busy}.`);
  if (known) {
    await manager.update(Device, { id: known.id }, { customerId });
    return known.id;
  }
  const id = randomUUID();
  await insertRows(manager, 'device', [{ id, modelId: given.modelId, customerId, serial }]);
  return id;
}

/** Devices with that serial, each with what was done to it before. */
export async function devicesBySerial(manager: EntityManager, serial: string): Promise<KnownDevice[]> {
  const found = await rows<Omit<KnownDevice, 'model'> & { modelId: string; spec: ModelSpec; stub: boolean }>(
    manager,
    `select d.id, d.serial, m.id as "modelId", m.spec, m.stub,
            json_build_object('id', c.id, 'name', c.name, 'phone', c.phone) as customer,
            (select j.tag from job j where j.device_id = d.id and j.closed_at is null limit 1) as "openTag",
            ${earlierSql('true')} as earlier
       from device d join device_model m on m.id = d.model_id join customer c on c.id = d.customer_id
      where d.serial = upper($1) limit 5`,
    [serial],
  );
  return found.map(({ modelId, spec, stub, ...device }) => ({ ...device, model: { id: modelId, stub, ...spec } }));
}
