import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders at suppliers: what was ordered for jobs until now is on one for each supplier and day. */
export class Purchases1797900000000 implements MigrationInterface {
  name = 'Purchases1797900000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table purchase (
      id uuid primary key, number integer not null unique, supplier text not null, ordered_at timestamptz not null,
      expected text not null, by uuid not null,
      constraint "FK_c7d7299f668c4edd946e5cb8584" foreign key (by) references staff (id))`);
    await runner.query(`create table purchase_line (
      id uuid primary key, purchase_id uuid not null, part_id uuid not null, count integer not null,
      came integer not null default 0,
      constraint purchase_line_came check (count > 0 and came >= 0 and came <= count),
      constraint "FK_360d050a9a65acddb71622c2869" foreign key (purchase_id) references purchase (id),
      constraint "FK_81786468538413558ff547c4be4" foreign key (part_id) references part (id))`);
    await runner.query('create index purchase_line_purchase on purchase_line (purchase_id)');
    await runner.query('create index purchase_line_open on purchase_line (part_id) where came < count');
    await runner.query(`create trigger purchase_hint after insert or update on purchase
      for each statement execute function hint_of('shelf')`);
    await runner.query(`create trigger purchase_line_hint after insert or update on purchase_line
      for each statement execute function hint_of('shelf')`);
    await runner.query('alter table part_order add purchase_id uuid');
    await runner.query(`alter table part_order add constraint "FK_29a760bd614aefcb4178b7e1e95"
      foreign key (purchase_id) references purchase (id)`);
    await runner.query(`create index part_order_purchase on part_order (purchase_id) where purchase_id is not null`);
    await runner.query(`insert into purchase (id, number, supplier, ordered_at, expected, by)
      select gen_random_uuid(), row_number() over (order by min(ordered_at)), supplier, min(ordered_at), expected,
             (array_agg(by order by ordered_at))[1]
        from part_order where state = 'ordered' group by supplier, expected`);
    await runner.query(`update part_order q set purchase_id = u.id from purchase u
      where q.state = 'ordered' and u.supplier = q.supplier and u.expected = q.expected`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table part_order drop purchase_id');
    await runner.query('drop table purchase_line');
    await runner.query('drop table purchase');
  }
}
