import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is scanned or typed finds what it means by an index, however long the shop has been open. */
export class Finding1798600000000 implements MigrationInterface {
  name = 'Finding1798600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'create index customer_words on customer using gin (name gin_trgm_ops, phone_digits gin_trgm_ops)',
    );
    await runner.query('create index job_tag_begins on job (upper(tag) text_pattern_ops)');
    await runner.query('create index device_serial_typed on device (upper(serial))');
    await runner.query('create index drive_serial_typed on drive (upper(serial))');
    await runner.query('create index stock_serial_typed on stock (upper(serial))');
    await runner.query(`create index fact_serial on fact (upper(value ->> 'serial'))
      where current and key in ('old drive', 'new drive choice', 'added drive choice')`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const index of [
      ...['customer_words', 'job_tag_begins', 'device_serial_typed', 'drive_serial_typed', 'stock_serial_typed'],
      'fact_serial',
    ])
      await runner.query(`drop index ${index}`);
  }
}
