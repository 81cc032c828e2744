import { DataSource } from 'typeorm';
import { entities } from '../../apps/server/src/app/entities';
import { migrations } from '../../apps/server/src/platform/database/migrations';
import { SnakeNaming } from '../../apps/server/src/platform/database/naming';

/** A database as an earlier version left it: all migrations but the last, with some rows to carry over. */
const database = new DataSource({
  type: 'postgres',
  url: process.env.UDREL_DATABASE_URL,
  entities,
  migrations: migrations.slice(0, -1),
  namingStrategy: new SnakeNaming(),
  installExtensions: false,
});
await database.initialize();
await database.runMigrations({ transaction: 'each' });
await database.query(
  "insert into place (id, code, kind) select gen_random_uuid(), 'rack ' || n, 'storage' from generate_series(1, 40000) n",
);
await database.destroy();
