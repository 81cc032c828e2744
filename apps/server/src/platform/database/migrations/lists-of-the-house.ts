import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What is audited as of this migration, of jobs and else: the index serves only who asks for nothing but these. What is
 * added later wants an index of its own.
 */
export const AUDITED_THEN: readonly string[] = [
  'signed in',
  'sign-in refused',
  'signed out everywhere',
  'session ended',
  'account made',
  'account changed',
  'pin set',
  'pin removed',
  'password changed',
  'password reset',
  'stock counted',
  'formats set',
  'rates set',
  'secret kept',
  'secret shown',
  'secrets erased',
  'gate overridden',
  'gone on',
  'stamp taken back',
  'went back',
  'customer corrected',
  'customer details corrected',
  'serial corrected',
  'model corrected',
  'booking corrected',
  'ended without work',
  'payment taken',
  'payment corrected',
  'payment refunded',
];
const KINDS = AUDITED_THEN.map((kind) => `'${kind}'`).join(', ');

/** Shelf, models and audit go page by page in their usual order: without indexes each page read all of them. */
export class ListsOfTheHouse1796300000000 implements MigrationInterface {
  name = 'ListsOfTheHouse1796300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `create index part_listed on part ((kind || ' ' || lower(maker || ' ' || name) || ' ' || part_number), id)`,
    );
    await runner.query(`create index part_named on part (lower(maker || ' ' || name), id)`);
    await runner.query(`create index model_named on device_model (lower(maker || ' ' || name), id)`);
    await runner.query('create index audit_listed on audit (at, (id::text))');
    await runner.query(
      `create index event_audited on event (at, (job_id::text || '.' || seq::text)) where kind in (${KINDS})`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index event_audited, audit_listed, model_named, part_named, part_listed');
  }
}
