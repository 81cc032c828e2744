import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Drives that berths are asked to read for their figures. */
export class DriveReads1796800000000 implements MigrationInterface {
  name = 'DriveReads1796800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table reads_request (
      id uuid primary key, job_id uuid not null, berth_id uuid not null, "when" text not null, serial text not null,
      seconds integer not null, asked_by uuid not null, asked_at timestamptz not null, answered_at timestamptz,
      trouble text not null default '',
      constraint "FK_1e5e0d6be043ad5961926518632" foreign key (job_id) references job (id),
      constraint "FK_aed22ddf808bae1e602d1e2b621" foreign key (berth_id) references berth (id),
      constraint "FK_1a2a7fa4ee3b0e6a034a1a65a29" foreign key (asked_by) references staff (id))`);
    await runner.query('create unique index reads_request_open on reads_request (job_id) where answered_at is null');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`delete from fact where key in ('reads before', 'reads after')`);
    await runner.query('drop table reads_request');
  }
}
