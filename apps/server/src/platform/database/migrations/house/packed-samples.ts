import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What a berth counted each second comes a sample at a time, a row each: it is packed once its run has ended, and what was thinned row
 * by row is thinned anew.
 */
export class PackedSamples1798500000000 implements MigrationInterface {
  name = 'PackedSamples1798500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table run add column packed boolean not null default false');
    await runner.query('update run set thinned = false where thinned');
    await runner.query('create index run_unpacked on run (ended_at) where not packed and ended_at is not null');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table run drop column packed');
  }
}
