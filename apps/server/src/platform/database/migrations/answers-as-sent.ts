import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * The answer to a write is kept as it was sent: read as JSON and compressed the slow way, a job of two hundred entries
 * took longer to keep than to stamp.
 */
export class AnswersAsSent1795980000000 implements MigrationInterface {
  name = 'AnswersAsSent1795980000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query("alter table idempotency alter column body type text using nullif(body::text, 'null')");
    await runner.query('alter table idempotency alter column body set compression lz4');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table idempotency alter column body type jsonb using body::jsonb');
  }
}
