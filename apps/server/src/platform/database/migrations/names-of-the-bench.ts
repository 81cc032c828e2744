import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A job is claimed and handed off, what comes apart stands on a disassembly sheet, and a plan says of each
 * partition to which drive it goes: in the database too.
 */
export class NamesOfTheBench1796100000000 implements MigrationInterface {
  name = 'NamesOfTheBench1796100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table event disable trigger event_append_only');
    for (const sql of RENAMED) await runner.query(sql);
    await runner.query('alter table event enable trigger event_append_only');
  }

  async down(): Promise<void> {
    throw new Error('Restore the backup that was made before the upgrade.');
  }
}

const KINDS = [
  ['taken up', 'claimed'],
  ['put down', 'handed off'],
  ['strip moved', 'disassembly counted'],
  ['strip all', 'whole disassembly counted'],
] as const;

const RENAMED = [
  'alter table job rename column taken_by to claimed_by',
  'alter table job rename column taken_at to claimed_at',
  'alter table job rename column put_down to hand_off',
  'alter table job rename column put_down_by to handed_off_by',
  'alter table strip_item rename to disassembly_item',
  'alter index strip_job rename to disassembly_job',
  'alter table job rename constraint "FK_67cc445939bf4350af419c9a6a3" to "FK_b5b61df96af1e7facb2c0b9407e"',
  'alter table job rename constraint "FK_35617013dff74a4d3bc889e3d12" to "FK_3341c98cc07b1fe6343060e5267"',
  'alter table disassembly_item rename constraint "FK_3c56b131e1482078c11d4fba5a8" to "FK_ec16a33b77037547dabba63472e"',
  `update device_model set spec = (spec - 'strip') || jsonb_build_object('disassembly', spec -> 'strip') where spec ? 'strip'`,
  // Each partition that goes to another drive says to which.
  `update fact set value = jsonb_set(value #- '{intent,elsewhere}', '{intent,onto}', coalesce(
     (select jsonb_object_agg(gone.part, 'added')
        from jsonb_array_elements_text(fact.value #> '{intent,elsewhere}') as gone(part)), '{}'))
    where key in ('plan', 'plan draft') and value #> '{intent,elsewhere}' is not null`,
  ...KINDS.map(([was, now]) => `update event set kind = '${now}' where kind = '${was}'`),
];
