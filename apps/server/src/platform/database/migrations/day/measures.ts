import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What medians are told of: in these orders each value is counted as it comes, without reading the rows themselves. */
const COUNTED = [
  ['turnaround', 'not ended'],
  ['late', 'not ended and late is not null'],
  ['speed_up', 'speed_up is not null'],
  ['hands', 'hands is not null'],
] as const;

/** What a piece of a part costs the shop; of a closed job, what its parts did, and how long hands took against what was told. */
export class Measures1798200000000 implements MigrationInterface {
  name = 'Measures1798200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table part add column cost integer');
    await runner.query('alter table job_measure add column cost integer, add column hands integer');
    for (const [column, where] of COUNTED) {
      await runner.query(`create index job_measure_${column} on job_measure (month, kind, ${column}) where ${where}`);
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [column] of COUNTED) await runner.query(`drop index job_measure_${column}`);
    await runner.query('alter table job_measure drop column hands, drop column cost');
    await runner.query('alter table part drop column cost');
  }
}
