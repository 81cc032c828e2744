import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Every trial start of a job is shown on its page: without an index each look read all facts of the shop. */
export class TrialsIndex1795960000000 implements MigrationInterface {
  name = 'TrialsIndex1795960000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create index fact_trials on fact (job_id) where key = 'trial start'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index fact_trials');
  }
}
