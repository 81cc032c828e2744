import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the shop measures itself by, of each job that is closed. */
export class Yardsticks1798000000000 implements MigrationInterface {
  name = 'Yardsticks1798000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table job_measure (
      job_id uuid primary key, model_id uuid not null, month integer not null, kind text not null,
      turnaround integer not null, late integer, started_first boolean, attempts integer not null, failed integer not null,
      speed_up integer, revenue integer not null, work integer not null, returned boolean not null default false,
      ended boolean not null default false,
      constraint "FK_c01ded0a40a8ec91a2768503839" foreign key (job_id) references job (id),
      constraint "FK_834df84859b8e939e55849f6a94" foreign key (model_id) references device_model (id))`);
    await runner.query('create index job_measure_month on job_measure (month)');
    await runner.query('create index run_ended on run (ended_at) where ended_at is not null');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index run_ended');
    await runner.query('drop table job_measure');
  }
}
