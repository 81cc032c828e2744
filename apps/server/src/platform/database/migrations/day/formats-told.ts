import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Every server is told when the shop writes figures and money in another way: what it shows is read anew. */
export class FormatsTold1797700000000 implements MigrationInterface {
  name = 'FormatsTold1797700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create trigger setting_hint after insert or update on setting
      for each row when (new.key = 'shop') execute function hint_of('everything')`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop trigger setting_hint on setting');
  }
}
