import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The list of jobs goes by promise, booking and closing too, page by page: without indexes each page read all jobs. */
export class Lists1796200000000 implements MigrationInterface {
  name = 'Lists1796200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create index job_promised on job ((coalesce(promised_at, 'infinity')), number)`);
    await runner.query(`create index job_booked on job (booked_at, number)`);
    await runner.query(`create index job_closed on job ((coalesce(closed_at, 'infinity')), number)`);
    await runner.query(`create index job_claimed on job (claimed_by) where claimed_by is not null`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index job_claimed, job_closed, job_booked, job_promised');
  }
}
