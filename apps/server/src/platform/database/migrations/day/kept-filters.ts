import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Filters of lists that somebody keeps under a name. */
export class KeptFilters1797600000000 implements MigrationInterface {
  name = 'KeptFilters1797600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table kept_filter (
      id uuid primary key, staff_id uuid not null, list text not null, name text not null, search text not null,
      constraint "FK_e02f4648ba240f0a46ad45a4135" foreign key (staff_id) references staff (id))`);
    await runner.query('create unique index kept_filter_name on kept_filter (staff_id, list, lower(name))');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table kept_filter');
  }
}
