import type { MigrationInterface, QueryRunner } from 'typeorm';
import { AUDITED_THEN } from '../lists-of-the-house';

/** What is audited from now on: the index serves only who asks for nothing but these. */
export const AUDITED_WITH_BILLS = [...AUDITED_THEN, 'bills set', 'till counted', 'bill issued', 'bill credited'];

export const auditedIndex = (kinds: readonly string[]) =>
  `create index event_audited on event (at, (job_id::text || '.' || seq::text))
    where kind in (${kinds.map((kind) => `'${kind}'`).join(', ')})`;

/** Bills and credit notes, numbered within their year and frozen when they are issued; the till as it was counted. */
export class Bills1797000000000 implements MigrationInterface {
  name = 'Bills1797000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table bill (
      id uuid primary key, order_id uuid not null, kind text not null, number text not null, issued_on text not null,
      due_on text not null, total integer not null, corrects uuid, follows boolean not null default false,
      bill jsonb not null, by uuid not null, at timestamptz not null,
      constraint bill_credits check ((kind = 'credit note') = (corrects is not null)),
      constraint "UQ_NUMBER" unique (number),
      constraint "FK_440e29faf0744209b41dc243dba" foreign key (order_id) references shop_order (id),
      constraint "FK_1996ad8f01f8586e89fdb0332d4" foreign key (corrects) references bill (id),
      constraint "FK_b793590689b243671e028c37580" foreign key (by) references staff (id))`);
    await runner.query('create index bill_order on bill (order_id, at)');
    await runner.query('create index bill_listed on bill (at, number)');
    await runner.query('create index bill_due on bill (due_on, number)');
    await runner.query('create index bill_issued on bill (issued_on)');
    await runner.query(`create function bill_is_frozen() returns trigger language plpgsql as $$
      begin raise exception 'a bill is frozen: a credit note takes it back'; end $$`);
    await runner.query(`create trigger bill_frozen before update or delete or truncate on bill
      for each statement execute function bill_is_frozen()`);
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex(AUDITED_WITH_BILLS));
    await runner.query('create table bill_count (year integer primary key, last integer not null)');
    await runner.query(`create table till_count (
      id uuid primary key, number integer not null, expected integer, counted integer not null, taken_out integer not null,
      note text not null default '', by uuid not null, at timestamptz not null,
      constraint "FK_7fc7770ab2b02f6503cc0aaa6f2" foreign key (by) references staff (id))`);
    await runner.query('create unique index till_number on till_count (number)');
    await runner.query('create index payment_at on payment (at)');
    await runner.query(`alter table payment add counted_in uuid,
      add constraint "FK_9c7aef7d415277098d0d7518248" foreign key (counted_in) references till_count (id)`);
    await runner.query('create index payment_uncounted on payment (how) where counted_in is null');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table payment drop counted_in');
    await runner.query('drop index payment_at');
    await runner.query('drop table till_count');
    await runner.query('drop table bill_count');
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex(AUDITED_THEN));
    await runner.query('drop table bill');
    await runner.query('drop function bill_is_frozen');
  }
}
