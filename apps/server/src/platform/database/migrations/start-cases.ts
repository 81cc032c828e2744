import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What was found at devices that did not start is read for each guide: the newest, without reading all facts of the shop. */
export class StartCases1796400000000 implements MigrationInterface {
  name = 'StartCases1796400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create index fact_starts on fact (at) where current and key = 'no start'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index fact_starts');
  }
}
