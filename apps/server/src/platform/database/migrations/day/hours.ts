import type { MigrationInterface, QueryRunner } from 'typeorm';
import { auditedIndex } from '../hand-over/bills';
import { AUDITED_NOW } from '../hand-over/messages';

/** What an owner looks back at holds when the shop is open, too. */
export class Hours1797500000000 implements MigrationInterface {
  name = 'Hours1797500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex([...AUDITED_NOW, 'hours set']));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex(AUDITED_NOW));
  }
}
