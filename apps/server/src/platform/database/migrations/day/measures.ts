import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a piece of a part costs the shop; of a closed job, what its parts did, and how long hands took against what was told. */
export class Measures1798200000000 implements MigrationInterface {
  name = 'Measures1798200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table part add column cost integer');
    await runner.query('alter table job_measure add column cost integer, add column hands integer');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table job_measure drop column hands, drop column cost');
    await runner.query('alter table part drop column cost');
  }
}
