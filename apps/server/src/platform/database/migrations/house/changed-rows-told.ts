import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is told of each table, and on what. */
const TOLD: readonly (readonly [table: string, kind: string, on: string])[] = [
  ['customer', 'customers', 'insert or update or delete'],
  ['said', 'customers', 'insert or update or delete'],
  ['device_model', 'models', 'insert or update or delete'],
  ['message', 'messages', 'insert or update'],
  ['part', 'shelf', 'insert or update or delete'],
  ['part_order', 'shelf', 'insert or update or delete'],
  ['reservation', 'shelf', 'insert or update or delete'],
  ['stock', 'shelf', 'insert or update or delete'],
  ['purchase', 'shelf', 'insert or update'],
  ['purchase_line', 'shelf', 'insert or update'],
  ['round', 'stays', 'insert or update'],
  ['round_scan', 'stays', 'insert or update'],
  ['wipe', 'stays', 'insert or update'],
  ['visit', 'everything', 'insert or update'],
];

/**
 * A statement that finds nothing to change tells nobody: it was told until then, and what looks for work on being told kept
 * itself, and every page, busy. The same told for many rows of a transaction is told once (PostgreSQL, NOTIFY).
 */
export class ChangedRowsTold1798800000000 implements MigrationInterface {
  name = 'ChangedRowsTold1798800000000';

  async up(runner: QueryRunner): Promise<void> {
    await tellOfEach(runner, 'row');
  }

  async down(runner: QueryRunner): Promise<void> {
    await tellOfEach(runner, 'statement');
  }
}

async function tellOfEach(runner: QueryRunner, what: 'row' | 'statement'): Promise<void> {
  for (const [table, kind, on] of TOLD) {
    await runner.query(`drop trigger ${table}_hint on ${table}`);
    await runner.query(`create trigger ${table}_hint after ${on} on ${table}
      for each ${what} execute function hint_of('${kind}')`);
  }
}
