import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a sheet notes of its items beside their names, and the places that were tapped on the picture. */
export class PlacesOnTheSheet1796500000000 implements MigrationInterface {
  name = 'PlacesOnTheSheet1796500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table disassembly_item
      add details jsonb not null default '{}', add out_at jsonb not null default '[]', add back_at jsonb not null default '[]'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table disassembly_item drop details, drop out_at, drop back_at');
  }
}
