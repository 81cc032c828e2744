import type { MigrationInterface, QueryRunner } from 'typeorm';
import { AUDITED_WITH_BILLS, auditedIndex } from './bills';

/** What is audited from now on. */
export const AUDITED_NOW = [
  ...AUDITED_WITH_BILLS,
  ...['messages set', 'channels set', 'papers set', 'customers merged', 'customer erased', 'drive wiped'],
];

/** Messages to customers, each try to send one, the private page of an order, and since when a job can be fetched. */
export class Messages1797300000000 implements MigrationInterface {
  name = 'Messages1797300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex(AUDITED_NOW));
    await runner.query('alter table job add ready_since timestamptz');
    await runner.query(
      'create index job_ready on job (ready_since) where ready_since is not null and closed_at is null',
    );
    // A bill is frozen but for one thing: whom it was issued to is erased once the law lets.
    await runner.query(`create or replace function bill_is_frozen() returns trigger language plpgsql as $$
      begin
        if TG_OP = 'UPDATE' and current_setting('udrel.erasing', true) = 'yes' then return null; end if;
        raise exception 'a bill is frozen: a credit note takes it back';
      end $$`);
    await runner.query('alter table quote_version add declined_at timestamptz');
    await runner.query(`alter table customer add tell_by text not null default ''`);
    await runner.query(`create index event_told on event (at)
      where kind in ('booked', 'quote written', 'part late', 'bill issued')`);
    await runner.query(`create table message (
      id uuid primary key, kind text not null, key text not null, customer_id uuid not null, order_id uuid not null,
      job_id uuid, channel text not null, address text not null, subject text not null, text text not null,
      state text not null, queued boolean not null default false, why text not null default '', made_at timestamptz not null, settled_at timestamptz, by uuid,
      constraint "UQ_KEY" unique (key),
      constraint "FK_13a7464c176df7bbd1a5744847f" foreign key (customer_id) references customer (id),
      constraint "FK_a249d6abd5b2dacca134cfea125" foreign key (order_id) references shop_order (id),
      constraint "FK_deab94403f17df62a80ccdd86e6" foreign key (job_id) references job (id),
      constraint "FK_e674a81def3142bbc22d4c177c3" foreign key (by) references staff (id))`);
    await runner.query('create index message_listed on message (made_at, id)');
    await runner.query(`create index message_open on message (made_at) where state in ('to look at', 'failed')`);
    await runner.query(`create index message_waits on message (made_at) where state = 'waiting' and not queued`);
    await runner.query('create index message_customer on message (customer_id)');
    await runner.query('create index message_job on message (job_id)');
    await runner.query(`create table message_try (
      id uuid primary key, message_id uuid not null, at timestamptz not null, went boolean not null, told text not null,
      constraint "FK_7ab2f0f182c4ef2e24e36b5a27e" foreign key (message_id) references message (id))`);
    await runner.query('create index message_try_message on message_try (message_id)');
    await runner.query(`create table customer_link (
      id uuid primary key, order_id uuid not null, digest text not null, made_at timestamptz not null,
      revoked_at timestamptz, looked_at timestamptz, looks integer not null default 0,
      constraint "UQ_DIGEST" unique (digest),
      constraint "FK_47870dad64392e5392d28a82b2f" foreign key (order_id) references shop_order (id))`);
    await runner.query('create index customer_link_order on customer_link (order_id)');
    await runner.query(`create table customer_visit (
      id uuid primary key, link_id uuid not null, at timestamptz not null, deed text not null,
      constraint "FK_9a442c84cf719c359a3a29f08e6" foreign key (link_id) references customer_link (id))`);
    await runner.query('create index customer_visit_link on customer_visit (link_id, at)');
    await runner.query(`create table paper (
      id uuid primary key, job_id uuid not null, kind text not null, title text not null, how text not null, bytes bytea not null,
      by uuid not null, at timestamptz not null,
      constraint "FK_788a2780578457f4c3eb0578972" foreign key (job_id) references job (id),
      constraint "FK_47db0ef716423bc5880d0428927" foreign key (by) references staff (id))`);
    await runner.query('create index paper_job on paper (job_id)');
    await runner.query(`create index fact_return on fact (job_id) where key = 'return cause' and current`);
    await runner.query(`create table supplier_claim (
      id uuid primary key, job_id uuid not null, supplier text not null, what text not null, serial text not null,
      state text not null, note text not null default '', by uuid not null, at timestamptz not null, settled_at timestamptz,
      constraint "FK_0f4177725ad2558ba7277e26b04" foreign key (job_id) references job (id),
      constraint "FK_3f5b5d6cc361093a7384e244193" foreign key (by) references staff (id))`);
    await runner.query('create index supplier_claim_listed on supplier_claim (at, id)');
    await runner.query('create index supplier_claim_job on supplier_claim (job_id)');
    await runner.query(`create trigger message_hint after insert or update on message
      for each statement execute function hint_of('messages')`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index fact_return');
    for (const table of ['supplier_claim', 'paper', 'customer_visit', 'customer_link', 'message_try', 'message'])
      await runner.query(`drop table ${table}`);
    await runner.query('drop index event_audited');
    await runner.query(auditedIndex(AUDITED_WITH_BILLS));
    await runner.query('drop index event_told');
    await runner.query('alter table quote_version drop declined_at');
    await runner.query('alter table customer drop tell_by');
    await runner.query('alter table job drop ready_since');
  }
}
