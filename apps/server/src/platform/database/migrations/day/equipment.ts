import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a run goes through, and what it says of that once it has ended. */
export class Equipment1798100000000 implements MigrationInterface {
  name = 'Equipment1798100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table run add column through jsonb not null default '[]', add column judged jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table run drop column judged, drop column through');
  }
}
