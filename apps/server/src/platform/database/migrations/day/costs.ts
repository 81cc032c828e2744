import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a piece of a part costs the shop, and what the parts of a closed job did. */
export class Costs1798200000000 implements MigrationInterface {
  name = 'Costs1798200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table part add column cost integer');
    await runner.query('alter table job_measure add column cost integer');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table job_measure drop column cost');
    await runner.query('alter table part drop column cost');
  }
}
