import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A memory test is a run about no drive, over all of the memory so many times. */
export class MemoryTests1796700000000 implements MigrationInterface {
  name = 'MemoryTests1796700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table run add passes integer, alter source_class drop not null,
      alter source_serial drop not null, alter target_serial drop not null`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`delete from run where source_serial is null`);
    await runner.query(`alter table run drop passes, alter source_class set not null,
      alter source_serial set not null, alter target_serial set not null`);
  }
}
