import type { MigrationInterface, QueryRunner } from 'typeorm';
import { auditedIndex } from '../hand-over/bills';
import { AUDITED_NOW } from '../hand-over/messages';

/** What jobs have that an owner looks back at: that, and nothing else, is asked of their histories. */
const OF_JOBS = [
  ...['secret kept', 'secret shown', 'secrets erased', 'gate overridden', 'gone on', 'stamp taken back', 'went back'],
  ...['customer corrected', 'customer details corrected', 'serial corrected', 'model corrected', 'booking corrected'],
  ...['ended without work', 'drive wiped'],
  ...['bill issued', 'bill credited', 'payment taken', 'payment corrected', 'payment refunded'],
];

/** Tries to back the shop up, one at a time on however many servers; machines at the bench by their tokens; what takes the name of who is erased off frozen bills. */
export class Keeping1798300000000 implements MigrationInterface {
  name = 'Keeping1798300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table backup (
      id uuid primary key, begun_at timestamptz not null, seen_at timestamptz not null, ended_at timestamptz, by uuid, file text,
      jobs integer, photos integer, problem text,
      constraint "FK_da971e49773bf1a1a570ea20bb1" foreign key (by) references staff (id))`);
    await runner.query('create unique index backup_one on backup ((true)) where ended_at is null');
    await runner.query('create index backup_begun on backup (begun_at)');
    await runner.query(`create table machine (
      id uuid primary key, name text not null, berths jsonb not null, digest text not null, digest_before text,
      token_at timestamptz not null, seen_at timestamptz, made_by uuid not null, ended_at timestamptz,
      constraint "FK_6855ef08b24d98a4f7c54834fcf" foreign key (made_by) references staff (id))`);
    await runner.query('create unique index machine_digest on machine (digest)');
    await runner.query('create index machine_digest_before on machine (digest_before) where digest_before is not null');
    await runner.query('alter table run add column thinned boolean not null default false');
    await runner.query('create index run_unthinned on run (ended_at) where not thinned and ended_at is not null');
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex(OF_JOBS));
    await runner.query(`create function erase_buyer(who uuid) returns void
      language plpgsql security definer set search_path = public, pg_temp as $$
      begin
        if not exists (select 1 from customer where id = who and name = 'erased') then
          raise exception 'only who is erased is taken off bills';
        end if;
        perform set_config('udrel.erasing', 'yes', true);
        update bill set bill = jsonb_set(bill, '{buyer}',
            '{"name": "erased", "street": "", "postcode": "", "town": "", "country": "", "taxId": ""}'::jsonb)
          where order_id in (select id from shop_order where customer_id = who);
        perform set_config('udrel.erasing', '', true);
      end $$`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex([...AUDITED_NOW, 'hours set', 'bench hours set']));
    await runner.query('drop function erase_buyer');
    await runner.query('alter table run drop column thinned');
    await runner.query('drop table machine');
    await runner.query('drop table backup');
  }
}
