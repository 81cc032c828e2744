import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What lies in the shop for a job is a belonging, what a berth is asked to read a read-back request: in the database too. */
export class NamesOfTheField1795990000000 implements MigrationInterface {
  name = 'NamesOfTheField1795990000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table event disable trigger event_append_only');
    for (const sql of RENAMED) await runner.query(sql);
    await runner.query('alter table event enable trigger event_append_only');
  }

  async down(): Promise<void> {
    throw new Error('Restore the backup that was made before the upgrade.');
  }
}

/** The names of what holds tables together are made of theirs. */
function named(table: string, was: string, now: string): string[] {
  return [`alter table ${table} rename constraint "${was}" to "${now}"`];
}

const RENAMED = [
  'alter table look rename to read_back_request',
  'alter index look_open rename to read_back_request_open',
  'alter table thing rename to belonging',
  'alter index thing_number rename to belonging_number',
  'alter index thing_place rename to belonging_place',
  ...named('belonging', 'FK_234c76e3abf83ca73739b4cf6dc', 'FK_13b9e1b4ab109926649ad39ee6b'),
  ...named('belonging', 'FK_93109e653a85923d2095949c6fd', 'FK_81a55e7f5035ccb6df2c36e86e1'),
  ...named('read_back_request', 'FK_0da6c6759200e8018d8b9ce7dd8', 'FK_0630b98d8d72a70d76d2dba66db'),
  ...named('read_back_request', 'FK_2735c45094d462fbc3c7356c3ad', 'FK_24ca29ec52f7949fc6fa07f1dd2'),
  ...named('read_back_request', 'FK_41fd215d84e85c93a45188b2d16', 'FK_b7ceb7f6211e6ce895cae8b7048'),
  `update event set kind = 'belonging' || substr(kind, 6) where kind in ('thing kept', 'thing moved')`,
];
