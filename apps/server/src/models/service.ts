import { randomUUID } from 'node:crypto';
import type { ModelSpec, ModelView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { escapeLike } from '../customers/service';
import { firstRow, rows } from '../platform/database';
import { fieldWrong } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { DeviceModel } from './entities';

/** Models whose maker, name or code contains every word of the text; at most 50, by maker and name. */
export async function findModels(manager: EntityManager, text: string): Promise<ModelView[]> {
  const words = text
    .trim()
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => `%${escapeLike(word)}%`);
  const found = await rows<{ id: string; spec: ModelSpec }>(
    manager,
    `select id, spec from device_model
      where maker || ' ' || name || ' ' || code ilike all ($1::text[])
      order by lower(maker), lower(name), code limit 50`,
    [words],
  );
  return found.map(({ id, spec }) => ({ id, ...spec }));
}

/** Adds a model; its code is what tells models apart. */
export async function addModel({ manager }: Acting, spec: ModelSpec): Promise<ModelView> {
  const twin = await firstRow(manager, 'select 1 from device_model where code = $1', [spec.code]);
  if (twin) throw fieldWrong('code', `There is a model with the code ${spec.code} already.`);
  const id = randomUUID();
  await manager.insert(DeviceModel, { id, maker: spec.maker, name: spec.name, code: spec.code, spec });
  return { id, ...spec };
}
