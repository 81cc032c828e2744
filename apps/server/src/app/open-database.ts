import type { DataSource } from 'typeorm';
import { connect } from '../platform/database/database';
import { entities } from './entities';

/** Opens the shop's database, which was prepared, with everything that is stored in it. */
export function openDatabase(url: string, poolSize = 16): Promise<DataSource> {
  return connect(url, entities, poolSize);
}
